import type { SurveyItem } from '../../installation/survey'
import { itemsOf } from '../../installation/survey'
import { formatNumber, formatQuantity, formatWhole } from '../../quantity/formatQuantity'
import { numberOrOpen } from '../../quantity/orOpen'
import { judgeFigure } from '../../rules/judgeFigure'
import { type Verdict, worstVerdict } from '../../rules/verdict'
import { expectedVoc, judgeVoc } from '../../wiring/pvStringTest'
import type { PointFamily } from '../family'
import type { EvidenceContext, Point, Slot } from '../point'
import { latestBySlot, madeAt } from '../reading'
import { type SlotReadings, afterCalibration, slotReadings } from '../slotReadings'
import { POLARITY } from './polarity'
import { listed } from '../../listed'

type PvSystem = SurveyItem<'pvSystem'>['detail']

/** One string of a PV system, with what its plates say. */
export interface PvString {
  tag: string
  name: string
  n: number
  /** Strings of the system that the survey knows of; `null` while it does not say. */
  strings: number | null
  detail: PvSystem
}

const stringsOf = ({ tag, name, detail }: SurveyItem<'pvSystem'>): PvString[] =>
  Array.from({ length: detail.stringsInParallel ?? 1 }, (_, k) => ({
    tag,
    name,
    n: k + 1,
    strings: detail.stringsInParallel,
    detail,
  }))

const keyOf = ({ tag, n }: Pick<PvString, 'tag' | 'n'>): string => `wire.dead.string.${tag}.${n}`

const AT_WORDS = { '1000 V': ['1000', '1000v', '1kv'], '500 V': ['500', '500v'], '250 V': ['250', '250v'] } as const

function slotsOf({ tag, n, detail }: PvString): Slot[] {
  const path = (word: string) => [word, tag, `s${n}`]
  return [
    {
      id: 'polarity',
      label: 'Polarity',
      path: path('pol'),
      input: { kind: 'word', words: { right: POLARITY.right.typed, reversed: POLARITY.reversed.typed } },
    },
    {
      id: 'voc',
      label: 'Open-circuit voltage',
      path: path('voc'),
      input: { kind: 'quantity', unit: 'V', measures: 'dcVoltage' },
    },
    ...(detail.optimisers
      ? []
      : ([
          {
            id: 'moduleTemp',
            label: 'Modules’ temperature meanwhile',
            path: path('mt'),
            input: { kind: 'quantity', unit: '°C', measures: null, signed: true },
          },
          {
            id: 'isc',
            label: 'Short-circuit current',
            path: path('isc'),
            input: { kind: 'quantity', unit: 'A', measures: 'dcCurrent' },
          },
        ] satisfies Slot[])),
    {
      id: 'insulationAt',
      label: 'Insulation tested at',
      path: path('irv'),
      input: { kind: 'word', words: AT_WORDS },
    },
    {
      id: 'insulation',
      label: 'Insulation to earth',
      path: path('ir'),
      input: { kind: 'quantity', unit: 'MΩ', measures: 'insulation' },
    },
  ]
}

interface Finding {
  verdict: Verdict
  says: string
}

interface Test {
  string: PvString
  slots: SlotReadings
  context: EvidenceContext
}

const open = (says: string): Finding => ({ verdict: 'open', says })

function polarity({ slots }: Test): Finding {
  const word = slots.word('polarity')
  if (word === null) return open('Polarity is still to test.')
  return word === 'right' ? POLARITY.right : POLARITY.reversed
}

function voltage({ string, slots, context }: Test): Finding {
  const vocV = slots.number('voc')
  if (vocV === null) return open('Its open-circuit voltage is still to measure.')
  const { detail } = string
  const expected = expectedVoc({ ...detail, optimiserSafeV: detail.optimiserSafeV ?? null }, slots.number('moduleTemp'))
  const share = context.pack.limits.stringVoltageShare.value
  const found = judgeVoc(vocV, expected, share)
  const measured = formatQuantity(vocV, 'V', 4)
  if (found === null) return open(`${measured} cannot be judged: not known is ${listed(expected.missing)}.`)
  const wanted = `${numberOrOpen(expected.expectedV, 4)} V ± ${share * 100} %`
  if (found.inside) return { verdict: 'proven', says: `${measured}, expected ${wanted}.` }
  const modules = Math.abs(found.modulesShort)
  const word = `${modules} module${modules === 1 ? '' : 's'}`
  const as =
    modules === 0 ? '' : found.modulesShort > 0 ? `, as if ${word} were missing` : `, as if it had ${word} too many`
  return { verdict: 'stop', says: `${measured} where ${wanted} is expected${as}.` }
}

/** The same figure on the strings of the same system, read at one moment. */
function likeStrings({ string, context }: Test, slot: string): number[] {
  const own = latestBySlot(context.readings, keyOf(string)).get(slot)
  if (own === undefined) return []
  const apartMs = context.pack.limits.likeStringsWithin.value * 1000
  return Array.from({ length: string.strings ?? 1 }, (_, k) => k + 1)
    .filter((n) => n !== string.n)
    .flatMap((n) => latestBySlot(context.readings, keyOf({ tag: string.tag, n })).get(slot) ?? [])
    .filter(
      (other) => other.valueNumber !== null && Math.abs(Date.parse(madeAt(other)) - Date.parse(madeAt(own))) <= apartMs,
    )
    .map(({ valueNumber }) => valueNumber as number)
}

function likeEachOther(test: Test, slot: string, unit: 'V' | 'A', share: number): Finding | null {
  const own = test.slots.number(slot)
  if (own === null) return null
  const far = likeStrings(test, slot).find((other) => Math.abs(other - own) > share * Math.max(other, own))
  return far === undefined
    ? null
    : {
        verdict: 'watch',
        says: `A like string reads ${formatQuantity(far, unit, 4)} at the same time, this one ${formatQuantity(own, unit, 4)}.`,
      }
}

function current(test: Test): Finding | null {
  const { string, slots, context } = test
  if (string.detail.optimisers) return null
  const iscA = slots.number('isc')
  if (iscA === null) return open('Its short-circuit current is still to measure.')
  if (iscA <= 0)
    return open('0 A is no current: look at the connectors, the isolator and the light, and measure again.')
  const { moduleIscA, backGain } = string.detail
  const measured = formatQuantity(iscA, 'A', 4)
  if (moduleIscA === null) return open(`${measured} cannot be judged: not known is the modules’ short-circuit current.`)
  if (backGain === null) return open(`${measured} cannot be judged: not known is whether the modules are two-faced.`)
  const { stringCurrentFactor, likeStringsShare } = context.pack.limits
  const most = { value: moduleIscA * stringCurrentFactor.value * (1 + backGain), basis: stringCurrentFactor.basis }
  const { verdict } = judgeFigure({ value: iscA, bound: null }, { unit: 'A', most }, slots.accuracy('isc'))
  if (verdict !== 'proven')
    return { verdict: 'watch', says: `${measured} is more than the plate’s ${formatNumber(moduleIscA, 4)} A allow.` }
  return likeEachOther(test, 'isc', 'A', likeStringsShare.value) ?? { verdict: 'proven', says: `${measured}.` }
}

/** System voltage above which insulation is tested at 1,000 V. */
function testVoltage({ string, context }: Test): { least: number | null; says: string } {
  const { modulesInString, moduleVocV } = string.detail
  if (modulesInString === null || moduleVocV === null)
    return { least: null, says: 'at which voltage is not known: the system’s voltage is not' }
  const above = context.pack.limits.insulationHighAbove.value
  return modulesInString * moduleVocV > above
    ? { least: 1000, says: `at ${formatWhole(1000)} V, the system being above ${above} V` }
    : { least: 500, says: 'at 500 V' }
}

function insulation(test: Test): Finding {
  const { slots, context } = test
  const { least, says } = testVoltage(test)
  const figure = slots.figure('insulation')
  if (figure === null) return open(`Its insulation is still to test, ${says}.`)
  const { verdict, reason } = judgeFigure(
    figure,
    { unit: 'MΩ', least: context.pack.limits.insulationMin },
    slots.accuracy('insulation'),
  )
  const value = formatQuantity(figure.value, 'MΩ', 4)
  if (reason === 'outside') return { verdict, says: `Insulation of ${value} is below the limit.` }
  const at = slots.word('insulationAt')
  if (at === null) return open(`Insulation ${value}: say at which voltage it was tested; it has to be ${says}.`)
  if (least === null || parseInt(at, 10) < least)
    return open(`Insulation ${value} at ${at}: it has to be tested ${says}.`)
  return { verdict, says: `Insulation ${value} at ${at}.` }
}

/** W-4: each string of every array, AC-coupled ones too, before it is joined to its inverter. */
export const deadString: PointFamily<PvString> = {
  id: 'deadString',
  place: 'deadTests',
  view: 'wire.dead',
  precedes: ['firstLive.dead'],
  waitsFor: null,
  restsOn: ['inverter', 'isolator', 'pv'],
  proves: [],
  tellsFigures: true,
  things: ({ survey }) => itemsOf(survey, 'pvSystem').flatMap(stringsOf),
  key: keyOf,
  point: (string) => ({
    subject: string.tag,
    label: `${string.name}, string ${string.n}: polarity, ${string.detail.optimisers ? 'the optimisers’ safe voltage' : 'Voc, Isc'}, insulation`,
    why: 'A string that is reversed or one module short burns an inverter, not a fuse.',
    slots: slotsOf(string),
  }),
  judge: (point: Point<PvString>, context) => {
    const string = point.thing
    const slots = slotReadings(point, context)
    const test = { string, slots, context }
    const share = context.pack.limits.stringVoltageShare.value
    const findings = [
      polarity(test),
      voltage(test),
      likeEachOther(test, 'voc', 'V', share),
      current(test),
      insulation(test),
      string.strings === null ? open('How many strings the system has is not known.') : null,
    ].filter((found) => found !== null)
    const verdict = worstVerdict(findings.map((found) => found.verdict))
    const spoken = verdict === 'proven' ? findings : findings.filter((found) => found.verdict === verdict)
    const vocV = slots.number('voc')
    return afterCalibration(
      {
        code: 'W-4',
        verdict,
        value: vocV === null ? null : formatQuantity(vocV, 'V', 4),
        why: spoken.map(({ says }) => says).join(' '),
        limit: `modules × their voltage at their temperature ± ${share * 100} %; insulation ≥ ${context.pack.limits.insulationMin.value} MΩ`,
        basis: context.pack.limits.stringVoltageShare.basis,
      },
      slots,
    )
  },
}
