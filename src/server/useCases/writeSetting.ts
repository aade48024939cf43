import { v7 as uuidv7 } from 'uuid'
import * as yup from 'yup'
import { writingAllowed } from '@/core/settings/settingAct'
import { addSettingActs, settingActsOf } from '@/db/queries/settingActs'
import { isSetting, writePoint } from '@/devices/gatewayClient'
import { figure, flag, id, required, words } from '@/schemas/fields'
import { signedBy } from '../access'
import { addressText, gatewayOf } from '../gatewayAddress'
import { jobOfActor } from '../jobAccess'
import { Problem } from '../problem'
import { defineUseCase } from '../useCase'
import { asProblem } from './readGateway'

/** Most of a text that names a setting. */
const MOST_NAME = 60

/** What was planned, written and allowed about a job's settings, the latest first. */
export const viewSettingActs = defineUseCase({
  name: 'viewSettingActs',
  via: 'json',
  schema: yup.object({ jobId: id('job').required() }),
  run: async (db, actor, { jobId }) => {
    await jobOfActor(db, actor, jobId)
    return settingActsOf(db, jobId)
  },
})

/** A lead lets the job's own gateway be written to, with the reason, or takes that back. It holds for the device at this address and for no other. */
export const allowWriting = defineUseCase({
  name: 'allowWriting',
  via: 'json',
  schema: yup.object({
    jobId: id('job').required(),
    allow: flag('Allowed').required(required('Allowed')),
    reason: words('Reason', 300).default(''),
  }),
  run: async (db, actor, { jobId, allow, reason }) => {
    const row = await jobOfActor(db, actor, jobId)
    const gateway = await gatewayOf(db, row)
    if (gateway.isStandIn) throw new Problem(409, 'This job has no gateway of its own. Its stand-in may be written to.')
    if (allow && [...reason].length < 10)
      throw new Problem(422, 'Writing was not allowed.', [
        { path: 'reason', message: 'Say why this device may be written to, in ten characters or more' },
      ])
    await addSettingActs(db, [
      {
        id: uuidv7(),
        jobId,
        kind: allow ? 'writingAllowed' : 'writingWithdrawn',
        address: addressText(gateway),
        reason: reason === '' ? null : reason,
        madeBy: actor.userId,
        ...signedBy(actor),
      },
    ])
    return { allow }
  },
})

/** Writes one setting and reads it back. A stand-in takes orders too; a real gateway takes settings alone, and only where a lead allowed it for that device. */
export const writeSetting = defineUseCase({
  name: 'writeSetting',
  via: 'json',
  schema: yup.object({
    jobId: id('job').required(),
    key: words('Setting', MOST_NAME).required(required('Setting')),
    value: figure('Value').nullable().default(null),
  }),
  run: async (db, actor, { jobId, key, value }) => {
    const gateway = await gatewayOf(db, await jobOfActor(db, actor, jobId))
    const address = gateway.isStandIn ? null : addressText(gateway)
    if (address !== null) {
      if (writingAllowed(await settingActsOf(db, jobId), address) === null)
        throw new Problem(
          409,
          'A real gateway is not written to before a lead has allowed it for this device. Set it with its maker’s own tool, then read it back.',
        )
      if (!isSetting(key) || value === null)
        throw new Problem(409, 'A real gateway is given settings, and no orders of the moment. Nothing was written.')
    }
    const act = { jobId, key, value, address, madeBy: actor.userId, ...signedBy(actor) }
    // a real device is never told anything that is not on record, whatever happens before it answers
    if (address !== null) await addSettingActs(db, [{ id: uuidv7(), kind: 'writeBegun', ...act }])
    const { before, readBack } = await writePoint(gateway.host, gateway.port, key, value).catch(asProblem)
    await addSettingActs(db, [{ id: uuidv7(), kind: 'written', before, readBack, ...act }])
    return { written: value, before, readBack }
  },
})
