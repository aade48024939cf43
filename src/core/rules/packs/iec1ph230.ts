import type { RulePack } from '../rulePack'
import { COMMON_LIMITS, IEC_COLOURS, IEC_WORDS } from './common'

/** Single phase 230 V, 50 Hz. */
export const iec1ph230: RulePack = {
  id: 'iec-1ph-230',
  name: 'Single phase, 230 V 50 Hz',
  nominalV: 230,
  supplyV: 230,
  nominalHz: 50,
  phases: ['L1'],
  words: IEC_WORDS,
  conductorColours: { L1: IEC_COLOURS.L1, neutral: IEC_COLOURS.neutral, earth: IEC_COLOURS.earth },
  limits: COMMON_LIMITS,
}
