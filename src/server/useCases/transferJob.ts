import * as yup from 'yup'
import { ownLimitFault } from '@/core/rules/ownLimits'
import { RULE_PACKS } from '@/core/rules/packs'
import { inOrder } from '@/jobFile/merge/mergeJob'
import { choice, flag, id, required, words } from '@/schemas/fields'
import { noteBy } from '../crew/noteBy'
import { constraintOf } from '../databaseFault'
import { jobOfActor } from '../jobAccess'
import { signingKey } from '../pack/sealPack'
import { ID_TAKEN, Problem } from '../problem'
import { clockFault } from '../readings/deviceClock'
import { type JobOnItsWay, jobOnItsWay } from '../transfer/jobOnItsWay'
import { jobZip } from '../transfer/jobZip'
import { storeEvidence } from '../transfer/storeEvidence'
import { readyFiles, storeFiles } from '../transfer/storeFiles'
import { storePlan } from '../transfer/storePlan'
import { refuseContradictions } from '../transfer/storeThings'
import { type TransferTold, toldOf } from '../transfer/toldOf'
import { defineUseCase } from '../useCase'

/** A job with its pictures and recordings as one file, sealed with this server's key. */
export const takeJobOut = defineUseCase({
  name: 'takeJobOut',
  via: 'route',
  schema: yup.object({ jobId: yup.string().strict().required() }),
  run: async (db, actor, { jobId }) => {
    const row = await jobOfActor(db, actor, jobId)
    return { name: row.name, ...(await jobZip(db, row, { secretKeyHex: signingKey() })) }
  },
})

/** What may not be taken in whatever the file says: it is left out and named. */
function withoutFaults(onItsWay: JobOnItsWay): JobOnItsWay {
  const { merge, file, here } = onItsWay
  const { limits } = RULE_PACKS[file.installation.packId]
  const now = new Date()
  const early = merge.readings.fresh.filter((reading) => clockFault(reading, now) !== null)
  const unset = merge.ownLimits.fresh.filter(
    ({ key, value }) => value !== null && ownLimitFault(limits[key], value) !== null,
  )
  const kept = merge.readings.fresh.filter((reading) => !early.includes(reading))
  // what corrects a reading that is left out has nothing to stand on
  const { ordered: fresh, stray } = inOrder(kept, here?.readings ?? [])
  return {
    ...onItsWay,
    merge: {
      ...merge,
      readings: { ...merge.readings, fresh, stray: [...merge.readings.stray, ...stray] },
      ownLimits: { ...merge.ownLimits, fresh: merge.ownLimits.fresh.filter((limit) => !unset.includes(limit)) },
    },
    notTaken: [
      ...onItsWay.notTaken,
      ...early.map(({ pointKey }) => `A reading of ${pointKey} is left out: it says that it was made in the future.`),
      ...unset.map(({ key }) => `The limit ${key} is left out: nobody sets it so.`),
    ],
  }
}

/**
 * Brings a job in from a file: a new one, or what another server of the crew has added to one that is here. Looked at first, it is told what it would do
 * and nothing is stored. Evidence is added and never changed; what differs of the plan stays as it is here unless the file is to count.
 */
export const bringJobIn = defineUseCase({
  name: 'bringJobIn',
  via: 'route',
  schema: yup.object({
    newId: id('job').required(),
    bytes: yup.mixed<Uint8Array>().required(required('File')),
    look: flag('Look first').default(true),
    plan: choice('Plan', ['keep', 'take'] as const).default('keep'),
    /** Key that a person compared, where the file was sealed by another server. */
    trusted: words('Key', 40).nullable().default(null),
  }),
  run: async (db, actor, { newId, bytes, look, plan, trusted }): Promise<TransferTold> => {
    const onItsWay = withoutFaults(await jobOnItsWay(db, actor, bytes, newId))
    const { merge, zip, jobId, file } = onItsWay
    refuseContradictions(merge.things, file.installation.packId)
    const files = await readyFiles(merge.attachments.fresh, zip)
    const told = toldOf({ ...onItsWay, notTaken: [...onItsWay.notTaken, ...files.notTaken] })
    if (look) return told
    if (!zip.isOwn && trusted !== zip.fingerprint)
      throw new Problem(
        409,
        `It was sealed with another server’s key, ${zip.fingerprint}. Compare it with what that server shows, and say so. Nothing was stored.`,
      )
    try {
      await db.transaction(async (tx) => {
        await storePlan(tx, onItsWay, actor, plan === 'take')
        await storeEvidence(tx, onItsWay, actor)
        await storeFiles(tx, files.ready, { jobId, actor, isOwn: zip.isOwn })
        await noteBy(tx, actor, 'jobBroughtIn', jobId, {
          name: told.name,
          readings: merge.readings.fresh.length,
          attachments: files.ready.length,
          key: zip.fingerprint,
        })
      })
    } catch (error) {
      if (constraintOf(error)?.endsWith('_pkey')) throw new Problem(409, ID_TAKEN)
      throw error
    }
    return told
  },
})
