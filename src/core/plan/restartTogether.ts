import type { Load } from '../installation/installation'
import { RULE_PACKS } from '../rules/packs'
import type { RulePackId } from '../rules/rulePack'
import { type PlanMark, worstPlanMark } from '../rules/verdict'
import type { PlannedMotorStart } from './motorStarts'
import { likelyPeakW, markAgainst } from './planMarks'
import type { LoadPattern } from './syntheticProfiles'

/** What a motor waits before it starts, in the staggered list. */
export interface StaggeredStart {
  tag: string
  name: string
  /** After the changeover; `null` once a start time before it is not known. */
  waitS: number | null
}

/** What fitting one motor with a soft start changes for all of them together. */
export interface SoftStartChange {
  tag: string
  name: string
  totalVa: number
  mark: PlanMark
}

/** Everything starts again within a second after a gap (P-6b). */
export interface RestartTogether {
  /** Motors and the others together; `null` while the start of one of them is not known. */
  totalVa: number | null
  surgeVa: number | null
  mark: PlanMark
  /** Phases on which it is too much. */
  tooMuchOn: string[]
  /** Empty where all may start at once. */
  staggered: StaggeredStart[]
  softStarts: SoftStartChange[]
}

export interface RestartFacts {
  packId: RulePackId
  /** What stays on in the outage. */
  staying: readonly Load[]
  motors: readonly PlannedMotorStart[]
  surgeVa: number | null
  /** Share of the surge on each phase; `null` where phases are not told apart. */
  surgeShares: Readonly<Record<string, number>> | null
  fitsShare: number
  /** What one device waits for after the one before it, beyond its start time. */
  pauseS: number
}

/** What a thermostat switches, all day, in the cold or in the heat: after an hour off all of it calls at once. */
const CALLING: readonly LoadPattern[] = ['steady', 'heating', 'cooling']
const callsAfterAPause = ({ pattern }: Pick<Load, 'pattern'>) => CALLING.includes(pattern)

/** A load's volt-amperes on one phase; all of them where phases are not told apart. */
const sharedVa = (va: number, load: Pick<Load, 'phase'>, phase: string | null, phases: number): number =>
  phase === null || load.phase === phase ? va : load.phase === 'all' ? va / phases : 0

function totalOn(facts: RestartFacts, startVaOf: (motor: PlannedMotorStart) => number | null, phase: string | null) {
  const { staying, motors, packId } = facts
  const phases = RULE_PACKS[packId].phases.length
  const starting = new Set(motors.map(({ load }) => load.tag))
  let totalVa = 0
  for (const motor of motors) {
    const startVa = startVaOf(motor)
    if (startVa === null) return null
    totalVa += sharedVa(startVa, motor.load, phase, phases)
  }
  const others = staying
    .filter(({ tag }) => !starting.has(tag))
    .map((load) => ({
      powerW: sharedVa(load.powerW / load.powerFactor, load, phase, phases),
      duty: callsAfterAPause(load) ? 1 : load.duty,
    }))
  return totalVa + (likelyPeakW(others) ?? 0)
}

/** Mark of the restart as a whole and on each phase, with the phases on which it is too much. */
function judged(facts: RestartFacts, startVaOf: (motor: PlannedMotorStart) => number | null) {
  const { surgeVa, surgeShares, fitsShare } = facts
  const totalVa = totalOn(facts, startVaOf, null)
  const onPhase = Object.entries(surgeShares ?? {}).map(([phase, share]) => ({
    phase,
    mark: markAgainst(totalOn(facts, startVaOf, phase), surgeVa === null ? null : surgeVa * share, fitsShare),
  }))
  return {
    totalVa,
    mark: worstPlanMark([markAgainst(totalVa, surgeVa, fitsShare), ...onPhase.map(({ mark }) => mark)]),
    tooMuchOn: onPhase.filter(({ mark }) => mark === 'exceeds').map(({ phase }) => phase),
  }
}

/** The largest first, while little else runs; each waits for the starts before it. */
function staggeredList(motors: readonly PlannedMotorStart[], pauseS: number): StaggeredStart[] {
  let waitS: number | null = 0
  return motors
    .toSorted((a, b) => (b.asIs.startVa ?? 0) - (a.asIs.startVa ?? 0))
    .map(({ load: { tag, name, startS } }) => {
      const own = { tag, name, waitS }
      waitS = waitS === null || startS === null ? null : waitS + startS + pauseS
      return own
    })
}

/**
 * P-6b: after a gap everything that was running starts again within a second, and after an hour off every thermostat calls. The sum of all motor
 * starts with what calls at once and the likely peak of the rest, against the surge, per phase; where it is too much, a staggered list, and what a soft start
 * would change.
 *
 * @returns Open with `totalVa` `null` while the start of one motor, or the surge, is not known
 */
export function restartTogether(facts: RestartFacts): RestartTogether {
  const asIs = judged(facts, ({ asIs: start }) => start.startVa)
  const softStarts =
    asIs.mark === 'fits' || asIs.mark === 'open'
      ? []
      : facts.motors.flatMap((soft): SoftStartChange[] => {
          const { withSoftStart, load } = soft
          if (withSoftStart === null) return []
          const { totalVa, mark } = judged(facts, (motor) => (motor === soft ? withSoftStart : motor.asIs).startVa)
          return totalVa === null ? [] : [{ tag: load.tag, name: load.name, totalVa, mark }]
        })
  return {
    ...asIs,
    surgeVa: facts.surgeVa,
    staggered: asIs.mark === 'exceeds' ? staggeredList(facts.motors, facts.pauseS) : [],
    softStarts,
  }
}
