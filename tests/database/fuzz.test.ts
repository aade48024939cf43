import { v7 as uuidv7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { COMMANDS, type CommandName } from '@/commands'
import { installationsOf, jobById } from '@/db/queries/installations'
import { graphOf } from '@/core/wiring/wiringOfInstallation'
import { type UseCaseName, WHO_MAY } from '@/server/access'
import { answer } from '@/server/answer'
import { Problem } from '@/server/problem'
import { takeEntries } from '@/server/takeEntries'
import { callAny } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { dice } from '../support/dice'
import { type TestCrew, db, makeCrew, makeJob } from '../support/database'

/** Tries of each use case: enough for every value to come to every field several times. */
const TRIES = 60

let crew: TestCrew
let jobId: string
beforeAll(async () => {
  crew = await makeCrew()
  jobId = await makeJob(crew)
})

type Roll = ReturnType<typeof dice>

const deep = (levels: number): unknown => JSON.parse('['.repeat(levels) + ']'.repeat(levels)) as unknown
/** What no form ever sends. */
const HOSTILE: readonly (() => unknown)[] = [
  () => null,
  () => '',
  () => ' ',
  () => 'constructor',
  () => '__proto__',
  () => 'toString',
  () => 'a\ud800',
  () => 'a\u0000b',
  () => 'a\r\nBEGIN:VEVENT',
  () => '\u202egnp.exe',
  () => "'; drop table reading; --",
  () => 'x'.repeat(5000),
  () => 0,
  () => -1,
  () => 1e308,
  () => -1e308,
  () => 3e9,
  () => 0.1,
  () => true,
  () => {
    return {}
  },
  () => [],
  () => [null, {}, 7],
  () => deep(2000),
  () => ({ constructor: { prototype: { polluted: true } } }),
  () => JSON.parse('{"__proto__":{"polluted":true}}') as unknown,
  () => uuidv7(),
  () => jobId,
  () => '2026-13-45',
  () => '9999-12-31T23:59:59Z',
  () => 'iec-1ph-230',
  () => 'load',
  () => 'circuit',
]
const pick = <T>(roll: Roll, list: readonly T[]): T => list[roll(list.length)] as T

/** Names of the fields that a schema takes, with those inside them. */
interface Described {
  fields?: Record<string, Described>
  innerType?: Described
}
function filled(description: Described, roll: Roll, depth = 0): unknown {
  if (description.innerType)
    return roll(3) === 0 ? pick(roll, HOSTILE)() : [filled(description.innerType, roll, depth + 1)]
  if (!description.fields || depth > 4) return pick(roll, HOSTILE)()
  return Object.fromEntries(
    Object.entries(description.fields)
      .filter(() => roll(8) > 0)
      .map(([name, field]) => [name, roll(4) === 0 ? pick(roll, HOSTILE)() : filled(field, roll, depth + 1)]),
  )
}

/** What a route would answer to it: never a failure of the server's own. */
async function statusOf(work: () => Promise<unknown>): Promise<number> {
  const request = new Request('http://house.example/api/use/x', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
  })
  const response = await answer(request, async () => Response.json((await work()) ?? null))
  return response.status
}

describe('hostile requests', () => {
  const names = Object.keys(USE_CASES) as UseCaseName[]
  it.each(names.filter((name) => !['readGateway', 'readMeter', 'rehearseLoad', 'requestPack'].includes(name)))(
    'are answered in words by %s',
    async (name) => {
      const useCase = USE_CASES[name]
      const description = useCase.schema.describe() as unknown as Described
      const actor = crew.actor(WHO_MAY[name][0])
      const failed: unknown[] = []
      for (let seed = 1; seed <= TRIES; seed++) {
        const roll = dice(seed * 7919 + name.length)
        const input = seed % 9 === 0 ? pick(roll, HOSTILE)() : filled(description, roll)
        // most of them about a job that is there, or nothing would ever be reached behind it
        const aimed =
          typeof input === 'object' && input !== null && !Array.isArray(input) && roll(5) > 0
            ? { ...input, jobId }
            : input
        const status = await statusOf(() => callAny(useCase, db, actor, aimed))
        if (status >= 500) failed.push([status, JSON.stringify(aimed)?.slice(0, 300)])
      }
      expect(failed).toEqual([])
    },
  )
  it('are refused one by one in an outbox', async () => {
    const roll = dice(11)
    for (let seed = 0; seed < 40; seed++) {
      const entries = Array.from({ length: 5 }, () => {
        const useCase = pick(roll, Object.keys(COMMANDS) as CommandName[])
        const input = filled(COMMANDS[useCase].schema.describe() as unknown as Described, roll)
        return {
          id: uuidv7(),
          useCase,
          input,
          at: new Date().toISOString(),
          version: 1,
          ...(roll(6) === 0 && { at: pick(roll, HOSTILE)() }),
        }
      })
      const told = await takeEntries(db, crew.actor('lead'), { entries })
      expect(told).toHaveLength(5)
      for (const { outcome, status, message } of told)
        expect(outcome !== 'refused' || (status ?? 0) < 500, message ?? '').toBe(true)
    }
  })
  it('leave nothing in every object', () => {
    expect(({} as { polluted?: boolean }).polluted).toBeUndefined()
  })
})

describe('a wiring that lacks what it needs', () => {
  const graph = async () => {
    const row = await jobById(db, jobId)
    const installation = row && (await installationsOf(db, [row])).get(jobId)
    if (!installation) throw new Error('no job')
    return structuredClone(graphOf(installation, 'planned')) as unknown as Record<string, unknown>
  }
  it.each(['nodes', 'edges', 'devices', 'sources', 'bonds', 'interlocks', 'plan', 'earthing'])(
    'is taken or refused in words without %s',
    async (part) => {
      const whole = await graph()
      for (const value of [undefined, null, 7, [], {}, [{}], 'constructor', [{ id: 'constructor' }]]) {
        const { [part]: _gone, ...rest } = whole
        const changed = value === undefined ? rest : { ...rest, [part]: value }
        const status = await statusOf(() =>
          callAny(USE_CASES.saveWiring, db, crew.actor('lead'), {
            id: uuidv7(),
            jobId,
            layer: 'planned',
            base: 0,
            note: 'hostile',
            madeAt: new Date().toISOString(),
            graph: changed,
          }),
        )
        expect(status, `${part} ${JSON.stringify(value)}`).toBeLessThan(500)
        // whatever was taken can be looked at again
        const seen = await statusOf(() => callAny(USE_CASES.viewJob, db, crew.actor('lead'), { jobId }))
        expect(seen).toBe(200)
      }
    },
  )
})

it('a problem keeps to the statuses that a caller can act on', () => {
  expect(new Problem(409, 'x').status).toBeLessThan(500)
})
