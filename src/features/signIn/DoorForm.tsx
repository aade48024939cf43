'use client'
import { Field, Flex, Input, NativeSelect } from '@chakra-ui/react'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { useAlive } from '@/ui/useAlive'
import { ApiProblem, problemWords } from '../api'

export interface DoorField {
  name: string
  label: string
  kind: 'text' | 'email' | 'password' | 'choice'
  /** What the browser may fill in by itself. */
  autoComplete: string
  hint?: string
  options?: Readonly<Record<string, string>>
  initial?: string
}

interface Told {
  failure: string | null
  /** What is wrong, by field. */
  at: Readonly<Record<string, string>>
}
const NOTHING: Told = { failure: null, at: {} }

function toldBy(error: unknown, fields: readonly DoorField[]): Told {
  const known = new Set(fields.map(({ name }) => name))
  const issues = error instanceof ApiProblem ? error.issues.filter(({ path }) => known.has(path)) : []
  if (issues.length === 0) return { failure: problemWords(error), at: {} }
  return { failure: null, at: Object.fromEntries(issues.map(({ path, message }) => [path, message])) }
}

/** A short form with a password in it: every issue stands at its field, and what was typed stays. */
export function DoorForm({
  fields,
  submitLabel,
  busyLabel,
  send,
  large = true,
}: {
  fields: readonly DoorField[]
  submitLabel: string
  busyLabel: string
  /** Sends it and goes on; throws what the server said. */
  send: (values: Record<string, string>) => Promise<void>
  large?: boolean
}) {
  const [told, setTold] = useState(NOTHING)
  const [busy, setBusy] = useState(false)
  const alive = useAlive()
  const submit = async (form: HTMLFormElement) => {
    setTold(NOTHING)
    setBusy(true)
    try {
      const data = new FormData(form)
      await send(Object.fromEntries(fields.map(({ name }) => [name, String(data.get(name) ?? '')])))
    } catch (error) {
      setTold(toldBy(error, fields))
    }
    setBusy(false)
  }
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        void submit(event.currentTarget)
      }}
    >
      <Flex direction="column" gap="14px">
        {fields.map((field) => (
          <DoorInput key={field.name} field={field} issue={told.at[field.name]} />
        ))}
        {told.failure && <Notice kind="error">{told.failure}</Notice>}
        <Button type="submit" variant="act" size={large ? 'lg' : 'md'} disabled={busy || !alive}>
          {busy ? busyLabel : submitLabel}
        </Button>
      </Flex>
    </form>
  )
}

function DoorInput({ field, issue }: { field: DoorField; issue: string | undefined }) {
  const { name, label, kind, autoComplete, hint, options, initial } = field
  return (
    <Field.Root required invalid={issue !== undefined}>
      <Field.Label>{label}</Field.Label>
      {kind === 'choice' ? (
        <NativeSelect.Root>
          <NativeSelect.Field name={name} defaultValue={initial}>
            {Object.entries(options ?? {}).map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      ) : (
        <Input name={name} type={kind} autoComplete={autoComplete} defaultValue={initial} required />
      )}
      {hint && (
        <Field.HelperText fontSize="13px" color="ink2">
          {hint}
        </Field.HelperText>
      )}
      <Field.ErrorText>{issue}</Field.ErrorText>
    </Field.Root>
  )
}
