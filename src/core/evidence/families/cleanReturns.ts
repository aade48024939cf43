import { type PointFamily, type TheJob, onceAJob } from '../family'
import { slotReadings } from '../slotReadings'

const RETURNS = [1, 2, 3] as const
const WORDS = { clean: ['clean', 'ok', 'yes'], tripped: ['tripped', 'trip', 'no'] } as const

/** T-10: three returns of the supply without anything tripping. */
export const cleanReturns: PointFamily<TheJob> = {
  id: 'cleanReturns',
  periodic: true,
  place: 'cleanReturns',
  view: 'outage.bench',
  precedes: ['handover.returns'],
  waitsFor: 'loadedIsland',
  restsOn: ['inverter', 'gateway', 'battery'],
  proves: [],
  things: onceAJob,
  key: () => 'outage.cleanReturns',
  point: () => ({
    subject: 'return',
    label: 'Three clean returns',
    why: 'Shared residual-current devices like to trip when everything reconnects at once.',
    slots: RETURNS.map((n) => ({
      id: `return${n}`,
      label: `Return ${n}`,
      path: ['return', String(n)],
      input: { kind: 'word', words: WORDS },
    })),
  }),
  judge: (point, context) => {
    const slots = slotReadings(point, context)
    const seen = RETURNS.map((n) => slots.word(`return${n}`))
    const clean = seen.filter((word) => word === 'clean').length
    const tripped = seen.filter((word) => word === 'tripped').length
    const common = {
      code: 'T-10',
      limit: 'three in a row',
      basis: 'Order of test (T-10), leakage at reconnection (E-10).',
      value: clean + tripped === 0 ? null : `${clean} of 3 clean`,
    }
    if (tripped > 0)
      return {
        ...common,
        verdict: 'stop',
        why: 'Something tripped on return. Find what it was and share out the leakage; never defeat the device.',
      }
    if (clean < RETURNS.length) return { ...common, verdict: 'open', why: `${RETURNS.length - clean} more to see.` }
    return { ...common, verdict: 'proven', why: 'Nothing tripped.' }
  },
}
