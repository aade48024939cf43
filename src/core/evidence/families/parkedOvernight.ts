import { fitOf } from '../../installation/fit'
import type { PointFamily } from '../point'
import { latestBySlot } from '../reading'

export const PARKED_KEY = 'fit.parked'

/** What must be true before everybody goes home with work unfinished (F-5), each answered by somebody who looked. */
export const PARKED_STEPS = {
  bypass: 'House fed through the bypass, or as it was found; the supply proven at the board.',
  locks: 'Gateway, inverter and battery isolated, locked off and labelled with name and telephone number.',
  pv: 'PV isolated on its AC side; DC strings stay live in daylight: ends insulated and labelled.',
  covers: 'Covers on; no live part within reach of anybody in the house.',
  told: 'The household told what works, what does not, and whom to call.',
} as const

/** Parking overnight: kept like readings, so that somebody stands behind it; nothing that every job has to show. */
export const parkedOvernight: PointFamily = {
  id: 'parkedOvernight',
  derive: ({ fit }) =>
    fitOf(fit, 'task').length === 0
      ? []
      : [
          {
            key: PARKED_KEY,
            family: 'parkedOvernight',
            stage: 'fit',
            subject: 'parked',
            label: 'Parked overnight',
            why: 'Whoever opens a cover in the night must find it safe.',
            timing: true,
            slots: Object.entries(PARKED_STEPS).map(([id, label]) => ({
              id,
              label,
              path: ['park', id],
              input: { kind: 'word' as const, words: { yes: ['yes', 'y', 'done'], no: ['no', 'n'] } },
            })),
          },
        ],
  judge: (_point, context) => {
    const latest = latestBySlot(context.readings, PARKED_KEY)
    const missing = Object.keys(PARKED_STEPS).filter((id) => latest.get(id)?.valueWord !== 'yes')
    return {
      verdict: missing.length === 0 ? 'proven' : 'open',
      value: null,
      why:
        missing.length === 0
          ? 'Looked at and locked off.'
          : `Not looked at yet: ${missing.length} of ${Object.keys(PARKED_STEPS).length}.`,
      limit: null,
      basis: null,
      code: 'F-5',
    }
  },
}
