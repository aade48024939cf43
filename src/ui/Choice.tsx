'use client'
import { NativeSelect } from '@chakra-ui/react'

/** A small choice among words. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
  width = '180px',
}: {
  label: string
  value: T
  options: readonly (readonly [value: T, words: string])[]
  onChange: (value: T) => void
  width?: string
}) {
  return (
    <NativeSelect.Root size="sm" w={width}>
      <NativeSelect.Field aria-label={label} value={value} onChange={(event) => onChange(event.target.value as T)}>
        {options.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  )
}
