import { madeAt } from '../reading'
import type { Installation } from '../../installation/installation'
import { formatNumber, formatQuantity } from '../../quantity/formatQuantity'
import { numberOrOpen } from '../../quantity/orOpen'
import type { Phase, RulePack } from '../../rules/rulePack'
import { ctDecidingStepW, ctIsCertain, ctScaleBound } from '../../wiring/ctCertainty'
import { type CtSense, type CtState, type CtStep, ctSense } from '../../wiring/ctSense'
import type { PointFamily } from '../family'
import type { EvidenceContext, Point } from '../point'
import { type SlotReadings, afterCalibration, slotReadings } from '../slotReadings'

/** Steps one transformer may be tried with. */
export const MOST_CT_STEPS = 6
/** Slot that begins a new series: the transformer was turned or moved, and what it answered before says nothing of it now. */
export const CT_ANEW = 'anew'
/** Noise of a meter nobody has watched: one standard deviation, in watts. */
export const USUAL_METER_NOISE_W = 15

export const CT_WORDS: Readonly<Record<CtState, string>> = {
  right: 'right',
  reversed: 'reversed',
  wrongConductor: 'on the wrong conductor or phase',
  wrongRatio: 'set to the wrong ratio',
}

/** Phases whose current transformer is tried: all of the supply's, where there is a gateway or an inverter to be guided by them. */
const phasesOf = ({ components }: Installation, { phases }: RulePack) =>
  components.some(({ kind }) => kind === 'gateway' || kind === 'inverter') ? phases : []

/** Steps on record for a transformer, with the noise they are held against. */
export function ctStepsOf(slots: Pick<SlotReadings, 'number' | 'reading'>): { steps: CtStep[]; meterNoiseW: number } {
  const at = (slot: string) => {
    const reading = slots.reading(slot)
    return reading ? madeAt(reading) : ''
  }
  const begun = at(CT_ANEW)
  const sinceBegun = (slot: string) => (at(slot) > begun ? slots.number(slot) : null)
  const steps = Array.from({ length: MOST_CT_STEPS }, (_, k) => ({
    appliedW: sinceBegun(`load${k + 1}`),
    meterW: sinceBegun(`meter${k + 1}`),
  }))
  return {
    steps: steps.filter((step): step is CtStep => step.appliedW !== null && step.meterW !== null),
    // a meter that showed the same figure each time has its noise below its last digit, where nobody saw it
    meterNoiseW: slots.number('noise') || USUAL_METER_NOISE_W,
  }
}

/** W-5: sense and ratio of each phase's current transformer from known load steps. */
export const ctSteps: PointFamily<Phase> = {
  id: 'ctSteps',
  place: 'transformers',
  view: 'wire.cts',
  precedes: [],
  waitsFor: 'firstLive',
  restsOn: ['inverter', 'gateway', 'meter'],
  proves: [],
  things: phasesOf,
  key: (phase) => `wire.ct.${phase}`,
  point: (phase) => {
    const short = phase.toLowerCase()
    return {
      subject: phase,
      label: `Current transformer of ${phase}: way round, phase, ratio`,
      why: 'A transformer the wrong way round makes the battery push when it should hold, and nobody sees it in the app.',
      slots: [
        ...Array.from({ length: MOST_CT_STEPS }, (_, k) => k + 1).flatMap((n) => [
          {
            id: `load${n}`,
            label: `Step ${n}: known load switched`,
            path: ['ct', short, `load${n}`],
            input: { kind: 'quantity', unit: 'W', measures: null, signed: true } as const,
          },
          {
            id: `meter${n}`,
            label: `Step ${n}: change the meter shows`,
            path: ['ct', short, `meter${n}`],
            input: { kind: 'quantity', unit: 'W', measures: null, signed: true } as const,
          },
        ]),
        {
          id: CT_ANEW,
          label: 'Turned or moved, begin anew',
          path: ['ct', short, 'anew'],
          input: { kind: 'word', words: { turned: ['turned', 'moved', 'yes'] } },
        } as const,
        {
          id: 'noise',
          label: 'Noise of the meter',
          path: ['ct', short, 'noise'],
          input: { kind: 'quantity', unit: 'W', measures: null } as const,
        },
      ],
    }
  },
  judge: judgeCt,
}

/** With three phases, the voltage of another one makes half of what a heater draws: cos 120° = −0.5. */
const HALF = { least: 0.4, most: 0.6 }
const mayBeHalf = (scale: number, bound: number) =>
  Math.abs(scale) + bound >= HALF.least && Math.abs(scale) - bound <= HALF.most

/** What is to be done about a transformer, in the order in which it is looked for; nothing more where it answers right. */
function remedyOf({ scale, state, impliedRatio }: CtSense, bound: number, { phases }: RulePack): string {
  if (state === 'right') return ' Enough has been seen.'
  if (state === 'wrongConductor') return ' Find the conductor it really sits on.'
  if (state === 'reversed') {
    const legs = phases.length === 2 ? ' See first that its voltage is taken from its own leg.' : ''
    return ` Turn it round, or swap its two leads.${legs}`
  }
  if (scale === null || impliedRatio === null) return ''
  if (phases.length === 3 && mayBeHalf(scale, bound))
    return ' Half is what one answers whose voltage is taken from another phase: mend that before the ratio is touched.'
  const turned = scale < 0 ? ' Turn it round, and' : ' See that the battery rested meanwhile; if so,'
  return `${turned} its ratio has to be multiplied by ${formatNumber(Math.abs(impliedRatio), 3)}.`
}

/** No household load is switched that is larger, in watts. */
const LARGEST_LOAD_W = 10_000

/** What decides where the steps so far do not: a load of the size that it takes, or a better known one where no load is large enough. */
const notSureYet = (decidesAtW: number): string =>
  decidesAtW > LARGEST_LOAD_W
    ? ' Not sure yet, and close to a limit: measure what the load really draws, and try again.'
    : ` Not sure yet: a larger load or another step decides (${formatQuantity(decidesAtW, 'W', 3)} or more).`

function judgeCt(point: Point, context: EvidenceContext) {
  const { limits, id } = context.pack
  const slots = slotReadings(point, context)
  const { steps, meterNoiseW } = ctStepsOf(slots)
  const sense = ctSense({ pack: id, steps, meterNoiseW })
  const { scale, state } = sense
  const bound = ctScaleBound(steps, meterNoiseW, sense.scaleError)
  const isCertain = ctIsCertain(sense, bound, limits)
  const verdict = sense.verdict === 'proven' && !isCertain ? 'watch' : sense.verdict
  const provesAt = formatQuantity(ctDecidingStepW(meterNoiseW, limits, 1), 'W', 3)
  const common = {
    code: 'W-5',
    limit: `${limits.ctScaleMin.value} to ${limits.ctScaleMax.value}`,
    basis: `Least squares over ${steps.length} step${steps.length === 1 ? '' : 's'}; at ${formatQuantity(meterNoiseW, 'W')} of noise steps of less than ${provesAt} do not prove it.`,
    value: scale === null ? null : formatNumber(scale, 3),
  }
  if (state === null)
    return { ...common, verdict, why: 'Switch a known load on and off, and note what the meter makes of it.' }
  const told = `It answers ${numberOrOpen(scale, 3)} ± ${formatNumber(bound, 2)} for 1: ${CT_WORDS[state]}.`
  const todo = isCertain
    ? remedyOf(sense, bound, context.pack)
    : notSureYet(ctDecidingStepW(meterNoiseW, limits, scale ?? 1))
  return afterCalibration({ ...common, verdict, why: `${told}${todo}` }, slots)
}
