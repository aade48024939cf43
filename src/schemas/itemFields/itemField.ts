import { SIZE_UNITS, sizeSystemOf, sizesOf } from '@/core/rules/conductors'
import type { RulePack } from '@/core/rules/rulePack'
import type { FieldSpec } from '../fieldSpec'

/** How a field stands in a table: its header on export, and the names it is looked for by. */
export interface TableColumn {
  head: string
  names: readonly string[]
  /** A row without it is no row. */
  needed?: boolean
  /** What a blank cell of a new row means, where it is not simply unknown; `undefined`: nobody can know, and it is asked. */
  blank?: (pack: RulePack) => unknown
}

/** One field of a kind of thing in the plan: its form, its schema, its column and its place in a file are all made from this. */
export interface ItemField extends FieldSpec {
  /** What the form of a new thing begins with. */
  first?: (pack: RulePack) => unknown
  column?: TableColumn
}

export const NAME: ItemField = { name: 'name', label: 'Name', kind: 'text', max: 60 }
export const TAG: ItemField = {
  name: 'tag',
  label: 'Short name',
  kind: 'tag',
  hint: 'for the quick line, such as c4',
}

/** Words that stand for themselves. */
export const same = (words: readonly string[]): Record<string, string> =>
  Object.fromEntries(words.map((word) => [word, word]))

export const PHASES = same(['L1', 'L2', 'L3', 'all'])
/** Phases of a pack, and all of them where there are several. */
export const phasesIn = ({ phases }: RulePack): Record<string, string> =>
  same([...phases, ...(phases.length > 1 ? ['all'] : [])])

/** The only phase of a pack; `undefined` where there are several and somebody has to say. */
export const onlyPhase = ({ phases }: RulePack) => (phases.length === 1 ? phases[0] : undefined)

/** A choice of phase that only houses of several phases are asked for. */
export const severalPhases = (pack: RulePack) => (pack.phases.length > 1 ? { options: phasesIn(pack) } : null)

/** A figure that may be blank. */
export const figure = (
  name: string,
  label: string,
  unit: FieldSpec['unit'],
  more: Partial<ItemField> = {},
): ItemField => ({ name, label, kind: 'number', ...(unit && { unit }), optional: true, ...more })

export const TORQUE = figure('torqueNm', 'Torque of its terminals', 'Nm', { hint: 'the maker’s figure' })

/** Sizes of a pack's conductors from the thinnest up, in its own unit. */
export const sizeChoice = (label: string) => (pack: RulePack) => {
  const system = sizeSystemOf(pack.id)
  const sizes = sizesOf(system)
  return {
    label: `${label}, ${SIZE_UNITS[system]}`,
    kind: 'choice' as const,
    options: same(sizes),
    order: sizes,
  }
}

/** The largest conductor that terminals take. */
export const terminalSize = (hint: string): ItemField => ({
  name: 'terminalSize',
  label: 'Terminals take at most',
  kind: 'text',
  optional: true,
  max: 8,
  hint,
  inPack: (pack) => {
    const { options, order, kind } = sizeChoice('')(pack)
    const unit = SIZE_UNITS[sizeSystemOf(pack.id)]
    return { kind, order, options: Object.fromEntries(Object.keys(options).map((size) => [size, `${size} ${unit}`])) }
  },
})
