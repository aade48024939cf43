import { type Bench, pointsToShow } from '../evidence/bench'

export interface LimitUsed {
  code: string
  limit: string
  basis: string
  points: number
}

/** Every limit that a verdict of the job quotes, once, with where it comes from and how many points it judged. */
export function limitsUsed(bench: Bench): LimitUsed[] {
  const used = new Map<string, LimitUsed>()
  for (const { key } of pointsToShow(bench)) {
    const judgement = bench.judgements.get(key)
    if (!judgement?.limit) continue
    const basis = judgement.basis ?? 'not stated'
    const id = `${judgement.code} ${judgement.limit} ${basis}`
    const known = used.get(id)
    if (known) known.points++
    else used.set(id, { code: judgement.code, limit: judgement.limit, basis, points: 1 })
  }
  return [...used.values()].sort((one, other) => one.code.localeCompare(other.code, 'en', { numeric: true }))
}
