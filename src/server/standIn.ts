import type { JobRow } from '@/db/queries/installations'
import type { Db } from '@/db/client'
import type { ActName } from '@/devices/standin/acts'
import type { CloudReport } from '@/devices/standin/cloudView'
import type { HouseReport } from '@/devices/standin/doors/houseReport'
import type { Shown, TesterQuestion } from '@/devices/standin/tester'
import { jobFileOfRecord } from '@/jobFile/jobFileOfRecord'
import { jobRecord } from './jobAccess'
import { Problem } from './problem'

const TIMEOUT_MS = 8000

/** A stand-in house with where it is read. */
export type StandInHouse = HouseReport & { modbusPort: number; mqttPort: number; topic: string }

/** Where the stand-in houses are built and switched, where they were started with the app; `null` without them. */
export const standInDoor = (): string | null => process.env.AWLBRIGHT_STAND_IN || null

function requireDoor(): string {
  const door = standInDoor()
  if (door === null) throw new Problem(409, 'No stand-in house was started with this server. It comes with the demo.')
  return door
}

/** Asks the stand-in. @throws Problem 502 when it does not answer, and its own refusals in its own words */
async function ask(path: string, init: RequestInit = {}): Promise<Response> {
  const response = await fetch(requireDoor() + path, { ...init, signal: AbortSignal.timeout(TIMEOUT_MS) }).catch(() => {
    throw new Problem(502, 'The stand-in house does not answer. Start the demo anew.')
  })
  if (response.ok) return response
  const { message } = (await response.json().catch(() => ({ message: 'The stand-in refused.' }))) as { message: string }
  throw new Problem(response.status === 404 ? 404 : response.status === 422 ? 422 : 502, message)
}

/** Builds a job's stand-in house from what the job says, anew where it stands. */
export async function buildHouse(db: Db, row: JobRow): Promise<StandInHouse> {
  const record = await jobRecord(db, row)
  const file = { ...jobFileOfRecord(record, row), readings: [] }
  const response = await ask(`/houses/${row.id}`, { method: 'PUT', body: JSON.stringify(file) })
  return (await response.json()) as StandInHouse
}

/** A job's stand-in house as it stands; built first where nobody has. */
export async function houseOf(db: Db, row: JobRow): Promise<StandInHouse> {
  try {
    return (await (await ask(`/houses/${row.id}`)).json()) as StandInHouse
  } catch (error) {
    if (!(error instanceof Problem) || error.status !== 404) throw error
    return buildHouse(db, row)
  }
}

/** Does one thing to a job's house. @throws Problem 404 or 422 in the stand-in's words */
export async function actOnHouse(jobId: string, name: ActName, input: object): Promise<StandInHouse> {
  const response = await ask(`/houses/${jobId}/acts/${name}`, { method: 'POST', body: JSON.stringify(input) })
  return (await response.json()) as StandInHouse
}

export const cloudOf = async (jobId: string): Promise<CloudReport | null> =>
  (await (await ask(`/cloud/${jobId}`)).json()) as CloudReport | null

export const captureOf = async (jobId: string, at: number): Promise<Uint8Array<ArrayBuffer>> =>
  new Uint8Array(await (await ask(`/houses/${jobId}/captures/${at}`)).arrayBuffer())

export const logOf = async (jobId: string): Promise<string> => (await ask(`/houses/${jobId}/log.csv`)).text()

export async function instrumentInHouse(
  jobId: string,
  question: TesterQuestion,
  subject: string | null,
): Promise<Shown> {
  const asked = new URLSearchParams({ question, ...(subject === null ? {} : { subject }) })
  return (await (await ask(`/houses/${jobId}/tester?${asked.toString()}`)).json()) as Shown
}
