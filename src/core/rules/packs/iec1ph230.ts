import type { RulePack } from '../rulePack'
import { COMMON_LIMITS, IEC_BENDING_ROOM, IEC_ELECTRODE_CONDUCTOR, IEC_COLOURS, IEC_DEVICES, IEC_WORDS } from './common'
import { IEC_WARNINGS } from './warnings'

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
  ...IEC_DEVICES,
  bendingRoom: IEC_BENDING_ROOM,
  ampacityA: {
    '1.5': 19.5,
    '2.5': 27,
    '4': 36,
    '6': 46,
    '10': 63,
    '16': 85,
    '25': 112,
    '35': 138,
    '50': 168,
    '70': 213,
    '95': 258,
  },
  ampacityBasis: 'Method C, two loaded conductors, PVC copper. Confirm against the local table.',
  electrodeConductor: IEC_ELECTRODE_CONDUCTOR,
  warnings: IEC_WARNINGS,
  limits: COMMON_LIMITS,
}
