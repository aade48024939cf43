import type { RulePack } from '../rulePack'
import { COMMON_LIMITS, IEC_COLOURS, IEC_WORDS } from './common'

/** Three phase 230/400 V, 50 Hz. */
export const iec3ph400: RulePack = {
  id: 'iec-3ph-400',
  name: 'Three phase, 230/400 V 50 Hz',
  nominalV: 230,
  supplyV: 400,
  nominalHz: 50,
  phases: ['L1', 'L2', 'L3'],
  words: IEC_WORDS,
  conductorColours: IEC_COLOURS,
  limits: COMMON_LIMITS,
}
