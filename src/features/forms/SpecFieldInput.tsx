'use client'
import { Field, Input, NativeSelect, Textarea, chakra } from '@chakra-ui/react'
import type { UseFormRegisterReturn } from 'react-hook-form'
import type { FieldSpec } from '@/schemas/fieldSpec'

const YES_NO: [string, string][] = [
  ['yes', 'yes'],
  ['no', 'no'],
]

/** What can be chosen; a choice that nobody has made stands at “choose”, never at the first of its options. */
const optionsOf = (
  { kind, options = {}, order, optional, refersTo }: FieldSpec,
  unanswered: boolean,
): [string, string][] => {
  const keys = order ?? Object.keys(options)
  const all = kind === 'flag' ? YES_NO : keys.map((key): [string, string] => [key, options[key] ?? key])
  if (optional) return [['', refersTo ? 'none' : 'not known'], ...all]
  return unanswered ? [['', 'choose'], ...all] : all
}

interface SpecFieldInputProps {
  spec: FieldSpec
  error: string | undefined
  /** The form began without an answer to it. */
  unanswered: boolean
  /** What the form's library ties to the input. */
  bound: UseFormRegisterReturn
}

/** One field of a form by its spec: label with unit, the input of its kind, hint, and the issue that stands at it. */
export function SpecFieldInput({ spec, error, unanswered, bound }: SpecFieldInputProps) {
  return (
    <Field.Root invalid={!!error} gridColumn={spec.kind === 'text' ? { sm: 'span 1' } : undefined}>
      <Field.Label fontSize="14px" display="block">
        {spec.label}
        {spec.kind === 'percent' ? ', %' : spec.unit ? `, ${spec.unit}` : ''}
        {spec.optional && (
          <chakra.span color="ink3" fontWeight="400">
            {' '}
            may be blank
          </chakra.span>
        )}
      </Field.Label>
      <InputOfKind spec={spec} unanswered={unanswered} bound={bound} />
      {spec.hint && (
        <Field.HelperText fontSize="13px" color="ink2">
          {spec.hint}
        </Field.HelperText>
      )}
      <Field.ErrorText>{error}</Field.ErrorText>
    </Field.Root>
  )
}

const TYPES: Partial<Record<FieldSpec['kind'], string>> = { date: 'date', clock: 'time' }
const MODES: Partial<Record<FieldSpec['kind'], 'decimal' | 'text'>> = {
  number: 'decimal',
  percent: 'decimal',
  text: 'text',
}

function InputOfKind({ spec, unanswered, bound }: Omit<SpecFieldInputProps, 'error'>) {
  if (spec.kind === 'lines') return <Textarea {...bound} rows={3} />
  if (spec.kind !== 'choice' && spec.kind !== 'flag')
    return <Input {...bound} type={TYPES[spec.kind] ?? 'text'} autoComplete="off" inputMode={MODES[spec.kind]} />
  return (
    <NativeSelect.Root variant="outline">
      <NativeSelect.Field {...bound}>
        {optionsOf(spec, unanswered).map(([value, label]) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  )
}
