import type { Installation, Measured } from '../installation/installation'
import type { RulePack } from '../rules/rulePack'
import { type Verdict, worstVerdict } from '../rules/verdict'
import type { PointFamily, PointText } from './family'
import { figureText, limitText } from './figure'
import { type FigureLimits, judgeFigure } from '../rules/judgeFigure'
import type { EvidenceContext, Judgement, Point, Slot } from './point'
import { type SlotReadings, afterCalibration, slotReadings } from './slotReadings'
import { withinSentence } from '../withinSentence'
import { listed } from '../listed'

/** What is right for a figure: its limits, each with its own basis, and what being outside means. */
export interface FigureAsked extends FigureLimits {
  kind: 'figure'
  measures?: Measured
  outside?: Verdict
  /** What the limit is taken from, as it stands in “it has to be ≤ 10 V (…)”. */
  from: string
  /** Why there may be no limit, in a few words; the figure is then kept as Watch. */
  unlimited?: string
}

interface WordAsked {
  kind: 'word'
  answers: Readonly<Record<string, { typed: readonly string[]; verdict: Verdict; says: string }>>
}

/** One thing to see or measure, and what is right. */
export interface Check {
  id: string
  label: string
  /** Words of the quick line that call it. */
  path: readonly string[]
  /** Words that may stand in the call too, such as the only thing's short name. */
  optional?: readonly string[]
  /** `yes` asks for a yes, `word` for one of a few words, each with what it means; a figure has a least, a most, or a band. */
  asks: { kind: 'yes'; no: string } | WordAsked | FigureAsked
}

const YES_WORDS = { yes: ['yes', 'y', 'done', 'ok'], no: ['no', 'n'] } as const

function inputOf(asks: Check['asks']): Slot['input'] {
  switch (asks.kind) {
    case 'yes':
      return { kind: 'word', words: YES_WORDS }
    case 'word':
      return {
        kind: 'word',
        words: Object.fromEntries(Object.entries(asks.answers).map(([word, { typed }]) => [word, typed])),
      }
    case 'figure':
      return {
        kind: 'quantity',
        unit: asks.unit,
        measures: asks.measures ?? null,
        ...(asks.signed && { signed: true }),
      }
  }
}

/** The slot a check is recorded on. */
export const slotOfCheck = ({ id, label, path, optional, asks }: Check): Slot => ({
  id,
  label,
  path,
  ...(optional && { optional }),
  input: inputOf(asks),
})

/** What one check came to: a finding, or what is missing, with the figure that was shown. */
interface CheckJudged {
  finding: { verdict: Verdict; says: string } | null
  missing: string | null
  shown: string | null
}

const missingCheck = (label: string): CheckJudged => ({ finding: null, missing: withinSentence(label), shown: null })
const found = (verdict: Verdict, says: string, shown: string | null = null): CheckJudged => ({
  finding: { verdict, says },
  missing: null,
  shown,
})

function judgeFigureCheck({ id, label }: Check, asks: FigureAsked, slots: SlotReadings): CheckJudged {
  const figure = slots.figure(id)
  if (figure === null) return missingCheck(label)
  const text = figureText(figure.value, asks.unit, figure.bound)
  const { verdict, reason } = judgeFigure(figure, asks, slots.accuracy(id))
  switch (reason) {
    case 'missing':
      return missingCheck(label)
    case 'impossible':
      return found('open', `${label} ${text} cannot be: measure again.`, text)
    case 'boundUndecided':
      return found('open', `${label} ${text} does not say whether it is within ${asks.from}.`, text)
    case 'noLimit':
      return found(
        'watch',
        `${label} ${text}. ${asks.unlimited ?? 'There is no limit for it'}, so nothing says that this is right.`,
        text,
      )
    case 'outside':
      return found(asks.outside ?? 'stop', `${label} ${text}: it has to be ${limitText(asks)} (${asks.from}).`, text)
    case 'instrumentBand':
      return found('watch', `${label} ${text} lies closer to its limit than the instrument can tell.`, text)
    case 'inside':
      return found(verdict, `${label} ${text}.`, text)
  }
}

function judgeCheck(check: Check, slots: SlotReadings): CheckJudged {
  const { id, label, asks } = check
  if (asks.kind === 'figure') return judgeFigureCheck(check, asks, slots)
  const word = slots.word(id)
  if (word === null) return missingCheck(label)
  if (asks.kind === 'yes') return word === 'yes' ? found('proven', `${label}.`) : found('stop', asks.no)
  const answer = asks.answers[word]
  return answer ? found(answer.verdict, answer.says) : found('open', `“${word}” is no answer here.`)
}

const unique = (texts: readonly string[]) => [...new Set(texts)]

/** The limits of all figures of a point, each with its basis; `null` where nothing is limited. */
function quotedLimits(checks: readonly Check[]): { limit: string | null; basis: string | null } {
  const figures = checks.flatMap(({ label, asks }) => (asks.kind === 'figure' ? [{ label, asks }] : []))
  const limits = figures.flatMap(({ label, asks }) => {
    const text = limitText(asks)
    return text === null ? [] : [`${label} ${text}, from ${asks.from}`]
  })
  const bases = figures.flatMap(({ asks }) => [asks.least?.basis, asks.most?.basis].filter((one) => one !== undefined))
  return {
    limit: limits.length > 0 ? limits.join('; ') : null,
    basis: limits.length > 0 ? unique(bases).join(' ') : null,
  }
}

interface ChecksJudged {
  code: string
  /** What is missing beyond the checks themselves. */
  alsoMissing?: readonly string[]
}

/** Judges a point that consists of checks: what fails stops it, what is missing leaves it Open, each said by name. */
export function judgeChecks(
  checks: readonly Check[],
  point: Point,
  context: EvidenceContext,
  { code, alsoMissing = [] }: ChecksJudged,
): Judgement {
  const slots = slotReadings(point, context)
  const judged = checks.map((check) => judgeCheck(check, slots))
  const findings = judged.flatMap(({ finding }) => finding ?? [])
  const missing = [...judged.flatMap(({ missing: one }) => one ?? []), ...alsoMissing]
  const shown = judged.flatMap(({ shown: one }) => one ?? [])
  const common = {
    code,
    value: shown.length > 0 && shown.length <= 2 ? shown.join(', ') : null,
    ...quotedLimits(checks),
  }
  const saying = (verdict: Verdict) => findings.filter((one) => one.verdict === verdict).map(({ says }) => says)
  const worst = worstVerdict(findings.map(({ verdict }) => verdict))
  if (worst === 'stop') return { ...common, verdict: 'stop', why: saying('stop').join(' ') }
  if (missing.length > 0 || worst === 'open') {
    const soFar = afterCalibration({ verdict: worst, why: [...saying('open'), ...saying('watch')].join(' ') }, slots)
    return {
      ...common,
      verdict: 'open',
      ...(findings.length > 0 && { soFar: soFar.verdict }),
      why: [soFar.why, ...(missing.length > 0 ? [`Still to record: ${listed(missing)}.`] : [])].join(' ').trim(),
    }
  }
  return afterCalibration({ ...common, verdict: worst, why: findings.map(({ says }) => says).join(' ') }, slots)
}

/** A family whose points consist of checks: its slots and its judge follow from them. */
export interface ChecksDeclaration<Thing> extends Omit<PointFamily<Thing>, 'point' | 'judge'> {
  /** Calculation code the checks stand under. */
  code: string
  text: (thing: Thing, installation: Installation, pack: RulePack) => Omit<PointText<Thing>, 'slots'>
  checks: (thing: Thing, pack: RulePack) => readonly Check[]
  /** A picture of the thing is asked for too. */
  picture?: true
  /** What the plan does not say of a thing, without which its checks prove nothing: each leaves its point Open. */
  unsaid?: (thing: Thing) => readonly string[]
}

const PICTURE_SLOT: Slot = { id: 'picture', label: 'Picture', path: [], input: { kind: 'attached' } }

/** Whether a picture of the point's subject is on record. */
export const hasPicture = ({ attachments }: EvidenceContext, subject: string): boolean =>
  attachments.some((attachment) => attachment.kind === 'picture' && attachment.subject === subject)

/** Makes the family of a declaration of checks. */
export function checksFamily<Thing>({
  code,
  text,
  checks,
  picture,
  unsaid,
  ...declared
}: ChecksDeclaration<Thing>): PointFamily<Thing> {
  return {
    ...declared,
    tellsFigures: true,
    point: (thing, installation, pack) => ({
      ...text(thing, installation, pack),
      slots: [...checks(thing, pack).map(slotOfCheck), ...(picture ? [PICTURE_SLOT] : [])],
    }),
    judge: (point, context) => {
      const pictured = !picture || hasPicture(context, point.subject)
      return judgeChecks(checks(point.thing, context.pack), point, context, {
        code,
        alsoMissing: [...(pictured ? [] : ['a picture']), ...(unsaid?.(point.thing) ?? [])],
      })
    },
  }
}
