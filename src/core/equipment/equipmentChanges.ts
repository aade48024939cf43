import type { Equipment, EquipmentFigures } from './equipment'

/** One figure that two revisions have otherwise. */
export interface FigureChange {
  name: string
  before: string | number | boolean | null
  after: string | number | boolean | null
}

type Value = FigureChange['before']

/**
 * What a revision of a piece of equipment has otherwise than another one; a figure that is missing is `null`.
 *
 * @example equipmentChanges(third, fourth) // [{ name: 'inverterAcW', before: 10000, after: 9600 }]
 */
export function equipmentChanges(before: Equipment, after: Equipment): FigureChange[] {
  const plate = ['name', 'model', 'minimumFirmware', 'source'] as const
  const names = [...new Set([...Object.keys(before.figures), ...Object.keys(after.figures)])].sort()
  const of = ({ figures }: Equipment, name: string): Value =>
    (Object.hasOwn(figures, name) ? figures[name as keyof EquipmentFigures] : null) ?? null
  return [
    ...plate.map((name) => ({ name: name as string, before: before[name], after: after[name] })),
    ...names.map((name) => ({ name, before: of(before, name), after: of(after, name) })),
  ].filter((one) => one.before !== one.after)
}
