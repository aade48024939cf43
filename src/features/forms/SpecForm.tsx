'use client'
import { Field, Flex, Grid, Input, NativeSelect, Textarea } from '@chakra-ui/react'
import { type ReactNode, useState } from 'react'
import { useForm } from 'react-hook-form'
import type { FieldIssue } from '@/core/result'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { ApiProblem } from '../api'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { type FormTexts, keyOf, readForm, textsOf } from './fieldSpec'

interface SpecFormProps {
  specs: readonly FieldSpec[]
  initial: unknown
  /** Issues the shared schema finds before anything is sent. */
  check?: (fields: Record<string, unknown>) => readonly FieldIssue[]
  /** Sends it; throws ApiProblem with the server's issues. */
  save: (fields: Record<string, unknown>) => Promise<unknown>
  submitLabel?: string
  extra?: ReactNode
  /** What belongs to the form and has no field spec, under its fields. */
  below?: ReactNode
}

const optionsOf = ({ kind, options, optional }: FieldSpec): [string, string][] => {
  const all =
    kind === 'flag'
      ? ([
          ['yes', 'yes'],
          ['no', 'no'],
        ] as [string, string][])
      : Object.entries(options ?? {})
  return optional ? [['', 'not known'], ...all] : all
}

/** A descriptive form from its field specs: every issue stands at its field, and nothing typed is lost when saving fails. */
export function SpecForm({ specs, initial, check, save, submitLabel = 'Save', extra, below }: SpecFormProps) {
  const {
    register,
    handleSubmit,
    setError,
    clearErrors,
    formState: { errors, isSubmitting },
  } = useForm<FormTexts>({ defaultValues: textsOf(specs, initial) })
  const [failure, setFailure] = useState<string | null>(null)
  const show = (issues: readonly FieldIssue[]): boolean => {
    const known = new Map(specs.map((spec) => [spec.name, keyOf(spec)]))
    // a schema names the members of a list with brackets
    const at = ({ path }: FieldIssue) => known.get(path.replace(/\[(\d+)\]/g, '.$1'))
    for (const issue of issues) {
      const key = at(issue)
      if (key) setError(key, { message: issue.message })
    }
    const loose = issues.filter((issue) => at(issue) === undefined)
    setFailure(loose.length > 0 ? loose.map(({ message }) => message).join(' · ') : null)
    return issues.length > 0
  }
  const submit = handleSubmit(async (texts) => {
    clearErrors()
    setFailure(null)
    const { fields, issues } = readForm(specs, texts)
    if (show(issues) || (check && show(check(fields)))) return
    try {
      await save(fields)
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      if (!show(error.issues)) setFailure(error.message)
    }
  })
  return (
    <form onSubmit={(event) => void submit(event)} noValidate>
      <Grid templateColumns={{ base: '1fr', sm: 'repeat(2, minmax(0, 1fr))' }} gap="12px 14px">
        {specs.map((spec) => {
          const key = keyOf(spec)
          const error = errors[key]?.message
          return (
            <Field.Root key={key} invalid={!!error} gridColumn={spec.kind === 'text' ? { sm: 'span 1' } : undefined}>
              <Field.Label fontSize="14px">
                {spec.label}
                {spec.kind === 'percent' ? ', %' : spec.unit ? `, ${spec.unit}` : ''}
                {spec.optional && (
                  <Flex as="span" color="ink3" fontWeight="400">
                    may be blank
                  </Flex>
                )}
              </Field.Label>
              {spec.kind === 'choice' || spec.kind === 'flag' ? (
                <NativeSelect.Root variant="outline">
                  <NativeSelect.Field {...register(key)}>
                    {optionsOf(spec).map(([value, label]) => (
                      <option key={value} value={value}>
                        {label}
                      </option>
                    ))}
                  </NativeSelect.Field>
                  <NativeSelect.Indicator />
                </NativeSelect.Root>
              ) : spec.kind === 'lines' ? (
                <Textarea {...register(key)} rows={3} />
              ) : (
                <Input
                  {...register(key)}
                  type={spec.kind === 'date' ? 'date' : spec.kind === 'clock' ? 'time' : 'text'}
                  autoComplete="off"
                  inputMode={
                    spec.kind === 'number' || spec.kind === 'percent'
                      ? 'decimal'
                      : spec.kind === 'text'
                        ? 'text'
                        : undefined
                  }
                />
              )}
              {spec.hint && (
                <Field.HelperText fontSize="13px" color="ink2">
                  {spec.hint}
                </Field.HelperText>
              )}
              <Field.ErrorText>{error}</Field.ErrorText>
            </Field.Root>
          )
        })}
      </Grid>
      {below}
      {failure && (
        <Notice kind="error" mt="3">
          {failure}
        </Notice>
      )}
      <Flex gap="2" mt="4" wrap="wrap">
        <Button type="submit" variant="act" disabled={isSubmitting}>
          {isSubmitting ? 'Saving…' : submitLabel}
        </Button>
        {extra}
      </Flex>
    </form>
  )
}
