import type { CustomerPromise, Installation } from '../installation/installation'
import { type Verdict, worstVerdict } from '../rules/verdict'
import { familyOf } from './families'
import type { Judgement, Point } from './point'

/** A promise to the customer with what stands behind it (H-1). */
export interface PromiseEvidence {
  promise: CustomerPromise
  verdict: Verdict
  /** What the customer reads: shown, or plainly not proven. */
  says: string
  points: readonly { key: string; label: string; verdict: Verdict; value: string | null }[]
}

/** Whether a point stands behind a promise, as its family declares. */
function standsBehind(point: Point, promise: CustomerPromise): boolean {
  const { proves, standsBehind: own } = familyOf(point)
  return proves.includes(promise.kind) && (own?.(point.thing, promise) ?? true)
}

const SAYS: Readonly<Record<Verdict, string>> = {
  proven: 'Shown on the day.',
  watch: 'Shown on the day, with a remark.',
  stop: 'Not kept. The crew has to come back to this.',
  open: 'Not proven: there is no measurement behind it yet.',
}

/** When each point was last read or attached to, as ISO instants. */
export type LastEvidence = ReadonlyMap<string, string>

/**
 * Ties each promise to its evidence; a promise without points, or with none measured, is Open and says so. Evidence from before a plan
 * changed the promise belongs to what was promised then: the promise turns Open again until it is shown anew.
 */
export function promiseEvidence(
  installation: Installation,
  points: readonly Point[],
  judgements: ReadonlyMap<string, Judgement>,
  lastEvidence: LastEvidence,
): PromiseEvidence[] {
  return installation.promises.map((promise) => {
    let outdated = 0
    const own = points
      .filter((point) => standsBehind(point, promise))
      .map((point) => {
        const judgement = judgements.get(point.key)
        const last = lastEvidence.get(point.key)
        const stale = promise.changedAt !== null && last !== undefined && last < promise.changedAt
        if (stale) outdated++
        return {
          key: point.key,
          label: point.label,
          verdict: stale ? ('open' as const) : (judgement?.verdict ?? ('open' as const)),
          value: judgement?.value ?? null,
        }
      })
    const verdict = worstVerdict(own.map((point) => point.verdict))
    if (outdated > 0 && verdict === 'open' && promise.changedAt !== null)
      return {
        promise,
        verdict,
        points: own,
        says: `Open again: the plan changed this promise on ${promise.changedAt.slice(0, 10)}, and what was shown before belongs to the old one. ${promise.changeNote ?? ''}`.trim(),
      }
    const says =
      promise.kind === 'runtime' && verdict === 'open'
        ? 'Worked out, not measured: nobody has run the battery down.'
        : SAYS[verdict]
    return { promise, verdict, says, points: own }
  })
}
