import { type Bench, pointsToShow } from '../evidence/bench'

export interface LimitUsed {
  code: string
  basis: string
  /** The figures, each once, in the order of the points. */
  limits: string[]
  points: number
}

/** Every basis that a verdict of the job quotes, once, with the limits that rest on it and how many points they judged. */
export function limitsUsed(bench: Bench): LimitUsed[] {
  const used = new Map<string, LimitUsed>()
  for (const { key } of pointsToShow(bench)) {
    const judgement = bench.judgements.get(key)
    if (!judgement?.limit) continue
    const basis = judgement.basis ?? 'not stated'
    const id = `${judgement.code} ${basis}`
    const known = used.get(id) ?? { code: judgement.code, basis, limits: [], points: 0 }
    used.set(id, known)
    known.points++
    if (!known.limits.includes(judgement.limit)) known.limits.push(judgement.limit)
  }
  return [...used.values()].sort((one, other) => one.code.localeCompare(other.code, 'en', { numeric: true }))
}
