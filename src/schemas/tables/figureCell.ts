import { readDecimal } from '@/core/exchange/csvTable'
import { UNIT_FORMS, type Unit } from '@/core/quantity/units'

/** A figure as a cell has it: its value in the field's own unit, or the two that it may be; `unit` tells whether the cell itself named one. */
export type FigureCell =
  { kind: 'figure'; value: number; unit: boolean } | { kind: 'either'; values: [number, number] } | { kind: 'none' }

/** `1.200` and `1,200`: a mark before exactly three digits parts thousands or decimals, and nothing in the cell says which. */
const DOUBTFUL = /^[-+]?[1-9]\d{0,2}[.,]\d{3}$/
const WRITTEN = /^([-+−]?[\d.,\s\u00a0\u202f’']+(?:e[-+]?\d+)?)\s*([a-zA-ZΩ°%]*)$/

/** Decimal mark of a file, told by the figures that have only one reading; `null` where they tell nothing, or both. */
export function decimalMarkOf(cells: readonly string[]): ',' | '.' | null {
  const marks = new Set(
    cells.flatMap((cell): (',' | '.')[] => {
      const figure = WRITTEN.exec(cell)?.[1]?.replace(/[\s\u00a0\u202f’']/g, '') ?? ''
      if (DOUBTFUL.test(figure) || readDecimal(figure) === null) return []
      const last = Math.max(figure.lastIndexOf(','), figure.lastIndexOf('.'))
      if (last < 0) return []
      const mark = figure[last] as ',' | '.'
      // a mark that comes twice parts thousands
      return figure.indexOf(mark) === last ? [mark] : [mark === ',' ? '.' : ',']
    }),
  )
  const [only] = marks
  return marks.size === 1 && only ? only : null
}

/** A unit as a sheet writes it, as a factor into the field's own; `null` for one of another quantity. */
function factorOf(written: string, unit: Unit | undefined): number | null {
  if (written === '') return 1
  const form =
    UNIT_FORMS.get(written) ?? UNIT_FORMS.get(written.replace(/^K/, 'k')) ?? UNIT_FORMS.get(written.toLowerCase())
  return form && form.unit === unit ? form.factor : null
}

/**
 * Reads a cell with a figure, with or without its unit, in either decimal mark.
 *
 * @param unit the field's own unit; a cell in another quantity is none
 * @param mark the file's decimal mark where it is known; without it `1.200` is either of two
 * @example
 * readFigureCell('2,8 kW', 'W', null) // { kind: 'figure', value: 2800, unit: true }
 * readFigureCell('1.200', 'W', null) // { kind: 'either', values: [1.2, 1200] }
 */
export function readFigureCell(cell: string, unit: Unit | undefined, mark: ',' | '.' | null): FigureCell {
  const [, figure = '', written = ''] = WRITTEN.exec(cell.trim()) ?? []
  const factor = factorOf(written, unit)
  const value = readDecimal(figure)
  if (factor === null || value === null) return { kind: 'none' }
  const bare = figure.replace(/[\s\u00a0\u202f’']/g, '')
  const scaled = (plain: number) => Number((plain * factor).toPrecision(15))
  if (!DOUBTFUL.test(bare)) return { kind: 'figure', value: scaled(value), unit: written !== '' }
  const thousands = Number(bare.replace(/[.,]/, ''))
  if (mark === null) return { kind: 'either', values: [scaled(value), scaled(thousands)] }
  return { kind: 'figure', value: scaled(bare.includes(mark) ? value : thousands), unit: written !== '' }
}
