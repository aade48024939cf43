import { fitOf } from '../../installation/fit'
import { type PointFamily, type TheJob, THE_JOB } from '../family'
import { latestBySlot } from '../reading'

export const PARKED_KEY = 'fit.parked'

/** What must be true before everybody goes home with work unfinished (F-5), each answered by somebody who looked. */
export const PARKED_STEPS = {
  bypass: 'House fed through the bypass, or as it was found; the supply proven at the board',
  locks: 'Gateway, inverter and battery isolated, locked off and labelled with name and telephone number',
  pv: 'PV isolated on its AC side; DC strings stay live in daylight: ends insulated and labelled',
  covers: 'Covers on; no live part within reach of anybody in the house',
  told: 'The household told what works, what does not, and whom to call',
} as const

const STEP_IDS = Object.keys(PARKED_STEPS)
const WORDS = { yes: ['yes', 'y', 'done'], no: ['no', 'n'] } as const

/** Parking overnight: kept like readings, so that somebody stands behind it; nothing that every job has to show. */
export const parkedOvernight: PointFamily<TheJob> = {
  id: 'parkedOvernight',
  place: 'mounting',
  view: 'fit.day',
  precedes: [],
  waitsFor: null,
  restsOn: [],
  proves: [],
  timing: true,
  things: ({ fit }) => (fitOf(fit, 'task').length === 0 ? [] : [THE_JOB]),
  key: () => PARKED_KEY,
  point: () => ({
    subject: 'parked',
    label: 'Parked overnight',
    why: 'Whoever opens a cover in the night must find it safe.',
    slots: Object.entries(PARKED_STEPS).map(([id, label]) => ({
      id,
      label,
      path: ['park', id],
      input: { kind: 'word', words: WORDS },
    })),
  }),
  judge: (point, context) => {
    const latest = latestBySlot(context.readings, point.key)
    const missing = STEP_IDS.filter((id) => latest.get(id)?.valueWord !== 'yes').length
    return {
      verdict: missing === 0 ? 'proven' : 'open',
      value: null,
      why: missing === 0 ? 'Looked at and locked off.' : `Not looked at yet: ${missing} of ${STEP_IDS.length}.`,
      limit: null,
      basis: null,
      code: 'F-5',
    }
  },
}
