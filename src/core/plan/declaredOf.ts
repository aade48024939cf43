import type { Installation } from '../installation/installation'
import { itemsOf } from '../installation/survey'
import { parseQuantity } from '../quantity/parseQuantity'
import type { Unit } from '../quantity/units'
import type { DeclaredField, DeclaredFigure } from './declaredData'

const isSaid = ({ value }: DeclaredFigure) => value !== null && value.trim() !== ''
const isAssumed = ({ origin }: DeclaredFigure) => origin === 'assumed' || origin === null

/**
 * What counts of all that is declared of one thing: the maker's word before any assumption, and of several the latest (P-15). A blank is not declared.
 *
 * @returns `null` where nothing is said
 * @example
 * declaredOf(list, 'Ember 6', 'faultCurrent') // => { value: '46 A', origin: 'letter', … }
 */
export function declaredOf(
  declared: readonly DeclaredFigure[],
  about: string,
  field: DeclaredField,
): DeclaredFigure | null {
  const said = declared.filter((one) => one.about === about && one.field === field && isSaid(one))
  const ranked = said.toSorted(
    (a, b) => Number(isAssumed(b)) - Number(isAssumed(a)) || (a.date ?? '').localeCompare(b.date ?? ''),
  )
  return ranked.at(-1) ?? null
}

/** The maker's own figure in a unit; `null` where it is blank, only assumed, or no figure. */
function figureOf(figure: DeclaredFigure | null, unit: Unit): number | null {
  if (figure === null || isAssumed(figure)) return null
  const read = parseQuantity(figure.value ?? '', unit)
  return read.ok ? read.value.value : null
}

/**
 * The figures that the makers of all units declare in one field, in the order of the units; `null` while one of them has not: what rests on all
 * of them rests on nothing then.
 */
export function declaredOfUnits(
  { survey, sources }: Pick<Installation, 'survey' | 'sources'>,
  field: DeclaredField,
  unit: Unit,
): number[] | null {
  const declared = itemsOf(survey, 'declared').map(({ detail }) => detail)
  const figures = sources.units.map(({ name }) => figureOf(declaredOf(declared, name, field), unit))
  return figures.length === 0 || figures.includes(null) ? null : (figures as number[])
}
