import type { SurveyDetails } from '../../src/core/installation/survey'

/** A string of ten modules on an inverter’s DC side, everything of it said. */
export const DC_STRING: SurveyDetails['pvSystem'] = {
  coupling: 'dc',
  inverter: null,
  phase: 'all',
  inverterW: 5000,
  arrayW: 4000,
  modulesInString: 10,
  stringsInParallel: 1,
  moduleVocV: 40,
  moduleIscA: 10,
  moduleVmpV: 33,
  betaPercentPerC: -0.3,
  optimisers: false,
  backGain: 0,
  maxVocV: 500,
  trackerLimitA: 15,
  trackerStartV: null,
  arrayRatioLimit: 1.5,
}
