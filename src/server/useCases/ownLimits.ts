import * as commands from '@/commands/setJobLimit'
import { ownLimitFault } from '@/core/rules/ownLimits'
import { OWN_LIMIT_FAULT_WORDS } from '@/core/rules/ownLimitWords'
import { RULE_PACKS } from '@/core/rules/packs'
import { type LimitKey, RULE_PACK_IDS, type RulePackId } from '@/core/rules/rulePack'
import { addCrewLimit, addJobLimit } from '@/db/queries/ownLimits'
import { ownLimitSchema } from '@/schemas/ownLimit'
import { choice, required } from '@/schemas/fields'
import { signedBy } from '../access'
import { jobOfActor } from '../jobAccess'
import { Problem, refuseConflict } from '../problem'
import { defineUseCase } from '../useCase'

/** @throws Problem 422 for a limit that nobody sets, or not so far */
function refuseFault(packId: RulePackId, key: LimitKey, value: number | null): void {
  const limit = RULE_PACKS[packId].limits[key]
  const fault = value === null ? null : ownLimitFault(limit, value)
  if (fault !== null)
    throw new Problem(422, 'The limit was not set.', [{ path: 'value', message: OWN_LIMIT_FAULT_WORDS[fault](limit) }])
}

/** A lead holds one job against another limit, with the reason: verdicts that rest on it are judged anew, and the pack prints it. */
export const setJobLimit = defineUseCase({
  name: 'setJobLimit',
  via: 'json',
  schema: commands.setJobLimit.schema,
  run: async (db, actor, input) => {
    const row = await jobOfActor(db, actor, input.jobId)
    refuseFault(row.packId, input.key, input.value)
    refuseConflict(await addJobLimit(db, { ...input, madeBy: actor.userId, ...signedBy(actor) }), 'limit')
    return { id: input.id }
  },
})

/** What a crew's new jobs of one region begin with. Jobs that are there stay as they are. */
export const setCrewLimit = defineUseCase({
  name: 'setCrewLimit',
  via: 'json',
  schema: ownLimitSchema.shape({ packId: choice('Supply', RULE_PACK_IDS).required(required('Supply')) }),
  run: async (db, actor, input) => {
    refuseFault(input.packId, input.key, input.value)
    const row = { ...input, crewId: actor.crewId, madeBy: actor.userId, ...signedBy(actor) }
    refuseConflict(await addCrewLimit(db, row), 'limit')
    return { id: input.id }
  },
})
