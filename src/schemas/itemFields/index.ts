import type { RulePack } from '@/core/rules/rulePack'
import { type FieldSpec, fieldsIn } from '../fieldSpec'
import { CIRCUIT_FIELDS } from './circuit'
import { COMPONENT_FIELDS } from './component'
import { ELECTRODE_FIELDS } from './electrode'
import type { ItemField } from './itemField'
import { LOAD_FIELDS } from './load'
import { RUN_FIELDS } from './run'
import { SETTING_FIELDS } from './setting'

/** The one field list of each kind of thing in a plan. */
export const ITEM_FIELDS = {
  load: LOAD_FIELDS,
  component: COMPONENT_FIELDS,
  circuit: CIRCUIT_FIELDS,
  run: RUN_FIELDS,
  electrode: ELECTRODE_FIELDS,
  setting: SETTING_FIELDS,
} as const satisfies Readonly<Record<string, readonly ItemField[]>>

export type ItemKind = keyof typeof ITEM_FIELDS
export const ITEM_KINDS = Object.keys(ITEM_FIELDS) as ItemKind[]

/** The form of a kind in the words and options of a pack. */
export const formFieldsOf = (kind: ItemKind, pack: RulePack): FieldSpec[] =>
  fieldsIn(
    ITEM_FIELDS[kind].map(({ first: _first, column: _column, ...spec }: ItemField) => spec),
    pack,
  )

/** What a new thing of a kind begins with. */
export const newItemOf = (kind: ItemKind, pack: RulePack): Record<string, unknown> =>
  Object.fromEntries(
    ITEM_FIELDS[kind].flatMap(({ name, first }: ItemField) => {
      const value = first?.(pack)
      return value === undefined ? [] : [[name, value]]
    }),
  )
