import { type Result, err, ok } from '../result'
import { UNIT_FORMS, type Unit, conversionFactor } from './units'

/** A number as a person wrote it: its value in the wanted unit, and the text, so that digits are never lost. */
export interface WrittenQuantity {
  value: number
  unit: Unit
  /** The number as typed, decimal point normalised: `"38.20"` keeps its zero. */
  digits: string
}

const NUMBER = /^([+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+))\s*(.*)$/u

/**
 * Reads `"38.2"`, `"0,31 Ω"`, `".31"`, `"2k"`, `"220 mΩ"` as a value in the unit wanted.
 *
 * Either decimal mark is taken; a number with both, or with a thousands mark, is refused rather than guessed.
 * A bare prefix (`2k`, `300m`) applies to the wanted unit. Another quantity's unit (`3 V` where Ω is wanted) is an error that names both.
 *
 * @returns the value in `wanted`, or a sentence that says what is wrong
 * @example
 * parseQuantity('0,31', 'Ω') // => { ok: true, value: { value: 0.31, unit: 'Ω', digits: '0.31' } }
 */
export function parseQuantity(text: string, wanted: Unit): Result<WrittenQuantity, string> {
  const trimmed = text.trim()
  if (trimmed.length > 40) return err('That is too long for a number. Type the value and its unit, such as 38.2 Ω.')
  const match = NUMBER.exec(trimmed)
  if (!match) return err(`“${trimmed}” is not a number. Type it with a point or a comma, such as 38.2 or 38,2.`)
  const [, written = '', unitText = ''] = match
  if (/[.,]/.test(unitText)) return err(`“${trimmed}” has more than one decimal mark. Type it without thousands marks.`)
  const digits = written.replace(',', '.')
  const number = Number(digits)
  if (!Number.isFinite(number)) return err(`“${trimmed}” is not a finite number.`)
  const unit = unitText.trim()
  if (unit === '') return ok({ value: number, unit: wanted, digits })
  // insulation is written in megohms, and its bare prefixes are those of the ohm
  const bare: Record<string, number> =
    wanted === 'MΩ' ? { k: 1e-3, M: 1, G: 1e3 } : { k: 1e3, M: 1e6, µ: 1e-6, u: 1e-6 }
  if (unit in bare) return ok({ value: number * (bare[unit] ?? 1), unit: wanted, digits })
  if (unit === 'm' && wanted !== 'm' && wanted !== 'mm' && wanted !== 'MΩ')
    return ok({ value: number / 1000, unit: wanted, digits })
  const form = UNIT_FORMS.get(unit)
  if (!form)
    return err(
      `The unit “${unit}” is not known here. ${wanted ? `This reading is in ${wanted}.` : 'This reading has no unit.'}`,
    )
  const factor = conversionFactor(form.unit, wanted)
  if (factor === null)
    return err(`${unit} does not fit: this reading is in ${wanted || 'plain numbers'}. Check which reading this is.`)
  return ok({ value: number * form.factor * factor, unit: wanted, digits })
}
