import type { RulePack } from '../rulePack'
import { COMMON_LIMITS, limit } from './common'

/** Split phase 120/240 V, 60 Hz. */
export const naSplit240: RulePack = {
  id: 'na-split-240',
  name: 'Split phase, 120/240 V 60 Hz',
  nominalV: 120,
  supplyV: 240,
  nominalHz: 60,
  phases: ['L1', 'L2'],
  words: {
    earth: 'ground',
    board: 'service panel',
    residualCurrentDevice: 'ground-fault device',
    residualCurrentDeviceShort: 'GFCI',
    mainSwitch: 'main breaker',
    isolator: 'disconnect',
    neutralEarth: 'N–G',
    lineEarth: 'L–G',
    supply: 'main breaker',
  },
  conductorColours: { L1: 'black', L2: 'red', neutral: 'white', earth: 'green or bare' },
  limits: {
    ...COMMON_LIMITS,
    islandVoltageMin: limit(108, 'V', 'Lowest source voltage in island mode', '90 % of nominal.'),
    islandVoltageMax: limit(132, 'V', 'Highest source voltage in island mode', '110 % of nominal.'),
    islandFrequencyMin: limit(59, 'Hz', 'Lowest frequency in island mode', 'Default of the rule pack; the maker’s droop for PV may go beyond.', true),
    islandFrequencyMax: limit(62.4, 'Hz', 'Highest frequency in island mode', 'Default of the rule pack; the maker’s droop for PV may go beyond.', true),
  },
}
