'use client'
import { Field, NativeSelect } from '@chakra-ui/react'

/** Which column of a file holds one thing. */
export function ColumnChoice({
  label,
  header,
  value,
  onChange,
  none,
}: {
  label: string
  header: readonly string[]
  value: number
  onChange: (column: number) => void
  none?: string
}) {
  return (
    <Field.Root>
      <Field.Label fontSize="14px">{label}</Field.Label>
      <NativeSelect.Root variant="outline">
        <NativeSelect.Field value={String(value)} onChange={(event) => onChange(Number(event.target.value))}>
          <option value="-1">{none ?? 'not in the file'}</option>
          {header.map((name, k) => (
            <option key={k} value={String(k)}>
              {name || `column ${k + 1}`}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Field.Root>
  )
}
