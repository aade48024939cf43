import type { CustomerPromise, Installation } from '../installation/installation'
import { type Verdict, worstVerdict } from '../rules/verdict'
import type { Judgement, Point } from './point'

/** A promise to the customer with what stands behind it (H-1). */
export interface PromiseEvidence {
  promise: CustomerPromise
  verdict: Verdict
  /** What the customer reads: shown, or plainly not proven. */
  says: string
  points: readonly { key: string; label: string; verdict: Verdict; value: string | null }[]
}

/** Points that a kind of promise rests on. */
const RESTS_ON: Readonly<Record<CustomerPromise['kind'], (promise: CustomerPromise, point: Point) => boolean>> = {
  staysOn: ({ loadTags }, { key }) => loadTags.some((tag) => key === `outage.stayedOn.${tag}`),
  gapClass: (_promise, { key }) => key === 'outage.gap',
  // a runtime is shown by running the battery down against a meter; no such point exists in this slice of the work, so it stays Open
  runtime: () => false,
  protection: (_promise, { key }) => key === 'earth.islandBond' || /^earth\.rcd\..*\.island$/.test(key),
}

const SAYS: Readonly<Record<Verdict, string>> = {
  proven: 'Shown on the day.', watch: 'Shown on the day, with a remark.', stop: 'Not kept. The crew has to come back to this.', open: 'Not proven: there is no measurement behind it yet.',
}

/** Ties each promise to its evidence; a promise without points, or with none measured, is Open and says so. */
export function promiseEvidence(installation: Installation, points: readonly Point[], judgements: ReadonlyMap<string, Judgement>): PromiseEvidence[] {
  return installation.promises.map((promise) => {
    const own = points.filter((point) => RESTS_ON[promise.kind](promise, point)).map((point) => {
      const judgement = judgements.get(point.key)
      return { key: point.key, label: point.label, verdict: judgement?.verdict ?? ('open' as const), value: judgement?.value ?? null }
    })
    const verdict = worstVerdict(own.map((point) => point.verdict))
    const says = promise.kind === 'runtime' && verdict === 'open' ? 'Worked out, not measured: nobody has run the battery down.' : SAYS[verdict]
    return { promise, verdict, says, points: own }
  })
}
