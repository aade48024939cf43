'use client'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { ITEM_SCHEMAS, type ItemKind, contradiction } from '@/schemas/items'
import { Button } from '@/ui/Button'
import { Overlay } from '@/ui/Overlay'
import { ApiProblem } from '../api'
import { useJob } from '../job/JobContext'
import { formFieldsOf, newItemOf } from '@/schemas/itemFields'
import { schemaIssues } from '@/schemas/schemaIssues'
import { withReferred } from './referred'
import { SpecForm } from './SpecForm'

const WORDS: Readonly<Record<ItemKind, string>> = {
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
      title={editing ? `${editing.item ? 'Change the' : 'New'} ${WORDS[editing.kind]}` : ''}
      open={editing !== null}
      onClose={onClose}
      wide
    >
      {editing && <ItemForm key={editing.item?.id ?? 'new'} editing={editing} onClose={onClose} />}
    </Overlay>
  )
}

function ItemForm({ editing: { kind, item, first }, onClose }: { editing: Editing; onClose: () => void }) {
  const {
    bench: {
      context: { pack },
    },
    record,
    carryOut,
  } = useJob()
  const [id] = useState(item?.id ?? uuidv7())
  const [removal, setRemoval] = useState<string | null>(null)
  const { jobId } = record.installation
  const remove = async () => {
    try {
      await carryOut('removeItem', { jobId, kind, itemId: id })
      onClose()
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      setRemoval(error.message)
    }
  }
  return (
    <SpecForm
      specs={withReferred(formFieldsOf(kind, pack), record.installation, { ...item })}
      initial={item ?? { ...newItemOf(kind, pack), ...first }}
      isNew={item === null}
      submitLabel={item ? `Save the ${WORDS[kind]}` : `Add the ${WORDS[kind]}`}
      check={(fields) => {
        const wrong = contradiction(kind, fields, pack.id)
        return [...schemaIssues(ITEM_SCHEMAS[kind], fields), ...(wrong ? [wrong] : [])]
      }}
      save={async (fields) => {
        const sort = (item as { sort?: number } | null)?.sort ?? Math.floor(Date.now() / 1000) % 2_000_000_000
        await carryOut('saveItem', { jobId, kind, itemId: id, fields: { ...fields, sort } })
        onClose()
      }}
      extra={
        item && (
          <Button
            onClick={() =>
              removal === null
                ? setRemoval('Readings on it stay on record. Press again to take it out of the plan.')
                : void remove()
            }
          >
            {removal === null ? 'Take out of the plan' : removal}
          </Button>
        )
      }
    />
  )
}
