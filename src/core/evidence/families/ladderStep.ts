import type { Load } from '../../installation/installation'
import { formatNumber, formatQuantity } from '../../quantity/formatQuantity'
import { atMost } from '../../quantity/tolerance'
import type { PointFamily } from '../family'
import { slotReadings } from '../slotReadings'

/** The slot of what a load drew as it came on. */
export const DRAWN_SLOT = 'drawn'
export const ladderStepKey = (tag: string) => `outage.rung.${tag}`

/** T-14: each backed-up load on the ladder, with the watts by which the house changed as it came on in the island. */
export const ladderStep: PointFamily<Load> = {
  id: 'ladderStep',
  since: '2026-11-28',
  place: 'stayedOn',
  view: 'outage.bench',
  precedes: [],
  waitsFor: 'loadedIsland',
  restsOn: ['inverter', 'gateway', 'battery'],
  proves: [],
  things: ({ loads }) => loads.filter(({ backedUp, powerW }) => backedUp && powerW > 0),
  key: ({ tag }) => ladderStepKey(tag),
  point: ({ tag, name }) => ({
    subject: tag,
    label: `${name} switched on in the outage`,
    why: 'A load that draws other than the list says is another appliance, another circuit or a wrong plate.',
    slots: [
      {
        id: DRAWN_SLOT,
        label: 'Drawn as it came on',
        path: ['rung', tag],
        input: { kind: 'quantity', unit: 'W', measures: null, usual: { min: 0, max: 50_000 } },
      },
    ],
    fullOnly: true,
  }),
  judge: (point, context) => {
    const { powerW } = point.thing
    const drawnW = slotReadings(point, context).number(DRAWN_SLOT)
    const bound = context.pack.limits.rungExpectedShare
    const common = {
      code: 'T-14',
      limit: `${formatQuantity(powerW, 'W', 3)} ± ${formatNumber(bound.value * 100, 3)} %`,
      basis: bound.basis,
      value: drawnW === null ? null : formatQuantity(drawnW, 'W'),
    }
    if (drawnW === null) return { ...common, verdict: 'open', why: 'Not switched on in the outage yet.' }
    if (drawnW <= 0)
      return { ...common, verdict: 'stop', why: 'Nothing came on: it is dead in the outage, or on another circuit.' }
    if (!atMost(Math.abs(drawnW - powerW), bound.value * powerW))
      return {
        ...common,
        verdict: 'watch',
        why: 'It draws other than the load list says: another appliance, another circuit, or a wrong plate. The list should learn it.',
      }
    return { ...common, verdict: 'proven', why: 'Switched on in the outage, and draws what was expected.' }
  },
}
