'use client'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { freeTag } from '@/core/installation/freeTag'
import type { FieldIssue } from '@/core/result'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { Button } from '@/ui/Button'
import { ApiProblem } from '../api'
import { useJob } from '../job/JobContext'
import { withReferred } from './referred'
import { SpecForm } from './SpecForm'

interface ThingFormProps {
  /** What one is called, and the short name it starts with. */
  words: { one: string; tag: string }
  specs: readonly FieldSpec[]
  item: { id: string; tag: string; name: string; detail: object } | null
  /** Short names that are taken already. */
  taken: ReadonlySet<string>
  /** Values a new one starts with; every other field begins without an answer. */
  first?: Readonly<Record<string, unknown>>
  tagHint?: string
  /** What taking it out leaves behind, said before it is done. */
  removalHint: string
  check: (fields: Record<string, unknown>) => readonly FieldIssue[]
  save: (id: string, fields: Record<string, unknown>) => Promise<unknown>
  remove: (id: string) => Promise<unknown>
  onClose: () => void
}

/** The form of one thing with a name and a short name; nothing typed is lost when saving fails, and taking out asks twice. */
export function ThingForm({
  words,
  specs,
  item,
  taken,
  first = {},
  tagHint,
  removalHint,
  check,
  save,
  remove,
  onClose,
}: ThingFormProps) {
  const [id] = useState(item?.id ?? uuidv7())
  const [removal, setRemoval] = useState<string | null>(null)
  const {
    record: { installation },
  } = useJob()
  const all: FieldSpec[] = [
    { name: 'name', label: 'Name', kind: 'text' },
    { name: 'tag', label: 'Short name', kind: 'text', hint: tagHint },
    ...withReferred(specs, installation, { ...item?.detail }),
  ]
  const [initial] = useState(() =>
    item
      ? { name: item.name, tag: item.tag, ...item.detail }
      : {
          name: '',
          tag: freeTag(words.tag, taken),
          ...first,
        },
  )
  const [sort] = useState(
    () => (item as { sort?: number } | null)?.sort ?? Math.floor(Date.now() / 1000) % 2_000_000_000,
  )
  const takeOut = async () => {
    if (removal === null) return setRemoval(`${removalHint} Press again to take it out.`)
    try {
      await remove(id)
      onClose()
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      setRemoval(error.message)
    }
  }
  return (
    <SpecForm
      specs={all}
      initial={initial}
      submitLabel={item ? `Save the ${words.one}` : `Add the ${words.one}`}
      check={(fields) => check({ ...fields, sort })}
      save={async (fields) => {
        await save(id, { ...fields, sort })
        onClose()
      }}
      extra={item && <Button onClick={() => void takeOut()}>{removal ?? 'Take out'}</Button>}
    />
  )
}
