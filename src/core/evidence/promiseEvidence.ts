import { verdictAt } from './verdictAt'
import type { CustomerPromise, Installation } from '../installation/installation'
import { type Verdict, worstVerdict } from '../rules/verdict'
import { dayThere } from '../time/daysOfInstant'
import { familyOf } from './families'
import type { Judgement, Point } from './point'

/** A promise to the customer with what stands behind it (H-1). */
export interface PromiseEvidence {
  promise: CustomerPromise
  verdict: Verdict
  /** What the customer reads: shown, or plainly not proven. */
  says: string
  /** What it speaks of and no point of the job shows; while there is any it is not proven. */
  missing: readonly string[]
  points: readonly { key: string; label: string; verdict: Verdict; value: string | null }[]
}

/** Whether a point stands behind a promise, as its family declares. */
function standsBehind(point: Point, promise: CustomerPromise): boolean {
  const { proves, standsBehind: own } = familyOf(point)
  return proves.includes(promise.kind) && (own?.(point.thing, promise) ?? true)
}

/** Backed-up circuits that no point shows to be protected on the battery, and backed-up loads on no known circuit. */
function unprotected({ circuits, loads }: Installation, own: readonly Point[]): string[] {
  const backedUp = circuits.filter((circuit) => circuit.backedUp)
  if (backedUp.length === 0) return ['any backed-up circuit']
  const shown = new Set(own.map(({ subject }) => subject))
  const without = backedUp.filter(({ tag }) => !shown.has(tag)).map(({ tag, name }) => `${tag} ${name}`)
  const astray = loads
    .filter((load) => load.backedUp && !circuits.some(({ tag }) => tag === load.circuitTag))
    .map(({ name }) => `the circuit of ${name}`)
  return [...without, ...astray]
}

/** Loads named in a promise that no point looks at: taken out since, or no longer backed up. */
function unseen({ loads }: Installation, { loadTags }: CustomerPromise, own: readonly Point[]): string[] {
  const shown = new Set(own.map(({ subject }) => subject))
  return loadTags.filter((tag) => !shown.has(tag)).map((tag) => loads.find((load) => load.tag === tag)?.name ?? tag)
}

/** What a promise speaks of and nothing in the job shows; it is not kept for less. */
function missingBehind(installation: Installation, promise: CustomerPromise, own: readonly Point[]): string[] {
  switch (promise.kind) {
    case 'protection':
      return unprotected(installation, own)
    case 'staysOn':
      return unseen(installation, promise, own)
    case 'gapClass':
    case 'runtime':
      return []
  }
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
    const behind = points.filter((point) => standsBehind(point, promise))
    const missing = missingBehind(installation, promise, behind)
    const own = behind.map((point) => {
      const judgement = judgements.get(point.key)
      const last = lastEvidence.get(point.key)
      const stale = promise.changedAt !== null && last !== undefined && last < promise.changedAt
      if (stale) outdated++
      return {
        key: point.key,
        label: point.label,
        verdict: stale ? ('open' as const) : verdictAt(judgements, point.key),
        value: judgement?.value ?? null,
      }
    })
    const verdict = worstVerdict([...own.map((point) => point.verdict), ...missing.map(() => 'open' as const)])
    if (outdated > 0 && verdict === 'open' && promise.changedAt !== null)
      return {
        promise,
        verdict,
        points: own,
        missing,
        says: `Open again: the plan changed this promise on ${dayThere(promise.changedAt, installation.site)}, and what was shown before belongs to the old one. ${promise.changeNote ?? ''}`.trim(),
      }
    if (missing.length > 0 && verdict === 'open')
      return { promise, verdict, points: own, missing, says: `Not proven: nothing shows ${missing.join(', ')}.` }
    const says =
      promise.kind === 'runtime' && verdict === 'open'
        ? 'Worked out, not measured: nobody has run the battery down.'
        : SAYS[verdict]
    return { promise, verdict, says, points: own, missing }
  })
}
