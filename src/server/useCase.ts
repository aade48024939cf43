import type { Schema } from 'yup'
import type { Db } from '@/db/client'
import { type Actor, type UseCaseName, authorise } from './access'
import { parseInput } from './parseInput'

/** One thing a person can do: who may is in `access.ts`, what it takes is its schema, what it does is `run`. */
export interface UseCase<Input, Output> {
  name: UseCaseName
  schema: Schema<Input>
  run: (db: Db, actor: Actor, input: Input) => Promise<Output>
}

export const defineUseCase = <Input, Output>(definition: UseCase<Input, Output>): UseCase<Input, Output> => definition

/** Carries out a use case: authorise, validate, run. Every way in goes through here. */
export async function call<Input, Output>(
  { name, schema, run }: UseCase<Input, Output>,
  db: Db,
  actor: Actor,
  input: unknown,
): Promise<Output> {
  authorise(actor, name)
  return run(db, actor, parseInput(schema, input))
}
