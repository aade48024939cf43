import type { PointFamily } from '../point'
import { slotReadings } from '../slotReadings'

/** T-10: three returns of the supply without anything tripping. */
export const cleanReturns: PointFamily = {
  id: 'cleanReturns',
  derive: () => [
    {
      key: 'outage.cleanReturns',
      family: 'cleanReturns',
      stage: 'outage',
      subject: 'return',
      label: 'Three clean returns',
      why: 'Shared residual-current devices like to trip when everything reconnects at once.',
      slots: [1, 2, 3].map((n) => ({
        id: `return${n}`,
        label: `Return ${n}`,
        path: ['return', String(n)],
        input: { kind: 'word', words: { clean: ['clean', 'ok', 'yes'], tripped: ['tripped', 'trip', 'no'] } } as const,
      })),
    },
  ],
  judge: (point, context) => {
    const slots = slotReadings(point, context)
    const seen = [1, 2, 3].map((n) => slots.word(`return${n}`))
    const clean = seen.filter((word) => word === 'clean').length
    const tripped = seen.filter((word) => word === 'tripped').length
    return {
      code: 'T-10',
      limit: 'three in a row',
      basis: 'Order of test (T-10), leakage at reconnection (E-10).',
      value: clean + tripped === 0 ? null : `${clean} of 3 clean`,
      verdict: tripped > 0 ? 'stop' : clean === 3 ? 'proven' : 'open',
      why:
        tripped > 0
          ? 'Something tripped on return. Find what it was and share out the leakage; never defeat the device.'
          : clean === 3
            ? 'Nothing tripped.'
            : `${3 - clean} more to see.`,
    }
  },
}
