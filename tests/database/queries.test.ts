import { connect } from '@/db/client'
import { createHash, randomBytes } from 'node:crypto'
import { v7 as uuidv7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { addReadings, addedReadings, readingsOfJobs } from '@/db/queries/evidence'
import { CHUNK_BYTES, fileBytes, fileFacts, fileStream, storeFile } from '@/db/queries/files'
import { installationsOf, jobById } from '@/db/queries/installations'
import { membershipOf } from '@/db/queries/members'
import { fileChunk, job } from '@/db/schema'
import { eq, sql } from 'drizzle-orm'
import { onJobEvidence } from '@/server/jobEvents'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { type TestCrew, db, makeCrew, makeJob, pool, sent } from '../support/database'

let crew: TestCrew
beforeAll(async () => {
  crew = await makeCrew()
})

describe('files', () => {
  const bytes = new Uint8Array(randomBytes(2 * CHUNK_BYTES + 17))
  const digest = createHash('sha256').update(bytes).digest('hex')

  it('lie in chunks under their digest and come back whole, at once or in a stream', async () => {
    expect(await storeFile(db, bytes, 'application/octet-stream')).toBe(digest)
    expect(await fileFacts(db, digest)).toMatchObject({
      byteCount: bytes.length,
      mediaType: 'application/octet-stream',
    })
    expect(Buffer.compare(Buffer.from(await fileBytes(db, digest)), Buffer.from(bytes))).toBe(0)
    const sizes: number[] = []
    const streamed = createHash('sha256')
    for await (const part of fileStream(db, {
      sha256: digest,
      chunkCount: 3,
      partCount: 0,
      byteCount: bytes.length,
    }) as unknown as AsyncIterable<Uint8Array>) {
      sizes.push(part.length)
      streamed.update(part)
    }
    expect([sizes, streamed.digest('hex')]).toEqual([[CHUNK_BYTES, CHUNK_BYTES, 17], digest])
  })

  it.each([
    [0, 0],
    [5, CHUNK_BYTES + 4],
    [CHUNK_BYTES - 1, CHUNK_BYTES],
    [2 * CHUNK_BYTES, 2 * CHUNK_BYTES + 16],
    [CHUNK_BYTES + 3, CHUNK_BYTES + 3],
  ])('give the bytes %i to %i alone', async (from, to) => {
    const parts: Uint8Array[] = []
    const facts = { sha256: digest, chunkCount: 3, partCount: 0, byteCount: bytes.length }
    for await (const part of fileStream(db, facts, { from, to }) as unknown as AsyncIterable<Uint8Array>)
      parts.push(part)
    expect(Buffer.compare(Buffer.concat(parts), Buffer.from(bytes.subarray(from, to + 1)))).toBe(0)
  })

  it('are kept once, however often they come', async () => {
    await storeFile(db, bytes, 'text/plain')
    expect(
      await db.select({ index: fileChunk.index }).from(fileChunk).where(eq(fileChunk.sha256, digest)),
    ).toHaveLength(3)
    expect((await fileFacts(db, digest))?.mediaType).toBe('application/octet-stream')
  })

  it('that are not there are nothing', async () => {
    expect(await fileFacts(db, '0'.repeat(64))).toBeNull()
    expect((await fileBytes(db, '0'.repeat(64))).length).toBe(0)
  })

  it('go with the transaction that stored them', async () => {
    const other = new Uint8Array(randomBytes(50))
    await expect(
      db.transaction(async (tx) => {
        await storeFile(tx, other, 'text/plain')
        throw new Error('changed my mind')
      }),
    ).rejects.toThrow('changed my mind')
    expect(await fileFacts(db, createHash('sha256').update(other).digest('hex'))).toBeNull()
  })
})

describe('jobs', () => {
  it('take the same number of queries whether there is one or many', async () => {
    for (let k = 0; k < 3; k++) await makeJob(crew)
    const rows = await db.select().from(job).where(eq(job.crewId, crew.crewId))
    let queries = 0
    const own = pool.query.bind(pool)
    const counted = ((...args: Parameters<typeof own>) => {
      queries++
      return own(...args)
    }) as typeof pool.query
    pool.query = counted
    try {
      await installationsOf(db, rows.slice(0, 1))
      const one = queries
      queries = 0
      const all = await installationsOf(db, rows)
      expect([all.size, queries]).toEqual([rows.length, one])
      expect(one).toBeGreaterThan(0)
    } finally {
      pool.query = own
    }
  })

  it('come back as they were written', async () => {
    const jobId = await makeJob(crew)
    const row = await jobById(db, jobId)
    const installation = row && (await installationsOf(db, [row])).get(jobId)
    expect(installation?.loads.map(({ tag, powerW, duty }) => [tag, powerW, duty])).toEqual([
      ['fridge', 150, 0.4],
      ['oven', 3200, 0.05],
    ])
    expect(installation?.sources.units[0]).toMatchObject({ moduleCount: 3, moduleW: 1600, legW: null })
    expect(await jobById(db, uuidv7())).toBeNull()
  })
})

describe('readings', () => {
  it('come oldest first by the device’s clock, with who made them', async () => {
    const jobId = await makeJob(crew)
    const at = (clock: string) => `2026-02-03T${clock}:00.000Z`
    await call(USE_CASES.recordReadings, db, crew.actor('hand'), {
      readings: [
        sent(jobId, 'outage.saved', 'answer', 'yes', { recordedAt: at('11:00') }),
        sent(jobId, 'outage.told', 'answer', 'yes', { recordedAt: at('10:00') }),
      ],
    })
    expect(
      (await readingsOfJobs(db, [jobId])).map(({ pointKey, recordedAt, recordedByName }) => [
        pointKey,
        recordedAt,
        recordedByName,
      ]),
    ).toEqual([
      ['outage.told', at('10:00'), 'Test hand'],
      ['outage.saved', at('11:00'), 'Test hand'],
    ])
    expect(await readingsOfJobs(db, [])).toEqual([])
  })

  it('are heard of by every screen of their job, and of no other', async () => {
    const [jobId, quiet] = [await makeJob(crew), await makeJob(crew)]
    let heardQuiet = 0
    const offQuiet = onJobEvidence(quiet, () => {
      heardQuiet++
    })
    const heard = new Promise<readonly string[] | null>((done) => {
      const off = onJobEvidence(jobId, (readings) => {
        off()
        done(readings)
      })
    })
    // listening begins in the background: the notice is repeated until it is heard
    const repeat = setInterval(
      () =>
        void call(USE_CASES.recordReadings, db, crew.actor('hand'), {
          readings: [sent(jobId, 'outage.told', 'answer', 'yes')],
        }),
      100,
    )
    const told = await heard
    clearInterval(repeat)
    offQuiet()
    expect(heardQuiet).toBe(0)
    // which ones they are is said too, and a job gives its own only
    expect((await addedReadings(db, jobId, told ?? [])).map(({ id }) => id)).toEqual(told)
    expect(await addedReadings(db, quiet, told ?? [])).toEqual([])
    // of many at once only the job is said
    const rows = (count: number) =>
      Array.from({ length: count }, () => ({
        id: uuidv7(),
        jobId,
        pointKey: 'outage.told',
        slot: 'answer',
        valueWord: 'yes',
        unit: '' as const,
        recordedAt: new Date().toISOString(),
        shownVerdict: 'open' as const,
        recordedBy: crew.actor('hand').userId,
        byName: 'Test hand',
        byRole: 'hand' as const,
      }))
    const counts: (number | null)[] = []
    const off = onJobEvidence(jobId, (readings) => counts.push(readings?.length ?? null))
    await addReadings(db, rows(150))
    await addReadings(db, rows(151))
    // a repeated notice of one reading may still come in between
    await expect.poll(() => counts.filter((count) => count !== 1), { timeout: 5000 }).toEqual([150, null])
    off()
  })
})

it('knows whose crew a person works in, and who works in none', async () => {
  expect(await membershipOf(db, crew.actor('lead').userId)).toMatchObject({
    crewId: crew.crewId,
    role: 'lead',
    crewName: 'Test crew',
  })
  expect(await membershipOf(db, 'nobody')).toBeNull()
})

describe('a connection that breaks', () => {
  it('fails the transaction that holds it, and nothing else', async () => {
    const own = connect(process.env.DATABASE_URL ?? '', 2)
    try {
      const work = own.db.transaction(async (tx) => {
        const { rows } = await tx.execute<{ pid: number }>(sql`select pg_backend_pid() as pid`)
        // ended while the transaction waits for something else: nobody is listening to the connection just then
        await own.db.execute(sql`select pg_terminate_backend(${rows[0]?.pid ?? 0})`)
        await new Promise((next) => setTimeout(next, 100))
        await tx.execute(sql`select 1`)
      })
      await expect(work).rejects.toThrow()
      expect((await own.db.execute<{ one: number }>(sql`select 1 as one`)).rows).toEqual([{ one: 1 }])
    } finally {
      await own.pool.end()
    }
  })
})
