import { useMemo } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { COMMANDS, type CommandInput, type CommandName } from '@/commands'
import type { Actor } from '@/server/access'
import type { InputOf, JsonUseCaseName } from '@/server/useCases'
import { ApiProblem, callUseCase } from '../api'
import type { Outbox } from '../outbox/outbox'
import type { OutboxEntry } from '../outbox/outboxEntry'

/** Keeps an entry in the outbox, which sends it by itself. @throws when the device cannot keep it */
export type Keep = <N extends CommandName>(
  useCase: N,
  input: CommandInput<N>,
  facts?: { id?: string; at?: string; files?: OutboxEntry['files'] },
) => Promise<void>

/** Use cases that go to the server at once while it can be reached, so that what it says stands at the form. */
export type DirectName = CommandName & JsonUseCaseName

/** Carries a use case out: by the server at once, or kept on the device until it can be reached. @throws ApiProblem with what it refused */
export type CarryOut = <N extends DirectName>(useCase: N, input: CommandInput<N> & InputOf<N>) => Promise<void>

/** The two ways that something done on the bench goes: straight to the server, or through the outbox. */
export function useCarryOut(
  jobId: string,
  actor: Actor,
  outbox: Outbox,
  refresh: () => Promise<void>,
): { keep: Keep; carryOut: CarryOut } {
  return useMemo(() => {
    const keep: Keep = async (useCase, input, facts = {}) => {
      const entry = {
        id: facts.id ?? uuidv7(),
        useCase,
        input,
        at: facts.at ?? new Date().toISOString(),
        version: COMMANDS[useCase].version,
        jobId,
        userId: actor.userId,
        userName: actor.name,
        refusal: null,
        ...(facts.files && { files: facts.files }),
      }
      // name and input are of one use case by the type of `Keep`
      await outbox.add(entry as unknown as OutboxEntry)
    }
    const carryOut: CarryOut = async (useCase, input) => {
      // what waits was done before: nothing overtakes it
      const waits = outbox.state().entries.some((entry) => entry.jobId === jobId && entry.refusal === null)
      if (waits) return keep(useCase, input)
      try {
        await callUseCase(useCase, input)
      } catch (error) {
        if (!(error instanceof ApiProblem) || (error.status !== 0 && error.status < 500)) throw error
        return keep(useCase, input)
      }
      await refresh()
    }
    return { keep, carryOut }
  }, [jobId, actor, outbox, refresh])
}
