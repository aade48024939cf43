import * as commands from '@/commands/openVisit'
import { addVisit } from '@/db/queries/visits'
import { packsOfJobs } from '@/db/queries/packs'
import { signedBy } from '../access'
import { jobInstallation, jobOfActor } from '../jobAccess'
import { Problem, refuseConflict } from '../problem'
import { defineUseCase } from '../useCase'

/** A minute of a clock that runs ahead is nobody's fault; a visit in the future would set aside what is still to come. */
const MOST_AHEAD_MS = 60_000

/** Opens a later visit to a house that has been handed over: a job that was never sealed is still its first visit. */
export const openVisit = defineUseCase({
  name: 'openVisit',
  via: 'json',
  schema: commands.openVisit.schema,
  run: async (db, actor, visit) => {
    const row = await jobOfActor(db, actor, visit.jobId)
    if ((await packsOfJobs(db, [visit.jobId])).length === 0)
      throw new Problem(409, 'This job was never sealed: it is still its first visit. Nothing was stored.')
    if (Date.parse(visit.openedAt) > Date.now() + MOST_AHEAD_MS)
      throw new Problem(422, 'The visit is opened at a time that is still to come. Look at the clock of this device.')
    const { components, circuits, runs, electrodes, loads } = await jobInstallation(db, row)
    const known = new Set([components, circuits, runs, electrodes, loads].flatMap((list) => list.map(({ tag }) => tag)))
    const stray = visit.touched.filter((tag) => !known.has(tag))
    if (stray.length > 0) throw new Problem(422, `There is no ${stray.join(', ')} in this job. Nothing was stored.`)
    const openedAt = new Date(visit.openedAt).toISOString()
    refuseConflict(await addVisit(db, { ...visit, openedAt, madeBy: actor.userId, ...signedBy(actor) }), 'visit')
    return { id: visit.id }
  },
})
