import type { Measured } from '../../installation/installation'
import { formatQuantity } from '../../quantity/formatQuantity'
import type { Unit } from '../../quantity/units'
import { type Verdict, worstVerdict } from '../../rules/verdict'
import type { EvidenceContext, Judgement, Point, Slot } from '../point'
import { afterCalibration, slotReadings } from '../slotReadings'

/** One thing to see or measure, and what is right. */
export interface Check {
  id: string
  label: string
  /** Words of the quick line that call it. */
  path: readonly string[]
  /** Words that may stand in the call too, such as the only thing's short name. */
  optional?: readonly string[]
  /** `yes` asks for a yes, `word` for one of a few words, each with what it means; a figure has a least, a most, or a band. */
  asks:
    | { kind: 'yes'; no: string }
    | { kind: 'word'; answers: Readonly<Record<string, { typed: readonly string[]; verdict: Verdict; says: string }>> }
    | {
        kind: 'figure'
        unit: Unit
        measures?: Measured
        least?: number
        most?: number
        outside?: Verdict
        from: string
      }
}

const YES_WORDS = { yes: ['yes', 'y', 'done', 'ok'], no: ['no', 'n'] } as const

/** The slot a check is recorded on. */
export const slotOfCheck = ({ id, label, path, optional, asks }: Check): Slot => ({
  id,
  label,
  path,
  ...(optional && { optional }),
  input:
    asks.kind === 'yes'
      ? { kind: 'word', words: YES_WORDS }
      : asks.kind === 'word'
        ? {
            kind: 'word',
            words: Object.fromEntries(Object.entries(asks.answers).map(([word, { typed }]) => [word, typed])),
          }
        : { kind: 'quantity', unit: asks.unit, measures: asks.measures ?? null },
})

interface ChecksJudged {
  code: string
  basis: string
  /** What is missing beyond the checks themselves. */
  alsoMissing?: readonly string[]
}

/** Judges a point that consists of checks: what fails stops it, what is missing leaves it Open, each said by name. */
export function judgeChecks(
  checks: readonly Check[],
  point: Point,
  context: EvidenceContext,
  { code, basis, alsoMissing = [] }: ChecksJudged,
): Judgement {
  const slots = slotReadings(point, context)
  const missing: string[] = []
  const findings: { verdict: Verdict; says: string }[] = []
  const limits: string[] = []
  const shown: string[] = []
  for (const { id, label, asks } of checks) {
    const word = slots.word(id)
    if (asks.kind === 'yes' || (asks.kind === 'word' && word !== null)) {
      if (word === null) missing.push(label.toLowerCase())
      else if (asks.kind === 'yes')
        findings.push(word === 'yes' ? { verdict: 'proven', says: `${label}.` } : { verdict: 'stop', says: asks.no })
      else findings.push(asks.answers[word] ?? { verdict: 'open', says: `“${word}” is no answer here.` })
      continue
    }
    if (asks.kind === 'word') {
      missing.push(label.toLowerCase())
      continue
    }
    const value = slots.number(id)
    const { least = -Infinity, most = Infinity, unit, from, outside = 'stop' } = asks
    if (Number.isFinite(least) || Number.isFinite(most))
      limits.push(
        `${label} ${[Number.isFinite(least) && `≥ ${formatQuantity(least, unit, 4)}`, Number.isFinite(most) && `≤ ${formatQuantity(most, unit, 4)}`].filter(Boolean).join(' and ')}, from ${from}`,
      )
    if (value === null) {
      missing.push(label.toLowerCase())
      continue
    }
    shown.push(formatQuantity(value, unit, 4))
    findings.push(
      value < least - 1e-9 || value > most + 1e-9
        ? { verdict: outside, says: `${label} ${formatQuantity(value, unit, 4)} is not within ${from}.` }
        : { verdict: 'proven', says: `${label} ${formatQuantity(value, unit, 4)}.` },
    )
  }
  missing.push(...alsoMissing)
  const common = {
    code,
    value: shown.length > 0 && shown.length <= 2 ? shown.join(', ') : null,
    limit: limits.length > 0 ? limits.join('; ') : null,
    basis: limits.length > 0 ? basis : null,
  }
  const worst = findings.length > 0 ? worstVerdict(findings.map(({ verdict }) => verdict)) : 'open'
  if (worst === 'stop')
    return {
      ...common,
      verdict: 'stop',
      why: findings
        .filter(({ verdict }) => verdict === 'stop')
        .map(({ says }) => says)
        .join(' '),
    }
  if (missing.length > 0) return { ...common, verdict: 'open', why: `Still to record: ${missing.join(', ')}.` }
  return afterCalibration({ ...common, verdict: worst, why: findings.map(({ says }) => says).join(' ') }, slots)
}
