import { sameContent } from '@/db/insertOnce'
import { signedBy } from '../access'
import * as commands from '@/commands/wiring'
import { and, eq, sql } from 'drizzle-orm'
import { coreAlike } from '@/core/wiring/runLabels'
import { job, wiringRevision } from '@/db/schema'
import { jobOfActor } from '../jobAccess'
import { Problem } from '../problem'
import { defineUseCase } from '../useCase'
import { constraintOf } from '../databaseFault'

/**
 * Stores the wiring of one layer as a new revision, on top of the one it was made from. Where somebody else was faster nothing is stored
 * and nothing is lost: both are then there to be looked at. A hand writes down what is wired; the plan is the lead's and the office's.
 */
export const saveWiring = defineUseCase({
  name: 'saveWiring',
  via: 'json',
  mostBytes: 2 * 1024 * 1024,
  schema: commands.saveWiring.schema,
  run: async (db, actor, { id: revisionId, jobId, layer, base, note, madeAt, graph }) => {
    await jobOfActor(db, actor, jobId)
    if (actor.role === 'hand' && layer === 'planned')
      throw new Problem(
        403,
        'The plan of the wiring is changed by a lead or the office. What is wired you may write down.',
      )
    const [known] = await db.select().from(wiringRevision).where(eq(wiringRevision.id, revisionId)).limit(1)
    if (known) {
      const sent = { ...known, jobId, layer, number: base + 1, note, graph, madeAt }
      if (!sameContent(known, sent, ['jobId', 'layer', 'number', 'note', 'graph', 'madeAt']))
        throw new Problem(409, 'Another wiring has this id. Nothing was stored.')
      return { number: known.number }
    }
    try {
      await db.transaction(async (tx) => {
        const [{ last = 0 } = {}] = await tx
          .select({ last: sql<number>`coalesce(max(${wiringRevision.number}), 0)::int` })
          .from(wiringRevision)
          .where(and(eq(wiringRevision.jobId, jobId), eq(wiringRevision.layer, layer)))
        if (last !== base)
          throw new Problem(
            409,
            'Somebody else changed the wiring meanwhile. Yours is kept on this device: look at both, then make the change again.',
          )
        await tx.insert(wiringRevision).values({
          id: revisionId,
          jobId,
          layer,
          number: base + 1,
          note,
          graph,
          madeBy: actor.userId,
          ...signedBy(actor),
          madeAt,
        })
        await tx
          .update(job)
          .set({ version: sql`${job.version} + 1` })
          .where(eq(job.id, jobId))
      })
    } catch (error) {
      if (constraintOf(error) === 'wiring_revision_number')
        throw new Problem(
          409,
          'Somebody else changed the wiring meanwhile. Yours is kept on this device: look at both, then make the change again.',
        )
      throw error
    }
    return { number: base + 1 }
  },
})

/** Sets the one convention of core colours of a job; a blank goes back to the rule pack's colour. */
export const setCoreColours = defineUseCase({
  name: 'setCoreColours',
  via: 'json',
  schema: commands.setCoreColours.schema,
  run: async (db, actor, { jobId, colours }) => {
    const row = await jobOfActor(db, actor, jobId)
    const given = commands.givenColours(colours)
    const twice = coreAlike({ packId: row.packId, coreColours: given })
    if (twice)
      throw new Problem(422, `Two cores of this job would be ${twice.colour}. One convention tells every core apart.`, [
        { path: twice.conductor, message: `${twice.colour} is taken.` },
      ])
    await db
      .update(job)
      .set({ coreColours: given, version: sql`${job.version} + 1` })
      .where(eq(job.id, jobId))
    return { coreColours: given }
  },
})
