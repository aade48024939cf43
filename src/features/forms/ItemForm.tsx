'use client'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { ITEM_SCHEMAS, contradiction } from '@/schemas/items'
import { formFieldsOf, newItemOf } from '@/schemas/itemFields'
import { schemaIssues } from '@/schemas/schemaIssues'
import { Button } from '@/ui/Button'
import { ApiProblem } from '../api'
import { useJob } from '../job/JobContext'
import { type Editing, ITEM_WORDS } from './editing'
import { withReferred } from './referred'
import { SpecForm } from './SpecForm'

/** The form of one thing in the plan: what it takes is what its kind takes, and it is checked as the server will. */
export function ItemForm({ editing: { kind, item, first }, onClose }: { editing: Editing; onClose: () => void }) {
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
      submitLabel={item ? `Save the ${ITEM_WORDS[kind]}` : `Add the ${ITEM_WORDS[kind]}`}
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
