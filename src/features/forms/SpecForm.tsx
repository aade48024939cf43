'use client'
import { Flex, Grid } from '@chakra-ui/react'
import { type ReactNode, useEffect, useState } from 'react'
import { useForm } from 'react-hook-form'
import type { FieldIssue } from '@/core/result'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { ApiProblem } from '../api'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { type FormTexts, isUnanswered, keyOf, readForm, textsOf } from './fieldSpec'
import { SpecFieldInput } from './SpecFieldInput'

interface SpecFormProps {
  specs: readonly FieldSpec[]
  initial: unknown
  /** The thing is new: an answer may fill in what usually goes with it. */
  isNew?: boolean
  /** Issues the shared schema finds before anything is sent. */
  check?: (fields: Record<string, unknown>) => readonly FieldIssue[]
  /** Sends it; throws ApiProblem with the server's issues. */
  save: (fields: Record<string, unknown>) => Promise<unknown>
  submitLabel?: string
  extra?: ReactNode
  /** What belongs to the form and has no field spec, under its fields. */
  below?: ReactNode
}

/** A descriptive form from its field specs: every issue stands at its field, and nothing typed is lost when saving fails. */
export function SpecForm({ specs, initial, isNew, check, save, submitLabel = 'Save', extra, below }: SpecFormProps) {
  const [begun] = useState(() => textsOf(specs, initial))
  const {
    register,
    handleSubmit,
    setError,
    clearErrors,
    setValue,
    getValues,
    setFocus,
    formState: { errors, isSubmitting, dirtyFields },
  } = useForm<FormTexts>({ defaultValues: begun })
  const [failure, setFailure] = useState<string | null>(null)
  const [firstWrong, setFirstWrong] = useState<{ key: string } | null>(null)
  // a long form is sent from its foot: the first field that is wrong comes into view, unfolded where it was folded away
  useEffect(() => {
    if (firstWrong !== null) setFocus(firstWrong.key)
  }, [firstWrong, setFocus])
  // what is seldom asked stays folded until somebody wants it, has answered it before, or has it refused
  const seldom = specs.filter(({ more }) => more)
  const [unfolded, setUnfolded] = useState(!isNew && seldom.some((spec) => begun[keyOf(spec)] !== ''))
  const show = (issues: readonly FieldIssue[]): boolean => {
    const known = new Map(specs.map((spec) => [spec.name, keyOf(spec)]))
    // a schema names the members of a list with brackets
    const at = ({ path }: FieldIssue) => known.get(path.replace(/\[(\d+)\]/g, '.$1'))
    for (const issue of issues) {
      const key = at(issue)
      if (key) setError(key, { message: issue.message })
    }
    if (issues.some((issue) => seldom.some((spec) => keyOf(spec) === at(issue)))) setUnfolded(true)
    const first = specs.find((spec) => issues.some((issue) => at(issue) === keyOf(spec)))
    setFirstWrong(first ? { key: keyOf(first) } : null)
    const loose = issues.filter((issue) => at(issue) === undefined)
    setFailure(loose.length > 0 ? loose.map(({ message }) => message).join(' · ') : null)
    return issues.length > 0
  }
  // answers fill in what nobody has touched; where two of them would, the later field has the last word
  const fill = (answered: FieldSpec) => {
    const touched = (spec: FieldSpec) => spec === answered || dirtyFields[keyOf(spec)] === true
    const values = Object.assign(
      {},
      ...specs.filter(touched).map((spec) => spec.fills?.(getValues(keyOf(spec)) ?? '')),
    ) as Record<string, unknown>
    const filled = specs.filter((spec) => spec.name in values && !touched(spec))
    const texts = textsOf(filled, values)
    for (const spec of filled) setValue(keyOf(spec), texts[keyOf(spec)] ?? '')
  }
  const submit = handleSubmit(async (texts) => {
    clearErrors()
    setFailure(null)
    const { fields, issues } = readForm(specs, texts)
    // what could not be read is said with what the schema finds of the rest, so that nothing has to be mended twice
    const unread = new Set(issues.map(({ path }) => path))
    if (show([...issues, ...(check?.(fields) ?? []).filter(({ path }) => !unread.has(path))])) return
    try {
      await save(fields)
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      if (!show(error.issues)) setFailure(error.message)
    }
  })
  const input = (spec: FieldSpec) => {
    const key = keyOf(spec)
    const onChange = () => {
      if (isNew && spec.fills) fill(spec)
    }
    return (
      <SpecFieldInput
        key={key}
        spec={spec}
        error={errors[key]?.message}
        unanswered={isUnanswered(spec, begun[key] ?? '')}
        bound={register(key, { onChange })}
      />
    )
  }
  return (
    <form onSubmit={(event) => void submit(event)} noValidate>
      <Grid templateColumns={{ base: '1fr', sm: 'repeat(2, minmax(0, 1fr))' }} gap="12px 14px">
        {specs.filter(({ more, silent }) => !silent && (unfolded || !more)).map(input)}
      </Grid>
      {seldom.length > 0 && !unfolded && (
        <Button mt="3" size="sm" onClick={() => setUnfolded(true)}>
          {`${seldom.length} more figures`}
        </Button>
      )}
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
