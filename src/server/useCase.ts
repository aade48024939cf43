import type { Schema } from 'yup'
import type { Db } from '@/db/client'
import { type Actor, type UseCaseName, authorise } from './access'
import { parseInput } from './parseInput'

/** How a use case is reached: as JSON under its name, or by a route of its own that takes files, batches or pages. */
export type Via = 'json' | 'route'

/** One thing a person can do: who may is in `access.ts`, what it takes is its schema, what it does is `run`. */
export interface UseCase<Name extends UseCaseName, V extends Via, Input, Output> {
  name: Name
  via: V
  schema: Schema<Input>
  /** A list that may be a moment old, as long as whoever asks sees what they wrote: it is read from a replica where there is one. */
  mayLag?: true
  /** Largest body it takes as JSON, where that is not the usual. */
  mostBytes?: number
  run: (db: Db, actor: Actor, input: Input) => Promise<Output>
}

export const defineUseCase = <Name extends UseCaseName, V extends Via, Input, Output>(
  definition: UseCase<Name, V, Input, Output>,
): UseCase<Name, V, Input, Output> => definition

/** Any use case, whatever it takes and gives. */
export interface AnyUseCase {
  name: UseCaseName
  via: Via
  schema: Schema
  mostBytes?: number
  mayLag?: true
  run: (db: Db, actor: Actor, input: never) => Promise<unknown>
}

/** Carries out a use case: authorise, validate, run. Every way in goes through here. */
export async function call<Name extends UseCaseName, V extends Via, Input, Output>(
  { name, schema, run }: UseCase<Name, V, Input, Output>,
  db: Db,
  actor: Actor,
  input: unknown,
): Promise<Output> {
  authorise(actor, name)
  return run(db, actor, parseInput(schema, input))
}

/** Carries out a use case that is only known by name, with input that nobody has looked at yet. */
export const callAny = (useCase: AnyUseCase, db: Db, actor: Actor, input: unknown): Promise<unknown> =>
  call(useCase as unknown as UseCase<UseCaseName, Via, unknown, unknown>, db, actor, input)
