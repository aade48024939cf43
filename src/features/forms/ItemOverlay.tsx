'use client'
import { Overlay } from '@/ui/Overlay'
import { type Editing, ITEM_WORDS } from './editing'
import { ItemForm } from './ItemForm'

export type { Editing } from './editing'

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
