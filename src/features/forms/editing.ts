import type { ItemKind } from '@/schemas/items'

/** What each kind of thing in the plan is called on its form. */
export const ITEM_WORDS: Readonly<Record<ItemKind, string>> = {
  load: 'load',
  component: 'component',
  circuit: 'circuit',
  run: 'run',
  electrode: 'electrode',
  setting: 'planned setting',
}

/** Which thing is being edited: a new one, or one that is there. */
export interface Editing {
  kind: ItemKind
  item: { id: string } | null
  /** What a new one begins with, beyond what all of its kind do. */
  first?: Readonly<Record<string, unknown>>
}
