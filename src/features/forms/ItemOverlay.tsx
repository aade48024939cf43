'use client'
import type { ItemKind } from '@/schemas/items'
import { Overlay } from '@/ui/Overlay'
import { ItemForm } from './formsOnSheets'

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

/** The form of one thing in the plan, over the bench. */
export function ItemOverlay({ editing, onClose }: { editing: Editing | null; onClose: () => void }) {
  return (
    <Overlay
      title={editing ? `${editing.item ? 'Change the' : 'New'} ${ITEM_WORDS[editing.kind]}` : ''}
      open={editing !== null}
      onClose={onClose}
      wide
    >
      {editing && <ItemForm key={editing.item?.id ?? 'new'} editing={editing} onClose={onClose} />}
    </Overlay>
  )
}
