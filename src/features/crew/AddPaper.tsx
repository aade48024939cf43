'use client'
import { Field, Grid, Input } from '@chakra-ui/react'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { postForm, problemWords } from '../api'

/** One field of the form that goes with a paper. */
export interface PaperField {
  name: string
  label: string
  type: 'text' | 'date' | 'file'
  /** Left blank it is missing. */
  required: boolean
  placeholder?: string
}

/** Adds a paper with what is said of it: a certificate, a document. The same entry sent twice is one; after an answer the next one has an id of its own. */
export function AddPaper({
  path,
  fields,
  submitLabel,
  refresh,
}: {
  path: string
  fields: readonly PaperField[]
  submitLabel: string
  refresh: () => Promise<void>
}) {
  const [failure, setFailure] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const [id, setId] = useState(() => uuidv7())
  const send = async (form: HTMLFormElement) => {
    setFailure(null)
    setBusy(true)
    try {
      const data = new FormData(form)
      data.set('id', id)
      await postForm(path, data)
      form.reset()
      setId(uuidv7())
      await refresh()
    } catch (error) {
      setFailure(problemWords(error))
    }
    setBusy(false)
  }
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        void send(event.currentTarget)
      }}
    >
      <Grid templateColumns={{ base: '1fr', sm: 'repeat(2, minmax(0, 1fr))' }} gap="8px 14px" mt="2">
        {fields.map(({ name, label, type, required, placeholder }) => (
          <Field.Root key={name} required={required}>
            <Field.Label fontSize="14px">{label}</Field.Label>
            <Input
              name={name}
              type={type}
              required={required}
              maxLength={80}
              placeholder={placeholder}
              {...(type === 'file' && { accept: 'application/pdf,image/jpeg,image/png', pt: '8px' })}
            />
          </Field.Root>
        ))}
      </Grid>
      {failure && (
        <Notice kind="error" mt="2">
          {failure}
        </Notice>
      )}
      <Button type="submit" size="sm" mt="3" disabled={busy}>
        {busy ? 'Adding…' : submitLabel}
      </Button>
    </form>
  )
}
