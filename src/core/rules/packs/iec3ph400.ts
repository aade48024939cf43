import type { RulePack } from '../rulePack'
import { COMMON_LIMITS, IEC_BENDING_ROOM, IEC_ELECTRODE_CONDUCTOR, IEC_COLOURS, IEC_DEVICES, IEC_WORDS } from './common'
import { IEC_WARNINGS } from './warnings'

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
  ...IEC_DEVICES,
  bendingRoom: IEC_BENDING_ROOM,
  ampacityA: {
    '1.5': 17.5,
    '2.5': 24,
    '4': 32,
    '6': 41,
    '10': 57,
    '16': 76,
    '25': 96,
    '35': 119,
    '50': 144,
    '70': 184,
    '95': 223,
  },
  ampacityBasis: 'Method C, three loaded conductors, PVC copper. Confirm against the local table.',
  electrodeConductor: IEC_ELECTRODE_CONDUCTOR,
  warnings: IEC_WARNINGS,
  limits: COMMON_LIMITS,
}
