import type { Slot } from '../evidence/point'
import { type Offered, wordIn } from '../evidence/readEntry'
import { parseQuantity } from '../quantity/parseQuantity'

/** Units as testers write them without the signs for them. Capitals tell mega from milli. */
const UNIT_WORDS: readonly [RegExp, string][] = [
  [/^(MOhms?|Mohms?|MOHMS?|megohms?|Megohms?|MΩ|MΩ)$/, 'MΩ'],
  [/^(GOhms?|Gohms?|GΩ|GΩ)$/, 'GΩ'],
  [/^(kOhms?|kohms?|KOHMS?|kΩ|kΩ)$/, 'kΩ'],
  [/^(mOhms?|mohms?|mΩ|mΩ)$/, 'mΩ'],
  [/^(ohms?|Ohms?|OHMS?|Ω|Ω)$/, 'Ω'],
  [/^(msec|mS|MS|millis?)$/, 'ms'],
  [/^(sec|secs|S)$/, 's'],
  [/^(volts?|VAC|VDC|Volts?)$/, 'V'],
  [/^(amps?|Amps?|AAC)$/, 'A'],
]

const unitOf = (text: string): string => UNIT_WORDS.find(([is]) => is.test(text))?.[1] ?? text

const SHAPE = /^([<>≤≥]?)\s*([+-]?[\d.,'’\s\u00a0]*\d[.,]?)\s*([^\d.,]*)$/u

/** The unit that stands behind a figure itself; empty where none does. */
export const ownUnitOf = (text: string): string => (SHAPE.exec(text.trim())?.[3] ?? '').trim()

/** Whether a text is a figure, with or without a unit. */
export const isFigureText = (text: string): boolean => SHAPE.test(text.trim())

/** A number by the mark that the file has between whole and part; the other mark parts thousands, and only there. */
function numberIn(text: string, decimal: '.' | ','): string | null {
  const thousands = decimal === '.' ? ',' : '.'
  const bare = text.replace(/['’\s\u00a0]/g, '')
  const grouped = new RegExp(`^[+-]?\\d{1,3}(\\${thousands}\\d{3})+(\\${decimal}\\d*)?$`)
  const plain = new RegExp(`^[+-]?(\\d+(\\${decimal}\\d*)?|\\${decimal}\\d+)$`)
  if (!plain.test(bare) && !grouped.test(bare)) return null
  return bare.replaceAll(thousands, '').replace(decimal, '.')
}

/**
 * A value of a tester's memory as it is offered to a slot: a figure in the slot's unit, by the decimal mark of the file, with the side it is open to; or the
 * text as it stands, for words such as “no trip”, and for whatever cannot be read.
 *
 * @param unit what the file says of the unit beside the value; empty where it says nothing
 * @example testerFigure(insulationSlot, '>1,000', 'MOhm', '.') // { kind: 'figure', value: 1000, unit: 'MΩ', digits: '1000', bound: 'above' }
 */
export function testerFigure(slot: Slot, text: string, unit: string, decimal: '.' | ','): Offered {
  const said = text.trim()
  const asTyped: Offered = { kind: 'typed', text: said }
  if (slot.input.kind !== 'quantity') return asTyped
  const { input } = slot
  if (input.alsoWords && wordIn(input.alsoWords, said.replace(/\s*ms$/i, '').replace(/\s/g, '')) !== null)
    return { kind: 'typed', text: said.replace(/\s*ms$/i, '').replace(/\s/g, '') }
  const [, sign = '', figure = '', own = ''] = SHAPE.exec(said) ?? []
  const digits = figure === '' ? null : numberIn(figure, decimal)
  if (digits === null) return asTyped
  const written = unitOf(own.trim() || unit.trim())
  // a short number of its own has one reading, whatever its digits are
  const one = parseQuantity(`1 ${written}`, input.unit)
  if (!one.ok) return { kind: 'typed', text: `${said} ${own ? '' : written}`.trim() }
  const value = Number(digits) * one.value.value
  return {
    kind: 'figure',
    value: Number(value.toPrecision(12)),
    unit: input.unit,
    digits: one.value.value === 1 ? digits.replace(/^\+/, '').replace(/\.$/, '') : null,
    bound: sign === '' ? null : sign === '>' || sign === '≥' ? 'above' : 'below',
  }
}
