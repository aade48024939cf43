import {
  ELECTRODE_CONDUCTOR_WAYS,
  type ElectrodeConductor,
  type ElectrodeConductorWay,
  electrodeConductor as conductorAgainst,
} from '../../earthing/electrodeConductor'
import type { Electrode } from '../../installation/installation'
import { formatNumber } from '../../quantity/formatQuantity'
import { numberOrOpen } from '../../quantity/orOpen'
import { SIZE_UNITS, sizeSystemOf, sizeText, sizesOf } from '../../rules/conductors'
import type { RulePack } from '../../rules/rulePack'
import type { PointFamily } from '../family'
import type { EvidenceContext, Judgement, Point, Slot } from '../point'
import { pointOf } from '../pointOf'
import { latestBySlot } from '../reading'
import { afterCalibration, slotReadings } from '../slotReadings'
import { EARTHING_SYSTEM_KEY } from './earthingSystem'
import { electrodeResistance } from './electrodeResistance'
import { withinSentence } from '../../withinSentence'
import { listed } from '../../listed'

const unitOf = (pack: RulePack): string => SIZE_UNITS[sizeSystemOf(pack.id)]
const sizeWords = ({ id }: RulePack) => Object.fromEntries(sizesOf(sizeSystemOf(id)).map((size) => [size, [size]]))

function slotsOf(tag: string, pack: RulePack): Slot[] {
  const slot = (id: string, label: string, input: Slot['input']): Slot => ({ id, label, path: ['ec', tag, id], input })
  return [
    slot('size', `Conductor, ${unitOf(pack)} copper`, { kind: 'word', words: sizeWords(pack) }),
    slot('way', 'It runs', {
      kind: 'word',
      words: Object.fromEntries(ELECTRODE_CONDUCTOR_WAYS.map((way) => [way, [way]])),
    }),
    slot('neutral', `Neutral of the supply, ${unitOf(pack)} copper`, { kind: 'word', words: sizeWords(pack) }),
    slot('fault', 'Fault current it may carry', { kind: 'quantity', unit: 'A', measures: null }),
    slot('time', 'Time until it is cut off', { kind: 'quantity', unit: 's', measures: null }),
  ]
}

/**
 * Whether the street's neutral current can come through: by how the supply comes in (E-7). An earth that is parted while islanded is joined
 * the rest of the time.
 */
function divertedNeutral({ readings }: EvidenceContext): boolean | null {
  const system = latestBySlot(readings, EARTHING_SYSTEM_KEY).get('system')?.valueWord ?? null
  return system === null ? null : system === 'TN-C-S'
}

function missingOf(
  point: Point,
  context: EvidenceContext,
  clampMaxA: number | null,
  { sizeVerdict }: ElectrodeConductor,
): string[] {
  const slots = slotReadings(point, context)
  const open = point.slots.filter(
    ({ id, input }) => (input.kind === 'word' ? slots.word(id) : slots.number(id)) === null,
  )
  return [
    ...open.map(({ label }) => withinSentence(label)),
    ...(clampMaxA === null ? ['the clamp reading on it'] : []),
    ...(divertedNeutral(context) === null && sizeVerdict === 'open' ? ['how the supply comes in'] : []),
  ]
}

function whyOf(found: ElectrodeConductor, size: string | null, pack: RulePack, missing: readonly string[]): string {
  const smallest = found.smallestSize === null ? null : sizeText(pack.id, found.smallestSize)
  // what is not said yet may ask for more
  const does = missing.length > 0 ? `It will be ${smallest} at least.` : `${smallest} is the smallest that does.`
  const least = smallest === null ? '' : ` ${does}`
  const tooThin = [
    ...(found.sizeVerdict === 'stop' ? ['too thin for the way it runs or for the street’s neutral current'] : []),
    ...(found.continuousVerdict === 'stop' ? ['too thin for the current that was clamped'] : []),
    ...(found.shortCircuitVerdict === 'stop'
      ? [`too thin for a fault, which needs ${numberOrOpen(found.adiabaticMm2, 3)} mm²`]
      : []),
  ]
  if (tooThin.length > 0) return `${sizeText(pack.id, size ?? '')} is ${tooThin.join(', and ')}.${least}`
  if (missing.length > 0) return `Still to say: ${listed(missing)}.${least}`
  return found.verdict === 'watch'
    ? 'It does, but the clamp reading lies closer to its rating than the instrument can tell.'
    : `It carries what it may have to.${least}`
}

/** E-12: the conductor of each electrode, against the way it runs, diverted neutral current and a fault. */
export const electrodeConductor: PointFamily<Electrode> = {
  id: 'electrodeConductor',
  since: '2026-11-27',
  place: 'electrode',
  view: 'earth.bench',
  precedes: [],
  waitsFor: null,
  restsOn: [],
  proves: [],
  things: ({ electrodes }) => electrodes,
  key: ({ tag }) => `earth.conductor.${tag}`,
  point: ({ tag }, _installation, pack) => ({
    subject: tag,
    label: `Conductor of electrode ${tag}`,
    why: 'With the street’s neutral broken it carries the house’s current, for hours.',
    slots: slotsOf(tag, pack),
  }),
  judge: (point, context): Judgement => {
    const { pack } = context
    const slots = slotReadings(point, context)
    const electrode = slotReadings(pointOf(electrodeResistance, point.thing, context), context)
    const clampMaxA = electrode.number('clamp')
    const size = slots.word('size')
    const way = slots.word('way') as ElectrodeConductorWay | null
    const found = conductorAgainst({
      pack: pack.id,
      size,
      // while nobody has said how it runs the easiest way stands in: what is too thin for that is too thin
      way: way ?? 'protected',
      divertedNeutral: divertedNeutral(context),
      supplyNeutralSize: slots.word('neutral'),
      bondingSize: null,
      rodsOnly: false,
      factors: [],
      clampMaxA,
      instrument: electrode.accuracy('clamp'),
      faultCurrentA: slots.number('fault'),
      faultS: slots.number('time'),
      kFactor: null,
    })
    const missing = missingOf(point, context, clampMaxA, found)
    const verdict = way === null && found.verdict !== 'stop' ? 'open' : found.verdict
    return afterCalibration(
      {
        code: 'E-12',
        verdict,
        value: size === null ? null : sizeText(pack.id, size),
        why: whyOf(found, size, pack, missing),
        limit: found.requiredMm2 === null ? null : `≥ ${formatNumber(found.requiredMm2, 3)} mm²`,
        basis: 'E-12: least size for the way it runs and for bonding. Confirm against the local table.',
      },
      slots,
    )
  },
}
