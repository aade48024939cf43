import { v5 as uuidv5 } from 'uuid'
import * as yup from 'yup'
import { planForAnother } from '@/core/installation/planForAnother'
import type { Installation } from '@/core/installation/installation'
import type { Db } from '@/db/client'
import { insertOnce } from '@/db/insertOnce'
import { installationsOf } from '@/db/queries/installations'
import { beginWithCrewLimits } from '@/db/queries/ownLimits'
import { revisionsAmong } from '@/db/queries/transfer'
import { job } from '@/db/schema'
import { THING_LISTS } from '@/jobFile/merge/mergeThings'
import { id } from '@/schemas/fields'
import { newJobSchema } from '@/schemas/jobChange'
import { jobOfActor } from '../jobAccess'
import { Problem, refuseConflict } from '../problem'
import { storeThings } from '../transfer/storeThings'
import { defineUseCase } from '../useCase'

/** Every thing of the copied plan, as new ones of its job. */
async function storeCopy(db: Db, crewId: string, plan: Installation): Promise<void> {
  const things = THING_LISTS.map((list) => ({ list, fresh: plan[list], differ: [], clash: [] }))
  const used = plan.components.flatMap(({ libraryRevisionId }) => libraryRevisionId ?? [])
  const libraryRevisions = await revisionsAmong(db, crewId, used)
  await storeThings(db, plan.jobId, things, { take: false, libraryRevisions })
}

/** Starts a job with the plan of another: what is planned goes along, no evidence, no paper and nothing that a household said. Sent twice it is harmless. */
export const copyJob = defineUseCase({
  name: 'copyJob',
  via: 'json',
  schema: yup
    .object({ id: id().required(), jobId: id('job').required() })
    .concat(newJobSchema.omit(['packId', 'timeZone'])),
  run: async (db, actor, { id: newId, jobId, name, place, scheduledDay }) => {
    const from = await jobOfActor(db, actor, jobId)
    const installation = (await installationsOf(db, [from])).get(jobId)
    if (!installation) throw new Problem(404, 'There is no such job in your crew.')
    const plan = planForAnother(installation, { jobId: newId, name }, (old) => uuidv5(old, newId))
    const { packId, supply, sources, site, assumptions, coreColours, testDepth, acceptsShedding } = plan
    const own = { id: newId, crewId: actor.crewId, name, place, packId, scheduledDay }
    const row = { ...own, supply, sources, site, assumptions, coreColours, testDepth, acceptsShedding }
    const became = await db.transaction(async (tx) => {
      const inserted = await insertOnce(tx, job, row, ['crewId', 'name', 'place', 'packId', 'scheduledDay'])
      if (inserted !== 'stored') return inserted
      await beginWithCrewLimits(tx, own)
      await storeCopy(tx, actor.crewId, plan)
      return inserted
    })
    refuseConflict(became, 'job')
    return { jobId: newId }
  },
})
