import * as yup from 'yup'
import { readMeter as readDevice, rehearseLoad as rehearse } from '@/devices/gatewayClient'
import { choice, figure, id, required } from '@/schemas/fields'
import { gatewayOf } from '../gatewayAddress'
import { jobOfActor } from '../jobAccess'
import { Problem } from '../problem'
import { defineUseCase } from '../useCase'
import { asProblem } from './readGateway'

/** What the gateway's meter reads just now, in watts by phase; nothing is stored. `isStandIn` where it can be rehearsed with. */
export const readMeter = defineUseCase({
  name: 'readMeter',
  via: 'json',
  schema: yup.object({ jobId: id('job').required() }),
  run: async (db, actor, { jobId }) => {
    const { host, port, isStandIn } = await gatewayOf(db, await jobOfActor(db, actor, jobId))
    return { watts: await readDevice(host, port).catch(asProblem), isStandIn }
  },
})

/** Switches the load that the stand-in pretends to have; refused for a real gateway, which has no such thing. */
export const rehearseLoad = defineUseCase({
  name: 'rehearseLoad',
  via: 'json',
  schema: yup.object({
    jobId: id('job').required(),
    phase: choice('Phase', ['L1', 'L2', 'L3']).required(required('Phase')),
    watts: figure('Load')
      .integer('Load is a whole number')
      .min(0, 'Load must be 0 W or more')
      .max(20_000, 'Load is 20 kW at most')
      .required(required('Load')),
  }),
  run: async (db, actor, { jobId, phase, watts }) => {
    const { host, port, isStandIn } = await gatewayOf(db, await jobOfActor(db, actor, jobId))
    if (!isStandIn) throw new Problem(409, 'This job has a real gateway. Its loads are switched by hand.')
    await rehearse(host, port, Number(phase.slice(1)) - 1, watts).catch(asProblem)
    return { watts }
  },
})
