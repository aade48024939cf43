import * as yup from 'yup'
import type { JobRow } from '@/db/queries/installations'
import { ACT_NAMES } from '@/devices/standin/acts'
import { TESTER_QUESTIONS } from '@/devices/standin/tester'
import { choice, id, required } from '@/schemas/fields'
import { jobOfActor } from '../jobAccess'
import { Problem } from '../problem'
import {
  type StandInHouse,
  actOnHouse as act,
  buildHouse,
  cloudOf,
  houseOf,
  instrumentInHouse,
  standInDoor,
} from '../standIn'
import { defineUseCase } from '../useCase'

/** Most of a text somebody hands to a stand-in. */
const MOST_NAME = 60

/** @throws Problem 409 where a real gateway is in the house's place */
function requireStandIn({ gatewayHost }: JobRow): void {
  if (gatewayHost !== null) throw new Problem(409, 'This job has a real gateway. The stand-in is for jobs without one.')
}

/** The ports are the server's own business. */
const shown = ({ modbusPort: _modbus, mqttPort: _mqtt, topic: _topic, ...house }: StandInHouse) => house
export type ShownHouse = ReturnType<typeof shown>

/** The job's house to practise on, as it stands; built from the job where nobody has. `null` where no stand-in was started or a real gateway is there. */
export const viewHouse = defineUseCase({
  name: 'viewHouse',
  via: 'json',
  schema: yup.object({ jobId: id('job').required() }),
  run: async (db, actor, { jobId }): Promise<ShownHouse | null> => {
    const row = await jobOfActor(db, actor, jobId)
    if (standInDoor() === null || row.gatewayHost !== null) return null
    return shown(await houseOf(db, row))
  },
})

/** Does one thing to the job's house: switches, cuts the supply, moves the sun, hides a fault. */
export const actOnHouse = defineUseCase({
  name: 'actOnHouse',
  via: 'json',
  schema: yup.object({
    jobId: id('job').required(),
    act: choice('What to do', ACT_NAMES).required(required('What to do')),
    input: yup.mixed<object>().default({}),
  }),
  run: async (db, actor, { jobId, act: name, input }): Promise<ShownHouse> => {
    const row = await jobOfActor(db, actor, jobId)
    requireStandIn(row)
    await houseOf(db, row)
    return shown(await act(jobId, name, input))
  },
})

/** Builds the job's house anew from the job as it is now; what was done to the old one is forgotten. */
export const buildHouseAnew = defineUseCase({
  name: 'buildHouseAnew',
  via: 'json',
  schema: yup.object({ jobId: id('job').required() }),
  run: async (db, actor, { jobId }): Promise<ShownHouse> => {
    const row = await jobOfActor(db, actor, jobId)
    requireStandIn(row)
    return shown(await buildHouse(db, row))
  },
})

/** What an instrument shows in the job's house as it stands. */
export const askInstrumentInHouse = defineUseCase({
  name: 'askInstrumentInHouse',
  via: 'json',
  schema: yup.object({
    jobId: id('job').required(),
    question: choice('Question', TESTER_QUESTIONS).required(required('Question')),
    subject: yup.string().max(MOST_NAME).nullable().default(null),
  }),
  run: async (db, actor, { jobId, question, subject }) => {
    const row = await jobOfActor(db, actor, jobId)
    requireStandIn(row)
    await houseOf(db, row)
    return instrumentInHouse(jobId, question, subject)
  },
})

/** What the maker's cloud shows of the house: old figures, with how old; `null` before any came through. */
export const readCloud = defineUseCase({
  name: 'readCloud',
  via: 'json',
  schema: yup.object({ jobId: id('job').required() }),
  run: async (db, actor, { jobId }) => {
    const row = await jobOfActor(db, actor, jobId)
    if (standInDoor() === null || row.gatewayHost !== null) return null
    await houseOf(db, row)
    return cloudOf(jobId)
  },
})
