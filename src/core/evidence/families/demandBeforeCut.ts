import { limitsOfInstallation } from '../../plan/limitsOfInstallation'
import { type GoNoGo, goNoGo } from '../../plan/goNoGo'
import { formatQuantity } from '../../quantity/formatQuantity'
import { type PointFamily, type TheJob, onceAJob } from '../family'
import type { EvidenceContext } from '../point'
import { slotReadings } from '../slotReadings'

/** The slot of what the house drew just before the cut. */
export const DEMAND_SLOT = 'demand'

/** T-15 for a house: the load list, its school and its limits, with what is drawn now. */
export function goNoGoOf(
  { installation, pack }: Pick<EvidenceContext, 'installation' | 'pack'>,
  demandW: number | null,
  pvSteadyMin: number | null,
): GoNoGo {
  const { nightW, changeoverW, dayW } = limitsOfInstallation(installation)
  return goNoGo({
    demandW,
    changeoverLimitW: changeoverW,
    nightLimitW: nightW,
    dayLimitW: dayW,
    byHand: installation.chosenSchool === 'manualChangeover',
    pvSteadyMin,
    loads: installation.loads.filter(({ backedUp }) => backedUp),
    demandShareOfLimit: pack.limits.demandShareOfLimit.value,
  })
}

/** T-15: the house draws little enough for the changeover before the supply is cut with loads on. */
export const demandBeforeCut: PointFamily<TheJob> = {
  id: 'demandBeforeCut',
  periodic: true,
  since: '2026-11-28',
  place: 'heavyOff',
  view: 'outage.bench',
  precedes: ['loadedIsland.heavy'],
  waitsFor: null,
  restsOn: ['inverter', 'gateway', 'battery'],
  proves: [],
  things: onceAJob,
  key: () => 'outage.demand',
  point: () => ({
    subject: 'demand',
    label: 'What the house draws before the cut',
    why: 'A changeover under more than it carries trips at once, and the test shows nothing.',
    slots: [
      {
        id: DEMAND_SLOT,
        label: 'Drawn by the house',
        path: ['demand'],
        input: { kind: 'quantity', unit: 'W', measures: null },
      },
    ],
    fullOnly: true,
  }),
  judge: (point, context) => {
    const demandW = slotReadings(point, context).number(DEMAND_SLOT)
    const found = goNoGoOf(context, demandW, null)
    const { demandShareOfLimit } = context.pack.limits
    const WHY = {
      open:
        demandW === null
          ? 'Read the gateway or the meter just before.'
          : 'What the changeover carries is not known: declare the sources first.',
      noGo: 'More than may be drawn as it changes over. Turn things off first.',
      go: 'Go: little enough for the changeover.',
    } as const
    return {
      code: 'T-15',
      verdict: found.word === 'go' ? 'proven' : found.word === 'noGo' ? 'stop' : 'open',
      value: demandW === null ? null : formatQuantity(demandW, 'W'),
      limit: found.aimW === null ? null : `≤ ${formatQuantity(found.aimW, 'W')}`,
      basis: demandShareOfLimit.basis,
      why: WHY[found.word],
    }
  },
}
