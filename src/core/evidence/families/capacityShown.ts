import { usableEnergyWh } from '../../plan/usableEnergy'
import { type ApparentCapacity, apparentCapacity } from '../../outage/run/apparentCapacity'
import { meanDemandW } from '../../plan/stayingOn'
import { planOfInstallation } from '../../plan/planOfInstallation'
import { runtime } from '../../plan/runtime'
import { formatNumber, formatQuantity } from '../../quantity/formatQuantity'
import { atLeast } from '../../quantity/tolerance'
import type { Verdict } from '../../rules/verdict'
import { type PointFamily, THE_JOB, type TheJob } from '../family'
import type { EvidenceContext, Slot } from '../point'
import { slotReadings } from '../slotReadings'

const percent = (id: string, label: string, most: number): Slot => ({
  id,
  label,
  path: ['capacity', id],
  input: { kind: 'quantity', unit: '%', measures: null, usual: { min: 0, max: most } },
})

const slots: readonly Slot[] = [
  {
    id: 'given',
    label: 'Energy given',
    path: ['capacity', 'given'],
    input: { kind: 'quantity', unit: 'Wh', measures: null },
  },
  percent('from', 'Charge at the beginning', 100),
  percent('to', 'Charge at the end', 100),
  percent('step', 'Step in which it is shown', 10),
]

/** What the battery gives at its terminals when it is full, as declared, in Wh; `null` where it is not. */
function declaredWh({ sources }: EvidenceContext['installation']): number | null {
  const fullWh = usableEnergyWh(sources)
  return fullWh === null || sources.dischargeEfficiency === null ? null : fullWh * sources.dischargeEfficiency
}

/** P-7 with what was shown in place of what is declared, in hours; `null` where something is missing. */
function hoursShown({ installation }: EvidenceContext, shownWh: number): number | null {
  const { loads } = planOfInstallation(installation).staying
  if (loads.length === 0) return null
  const { reserveSoc, usualSoc, floorSoc, standbyW } = installation.sources
  const { runtimeReserveH } = runtime({
    usableWh: shownWh,
    nominalWh: null,
    depthOfDischarge: null,
    dischargeEfficiency: 1,
    reserveSoc,
    usualSoc,
    floorSoc,
    standbyW,
    pvW: 0,
    vehicle: null,
    promisedH: null,
    loadW: meanDemandW(loads),
  })
  return runtimeReserveH
}

/** Against what is declared: below even with its error is Stop, above even with it is Proven, between them Watch. */
function verdictOf({ capacityWh, errorWh }: ApparentCapacity, leastWh: number): Verdict {
  if (atLeast(capacityWh - errorWh, leastWh)) return 'proven'
  return atLeast(capacityWh + errorWh, leastWh) ? 'watch' : 'stop'
}

const WHY: Readonly<Record<Verdict, string>> = {
  proven: 'It gives what was declared.',
  watch: 'Within its error it may be less than declared: use more of the charge, or a finer display.',
  stop: 'Less than declared, by more than its error. Look at the balance of the modules and at the maker’s terms.',
  open: '',
}

/** T-8: the capacity that the battery shows as it carries the house, and with it how long it lasts. */
export const capacityShown: PointFamily<TheJob> = {
  id: 'capacityShown',
  periodic: true,
  since: '2026-11-28',
  place: 'stayedOn',
  view: 'outage.bench',
  precedes: [],
  waitsFor: 'loadedIsland',
  restsOn: ['battery', 'inverter'],
  proves: ['runtime'],
  things: ({ sources }) => (sources.units.length === 0 ? [] : [THE_JOB]),
  key: () => 'outage.capacity',
  point: () => ({
    subject: 'capacity',
    label: 'Energy that the battery gives for its charge',
    why: 'How long it lasts is reckoned from what is declared until somebody has seen it.',
    slots,
    fullOnly: true,
  }),
  judge: (point, context) => {
    const read = slotReadings(point, context)
    const found = apparentCapacity({
      givenWh: read.number('given'),
      fromPercent: read.number('from'),
      toPercent: read.number('to'),
      stepPercent: read.number('step'),
    })
    const bound = context.pack.limits.apparentCapacityShare
    const declared = declaredWh(context.installation)
    const leastWh = declared === null ? null : declared * bound.value
    const common = {
      code: 'T-8',
      basis: bound.basis,
      limit: leastWh === null ? null : `≥ ${formatQuantity(leastWh, 'Wh', 3)}`,
      value: found && `${formatQuantity(found.capacityWh, 'Wh', 3)} ± ${formatQuantity(found.errorWh, 'Wh', 2)}`,
    }
    if (found === null)
      return {
        ...common,
        verdict: 'open',
        why: 'Energy given, and the charge before and after; it has to fall by ten steps of its display at least.',
      }
    if (leastWh === null) return { ...common, verdict: 'open', why: 'What the battery holds is not declared.' }
    const verdict = verdictOf(found, leastWh)
    const promisedH = context.installation.promises.find(({ kind }) => kind === 'runtime')?.runtimeH ?? null
    if (promisedH === null) return { ...common, verdict, why: WHY[verdict] }
    const hours = hoursShown(context, found.capacityWh - found.errorWh)
    // the promise of hours rests on this point: what cannot be worked out proves none
    if (hours === null)
      return {
        ...common,
        verdict: verdict === 'stop' ? 'stop' : 'open',
        why: `${WHY[verdict]} How long it lasts cannot be worked out: reserve or load is not known.`.trim(),
      }
    const long = `With it the house lasts ${formatNumber(hours, 3)} h from the reserve, promised ${formatNumber(promisedH, 3)} h.`
    return { ...common, verdict: atLeast(hours, promisedH) ? verdict : 'stop', why: `${WHY[verdict]} ${long}` }
  },
}
