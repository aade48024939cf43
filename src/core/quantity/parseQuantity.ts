import { type Result, err, ok } from '../result'
import { UNIT_FORMS, type Unit, conversionFactor } from './units'

/** A number as a person wrote it: its value in the wanted unit, and the text, so that digits are never lost. */
export interface WrittenQuantity {
  value: number
  unit: Unit
  /** The number as typed, in the unit wanted, decimal point normalised: `"38.20"` keeps its zero, `"4.9512k"` is `"4951.2"`. */
  digits: string
}

/** Why a text is no quantity of the unit wanted: a code and its facts. */
export type QuantityFault =
  | { code: 'tooLong' }
  | { code: 'notANumber'; text: string }
  | { code: 'twoDecimalMarks'; text: string }
  | { code: 'twoReadings'; text: string; asThousands: string; asDecimal: string }
  | { code: 'notFinite'; text: string }
  | { code: 'unknownUnit'; unit: string; wanted: Unit }
  | { code: 'otherQuantity'; unit: string; wanted: Unit }

const NUMBER = /^([+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+))\s*(.*)$/u
const MOST_CHARACTERS = 40
/** Digits in groups of three, with a mark between them that is no decimal one. */
const GROUPED = /^([+-]?\d{1,3})((?:[\s'’]\d{3})+)(?!\d)/u
/** Three digits behind a single mark: `1,300` is one and three tenths to some and thirteen hundred to others; so is `2.500`, with zeros nobody needs. */
const TWO_READINGS = /^[+-]?([1-9]\d{0,2})(?:,(\d{3})|\.(\d{2}0))(?!\d)/u

/**
 * Reads `"38.2"`, `"0,31 Ω"`, `".31"`, `"2k"`, `"220 mΩ"` as a value in the unit wanted.
 *
 * Either decimal mark is taken, and digits in groups of three with spaces between them; a number with both marks, or with one that can be read two
 * ways (`1,300`), is refused rather than guessed.
 * A bare prefix (`2k`, `300m`) applies to the wanted unit. Another quantity's unit (`3 V` where Ω is wanted) is a fault that names both.
 *
 * @returns the value in `wanted`, or the fault
 * @example
 * parseQuantity('0,31', 'Ω') // => { ok: true, value: { value: 0.31, unit: 'Ω', digits: '0.31' } }
 */
export function parseQuantity(text: string, wanted: Unit): Result<WrittenQuantity, QuantityFault> {
  const trimmed = text
    .trim()
    .replace(/^−/u, '-')
    .replace(GROUPED, (_whole, head: string, groups: string) => head + groups.replace(/[\s'’]/gu, ''))
  if (trimmed.length > MOST_CHARACTERS) return err({ code: 'tooLong' })
  const [, whole, afterComma, afterPoint] = TWO_READINGS.exec(trimmed) ?? []
  const after = afterComma ?? afterPoint
  if (whole !== undefined && after !== undefined && !/[.,]/.test(trimmed.slice(trimmed.search(/[.,]/) + 1)))
    return err({
      code: 'twoReadings',
      text: trimmed,
      asThousands: whole + after,
      asDecimal: String(Number(`${whole}.${after}`)),
    })
  const match = NUMBER.exec(trimmed)
  if (!match) return err({ code: 'notANumber', text: trimmed })
  const [, written = '', unitText = ''] = match
  if (/[.,]/.test(unitText)) return err({ code: 'twoDecimalMarks', text: trimmed })
  const digits = written.replace(',', '.')
  const number = Number(digits)
  if (!Number.isFinite(number)) return err({ code: 'notFinite', text: trimmed })
  const factor = factorOf(unitText.trim(), wanted)
  if (!factor.ok) return factor
  if (factor.value === 1) return ok({ value: number, unit: wanted, digits })
  const scaled = scaledDigits(digits, factor.value)
  return ok({ value: Number(scaled), unit: wanted, digits: scaled })
}

/**
 * A written number times what its unit stands for, a single figure and a power of ten, digit by digit: none is rounded by a prefix.
 * `"4.9512"` times 1000 is `"4951.2"`, `"1.5"` times 60 is `"90"`.
 */
function scaledDigits(digits: string, factor: number): string {
  const [, sign = '', whole = '', fraction = ''] = /^([+-]?)(\d*)\.?(\d*)$/.exec(digits) ?? []
  const places = Math.floor(Math.log10(factor) + 1e-9)
  const times = BigInt(Math.round(factor / 10 ** places))
  const decimals = fraction.length - places
  const figures = String(BigInt(whole + fraction) * times) + '0'.repeat(Math.max(0, -decimals))
  const padded = figures.padStart(decimals + 1, '0')
  const point = padded.length - Math.max(0, decimals)
  const behind = padded.slice(point).replace(/0+$/, '')
  return sign + (padded.slice(0, point).replace(/^0+(?=\d)/, '') || '0') + (behind === '' ? '' : `.${behind}`)
}

/** What a written unit multiplies the number with, to come to the unit wanted. */
function factorOf(unit: string, wanted: Unit): Result<number, QuantityFault> {
  if (unit === '') return ok(1)
  // insulation is written in megohms, and its bare prefixes are those of the ohm
  const bare: Record<string, number> =
    wanted === 'MΩ' ? { k: 1e-3, M: 1, G: 1e3 } : { k: 1e3, M: 1e6, µ: 1e-6, u: 1e-6 }
  if (Object.hasOwn(bare, unit)) return ok(bare[unit] ?? 1)
  if (unit === 'm' && wanted !== 'm' && wanted !== 'mm' && wanted !== 'MΩ') return ok(1e-3)
  const form = UNIT_FORMS.get(unit)
  if (!form) return err({ code: 'unknownUnit', unit, wanted })
  const factor = conversionFactor(form.unit, wanted)
  return factor === null ? err({ code: 'otherQuantity', unit, wanted }) : ok(form.factor * factor)
}

/** A fault in one sentence that says what to do. */
export function quantityFaultWords(fault: QuantityFault): string {
  switch (fault.code) {
    case 'tooLong':
      return 'That is too long for a number. Type the value and its unit, such as 38.2 Ω.'
    case 'notANumber':
      return `“${fault.text}” is not a number. Type it with a point or a comma, such as 38.2 or 38,2.`
    case 'twoDecimalMarks':
      return `“${fault.text}” has more than one decimal mark. Type it without thousands marks.`
    case 'twoReadings':
      return `“${fault.text}” can be read two ways. Type ${fault.asThousands}, or ${fault.asDecimal}.`
    case 'notFinite':
      return `“${fault.text}” is not a finite number.`
    case 'unknownUnit':
      return `The unit “${fault.unit}” is not known here. ${fault.wanted ? `This reading is in ${fault.wanted}.` : 'This reading has no unit.'}`
    case 'otherQuantity':
      return `${fault.unit} does not fit: this reading is in ${fault.wanted || 'plain numbers'}. Check which reading this is.`
  }
}
