import { signedBy } from '../access'
import * as commands from '@/commands/overrideHold'
import { benchOf } from '@/core/evidence/bench'
import { addOverride } from '@/db/queries/evidence'
import { jobOfActor, jobRecord } from '../jobAccess'
import { Problem, refuseConflict } from '../problem'
import { defineUseCase } from '../useCase'

/** A lead goes on past a hold in writing, where T-10 allows it. What it never allows is refused, whoever asks. */
export const overrideHold = defineUseCase({
  name: 'overrideHold',
  via: 'json',
  schema: commands.overrideHold.schema,
  run: async (db, actor, input) => {
    const row = await jobOfActor(db, actor, input.jobId)
    const bench = benchOf(await jobRecord(db, row))
    const state = bench.holds
      .find(({ step }) => step.id === input.step)
      ?.conditions.find(({ condition }) => condition.id === input.condition)
    if (!state) throw new Problem(404, 'There is no such hold point.')
    if (state.shown) throw new Problem(409, 'This hold point holds already; there is nothing to override.')
    if (!state.mayOverride)
      throw new Problem(
        422,
        `“${state.condition.label}” is never overridden${state.verdict === 'stop' ? ' once it has failed' : ''}. Put it right first.`,
      )
    const insertion = await addOverride(db, { ...input, madeBy: actor.userId, ...signedBy(actor) })
    refuseConflict(insertion, 'override')
    return { id: input.id }
  },
})
