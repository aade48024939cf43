import { madeAt } from '../reading'
import {
  type ElectrodeAim,
  type ElectrodeTarget,
  electrodeTarget,
  secondAboveAim,
} from '../../earthing/electrodeTarget'
import { formatQuantity } from '../../quantity/formatQuantity'
import { quantityOrOpen } from '../../quantity/orOpen'
import { worstVerdict } from '../../rules/verdict'
import type { Electrode, Installation } from '../../installation/installation'
import type { PointFamily } from '../family'
import type { EvidenceContext, Slot } from '../point'
import { type SlotReadings, afterCalibration, slotReadings } from '../slotReadings'
import { pointOf } from '../pointOf'
import { MEASURING_METHODS } from './electrodeMethods'

/** Slots of one electrode; the only one of a job need not be named on the quick line. */
function slotsOf({ tag, method }: Electrode, only: boolean): Slot[] {
  const named = only ? [] : [tag]
  const optional = only ? [tag] : []
  return [
    {
      id: 'clamp',
      label: 'Clamp on its conductor first',
      path: ['clamp', ...named],
      optional,
      input: { kind: 'quantity', unit: 'A', measures: 'earthCurrent' },
    },
    ...MEASURING_METHODS[method].slots.map(({ word, ...slot }) => ({
      ...slot,
      path: ['ra', ...named, word],
      optional,
    })),
  ]
}

/** What the region holds an electrode against: a target the crew picked, or one electrode at most so high and else a second one. */
const aimOf = (electrode: Electrode, { installation, pack }: EvidenceContext): ElectrodeAim =>
  pack.id === 'na-split-240'
    ? secondAboveAim(pack.limits, installation.electrodes.length)
    : { kind: 'ohm', targetOhm: electrode.targetOhm }

function limitOf(electrode: Electrode, context: EvidenceContext): string {
  const aim = aimOf(electrode, context)
  if (aim.kind === 'ohm') return `≤ ${electrode.targetOhm} Ω, also in a dry season (× ${electrode.seasonalFactor})`
  return (aim.electrodeCount ?? 1) >= 2 ? 'two or more: none' : `≤ ${aim.targetOhm} Ω, or a second electrode`
}

/** The largest rated residual current that relies on the electrode; `null` while no circuit is entered. */
function relyingOn({ circuits }: Installation): number | 'none' | null {
  if (circuits.length === 0) return null
  const rated = circuits.flatMap(({ iDeltaNMa }) => iDeltaNMa ?? [])
  return rated.length === 0 ? 'none' : Math.max(...rated)
}

const stopWords = (
  { targetOhm, targetVerdict, touchV }: ElectrodeTarget,
  value: string | null,
  season: string,
): string =>
  targetVerdict === 'stop'
    ? `${value} is above the target of ${targetOhm} Ω${season}.`
    : `In a dry season ${quantityOrOpen(touchV, 'V', 3)} may stand on earthed metal before the residual-current device trips.`

const HOUR_MS = 3_600_000

/** Whether the clamp reading was taken before the conductor was opened for the probes, and on the same visit (E-3). */
function clampOf(slots: SlotReadings, probes: readonly string[], visitHours: number): { counts: boolean; why: string } {
  const timeOf = (slot: string) => {
    const reading = slots.reading(slot)
    return reading ? [madeAt(reading)] : []
  }
  const probed = probes.flatMap(timeOf).sort()
  const [clampedAt] = timeOf('clamp')
  const [first] = probed
  const last = probed.at(-1)
  if (clampedAt === undefined || first === undefined || last === undefined) return { counts: true, why: '' }
  if (clampedAt > first)
    return { counts: false, why: 'The clamp reading on record was taken after the electrode was opened. ' }
  return Date.parse(last) - Date.parse(clampedAt) > visitHours * HOUR_MS
    ? { counts: false, why: 'The clamp reading on record is from another visit. ' }
    : { counts: true, why: '' }
}

/** An electrode's readings by the method chosen for it (E-3), with the clamp reading that counts for them. */
export function measuredElectrode(electrode: Electrode, context: EvidenceContext) {
  const { limits } = context.pack
  const slots = slotReadings(pointOf(electrodeResistance, electrode, context), context)
  const method = MEASURING_METHODS[electrode.method]
  const clamp = clampOf(slots, method.probed, limits.visitHours.value)
  const clampA = clamp.counts ? slots.number('clamp') : null
  const measured = method.measure(slots, clampA, {
    maxDeviationPercent: limits.electrodeDeviationMaxPercent.value,
    clampForbidsOpeningA: limits.clampForbidsOpening.value,
  })
  return { measured, method, slots, clamp, clampA }
}

/** The reading that is an electrode's resistance, by the method it is measured with. */
export const electrodeReading = (electrode: Electrode, slots: SlotReadings): { ohm: number | null; slot: string } => {
  const slot = MEASURING_METHODS[electrode.method].ohmSlot
  return { ohm: slots.number(slot), slot }
}

/** E-3 and E-4: each electrode by the method chosen for it, behind the clamp reading, against the target the crew picked. */
export const electrodeResistance: PointFamily<Electrode> = {
  id: 'electrodeResistance',
  periodic: true,
  place: 'electrode',
  view: 'earth.bench',
  precedes: ['firstIsland.electrode'],
  waitsFor: null,
  restsOn: [],
  proves: [],
  things: ({ electrodes }) => electrodes,
  key: ({ tag }) => `earth.electrode.${tag}`,
  point: (electrode, { electrodes }) => ({
    subject: electrode.tag,
    label: `Resistance of electrode ${electrode.tag}`,
    why: 'In island mode the local electrode is the house’s only earth.',
    slots: slotsOf(electrode, electrodes.length === 1),
  }),
  judge: (point, context) => {
    const electrode = point.thing
    const { limits } = context.pack
    const { measured, method, slots, clamp, clampA } = measuredElectrode(electrode, context)
    const resistanceOhm = measured.resistanceOhm ?? null
    const target = electrodeTarget({
      aim: aimOf(electrode, context),
      resistanceOhm,
      seasonalFactor: electrode.seasonalFactor,
      iDeltaNMa: relyingOn(context.installation),
      touchLimitV: limits.touchVoltageMax.value,
      instrument: slots.accuracy(method.ohmSlot),
    })
    const common = {
      code: 'E-3',
      value: resistanceOhm === null ? null : formatQuantity(resistanceOhm, 'Ω'),
      limit: limitOf(electrode, context),
      basis: limits.electrodeResistanceMax.basis,
    }
    if (measured.guard === 'stop')
      return {
        ...common,
        verdict: 'stop',
        why: `${quantityOrOpen(clampA, 'A')} flows in the electrode conductor. Do not open it; keep people off metalwork and find where the current comes from.`,
      }
    if (measured.guard === 'open')
      return {
        ...common,
        verdict: 'open',
        why: `${clamp.why}Clamp the electrode conductor first: at ${formatQuantity(limits.clampForbidsOpening.value, 'A')} or more it must not be opened.`,
      }
    if (measured.isUnfinished) return { ...common, verdict: measured.verdict, why: measured.said }
    const season =
      target.seasonalOhm === null ? '' : `, about ${formatQuantity(target.seasonalOhm, 'Ω', 3)} in a dry season`
    const why = target.verdict === 'stop' ? stopWords(target, common.value, season) : `${measured.said}${season}.`
    return afterCalibration({ ...common, verdict: worstVerdict([measured.verdict, target.verdict]), why }, slots)
  },
}
