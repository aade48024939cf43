import * as commands from '@/commands/markOutage'
import { MOST_MARKS, addMark, countMarks } from '@/db/queries/outageMarks'
import { signedBy } from '../access'
import { jobOfActor } from '../jobAccess'
import { Problem, refuseConflict } from '../problem'
import { defineUseCase } from '../useCase'

/**
 * Keeps a tap of somebody during a cut of the supply. It says what happened, so it is kept whatever is held; what it may count for is decided where it
 * becomes a reading.
 */
export const markOutage = defineUseCase({
  name: 'markOutage',
  via: 'json',
  schema: commands.markOutage.schema,
  run: async (db, actor, mark) => {
    await jobOfActor(db, actor, mark.jobId)
    if ((await countMarks(db, mark.jobId)) >= MOST_MARKS)
      throw new Problem(422, `A job holds ${MOST_MARKS} marks at most. Nothing was stored.`)
    refuseConflict(await addMark(db, { ...mark, madeBy: actor.userId, ...signedBy(actor) }), 'mark')
    return { id: mark.id }
  },
})
