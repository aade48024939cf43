import * as yup from 'yup'
import { COMMANDS } from '@/commands'
import { figure, id, instant, isId, isInstant, required, words } from '@/schemas/fields'
import { hostileShape } from './hostileShape'
import { parseInput } from './parseInput'

/** An entry of an outbox: which command, what it takes, and the version that the device made it by. */
export const entrySchema = yup.object({
  id: id('entry').required(),
  useCase: words('Use case', 40).required(required('Use case')),
  input: yup.mixed<object>().required(required('Input')),
  at: instant('Time').required(required('Time')),
  version: figure('Version').integer('Version is a whole number').required(required('Version')),
})
export type SentEntry = yup.InferType<typeof entrySchema>

/**
 * A reading as an outbox of this version sends it, told at a glance; `null` for anything else. Most of what comes is that, and the schema, which
 * says what is wrong with the rest, takes ten times as long over it.
 */
export function usualReading(candidate: unknown): SentEntry | null {
  const { id: entryId, useCase, input, at, version } = (candidate ?? {}) as Readonly<Record<string, unknown>>
  if (useCase !== 'recordReadings' || version !== COMMANDS.recordReadings.version) return null
  if (typeof entryId !== 'string' || !isId(entryId) || typeof at !== 'string' || !isInstant(at)) return null
  if (typeof input !== 'object' || input === null || hostileShape(candidate) !== null) return null
  return { id: entryId, useCase, input, at, version }
}

/**
 * One entry as it was sent.
 *
 * @throws Problem 422 with what is wrong with it
 */
export const sentEntry = (candidate: unknown): SentEntry =>
  usualReading(candidate) ?? parseInput(entrySchema, candidate)
