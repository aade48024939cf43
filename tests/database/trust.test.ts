import { eq } from 'drizzle-orm'
import sharp from 'sharp'
import { v7 as uuidv7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { COMMANDS, type CommandName } from '@/commands'
import { madeAt } from '@/core/evidence/reading'
import { packById } from '@/db/queries/packs'
import { holdOverride, reading, user } from '@/db/schema'
import { fileBytes } from '@/db/queries/files'
import { sealPack } from '@/server/pack/sealPack'
import { takeEntries } from '@/server/takeEntries'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { unzipSync } from 'fflate'
import { aCircuit, aLoad } from '../support/house'
import { type TestCrew, db, makeCrew, makeJob, sent } from '../support/database'

let crew: TestCrew
let jobId: string
beforeAll(async () => {
  crew = await makeCrew()
  jobId = await makeJob(crew)
})
const HOUR_MS = 3_600_000
const record = (readings: unknown[], sentAt: string | null = null) =>
  call(USE_CASES.recordReadings, db, crew.actor('hand'), { readings, sentAt })
const view = async () => (await call(USE_CASES.viewJob, db, crew.actor('hand'), { jobId })).record
const held = async (id: string) => {
  const found = (await view()).readings.find((one) => one.id === id)
  if (!found) throw new Error(`no reading ${id}`)
  return found
}
const ago = (ms: number) => new Date(Date.now() - ms).toISOString()
const statusOf = (work: Promise<unknown>) =>
  work.then(
    () => 200,
    (error: { status?: number }) => error.status ?? String(error),
  )

describe('who recorded', () => {
  it('stands in the row with name and role, and does not change with the person', async () => {
    const one = sent(jobId, 'outage.told', 'answer', 'yes')
    await record([one])
    const own = crew.actor('hand')
    await db.update(user).set({ name: 'Somebody Else' }).where(eq(user.id, own.userId))
    try {
      const [row] = await db.select().from(reading).where(eq(reading.id, one.id))
      expect([row?.byName, row?.byRole]).toEqual([own.name, 'hand'])
      expect((await held(one.id)).recordedByName).toBe(own.name)
      const packId = await sealPack(db, { jobId, sealedBy: crew.actor('lead').userId, secretKeyHex: '21'.repeat(32) })
      const files = unzipSync(await fileBytes(db, (await packById(db, packId))!.sha256))
      const sealed = new TextDecoder().decode(files['record.json'])
      expect(sealed).toContain(own.name)
      expect(sealed).not.toContain('Somebody Else')
    } finally {
      await db.update(user).set({ name: own.name }).where(eq(user.id, own.userId))
    }
  })
  it.each(['', '   ', 'x'.repeat(81)])('has a bounded name: not “%s”', async (name) => {
    const own = crew.actor('office').userId
    await expect(db.update(user).set({ name }).where(eq(user.id, own))).rejects.toMatchObject({
      cause: { constraint: 'user_name_bounded' },
    })
  })
})

describe('a device’s clock', () => {
  it.each([
    '1999-12-31T23:59:59Z',
    '2100-01-01T00:00:00Z',
    '0001-01-01T00:00:00Z',
    '2026-13-01T00:00:00Z',
    '1',
    '2026',
  ])('that says %s is refused', async (recordedAt) => {
    expect((await record([sent(jobId, 'outage.told', 'answer', 'yes', { recordedAt })]))[0]).toMatchObject({
      outcome: 'refused',
      message: expect.stringContaining('between 2000 and 2100'),
    })
  })
  it('is refused more than a day ahead, and flagged below that', async () => {
    const tomorrow = sent(jobId, 'outage.told', 'answer', 'yes', { recordedAt: ago(-25 * HOUR_MS) })
    expect((await record([tomorrow]))[0]).toMatchObject({
      outcome: 'refused',
      message: expect.stringContaining('more than a day from now'),
    })
    const ahead = sent(jobId, 'outage.told', 'answer', 'yes', { recordedAt: ago(-3 * HOUR_MS) })
    await record([ahead])
    const stored = await held(ahead.id)
    expect(stored.detail?.clockAheadS).toBeCloseTo(3 * 3600, -2)
    expect(Date.parse(madeAt(stored))).toBeLessThan(Date.now() + 1000)
  })
  it('that is wrong does not decide which answer stands', async () => {
    // a device six hours slow answers first, and one that is right after it; then one five hours fast, and again one that is right
    const slow = sent(jobId, 'outage.saved', 'answer', 'no', { recordedAt: ago(6 * HOUR_MS) })
    const right = sent(jobId, 'outage.saved', 'answer', 'yes', { recordedAt: ago(60_000) })
    await record([right])
    await record([slow], ago(6 * HOUR_MS))
    const order = async () =>
      (await view()).readings
        .filter(({ pointKey }) => pointKey === 'outage.saved')
        .sort((a, b) => (madeAt(a) < madeAt(b) ? -1 : 1))
        .map(({ id }) => id)
    expect(await order()).toEqual([right.id, slow.id])
    const fast = sent(jobId, 'outage.saved', 'answer', 'no', { recordedAt: ago(-5 * HOUR_MS) })
    await record([fast], ago(-5 * HOUR_MS))
    expect((await held(fast.id)).detail?.clockAheadS).toBeCloseTo(5 * 3600, -2)
    const last = sent(jobId, 'outage.saved', 'answer', 'yes', { recordedAt: new Date(Date.now() + 1000).toISOString() })
    await record([last])
    expect((await order()).at(-1)).toBe(last.id)
  })
  it('that is right keeps an entry that waited for hours at its own time', async () => {
    const waited = sent(jobId, 'outage.callout', 'answer', 'yes', { recordedAt: ago(8 * HOUR_MS) })
    await record([waited], new Date().toISOString())
    const stored = await held(waited.id)
    expect([stored.detail, madeAt(stored)]).toEqual([null, stored.recordedAt])
  })
})

describe('digits', () => {
  it.each(['0x1f', '3.1e1', '', ' 31', '32', '31V', 'Infinity'])(
    'that write “%s” are not the number 31',
    async (digits) => {
      const one = sent(jobId, 'earth.islandBond', 'ln', 31, {
        unit: 'V',
        digits,
        confirmed: ['stepHeld', 'outOfRange'],
      })
      expect((await record([one]))[0]?.outcome).toBe('refused')
    },
  )
  it('keep their zeros', async () => {
    const one = sent(jobId, 'earth.islandBond', 'ln', 31, { unit: 'V', digits: '31.00', confirmed: ['stepHeld'] })
    const [told] = await record([one])
    expect(told).toMatchObject({ outcome: 'stored' })
    expect((await held(one.id)).digits).toBe('31.00')
  })
})

describe('the same id with other content', () => {
  it.each([
    ['another value', { valueWord: 'no' }],
    ['another time', { recordedAt: ago(HOUR_MS) }],
    ['another point', { pointKey: 'outage.helper' }],
    ['another verdict', { shownVerdict: 'proven' }],
    ['digits', { digits: '1' }],
    ['a correction', { supersedes: uuidv7(), supersedeReason: 'looked again' }],
  ])('of a reading, %s, is a conflict', async (_name, change) => {
    const one = sent(jobId, 'outage.told', 'answer', 'yes')
    await record([one])
    const told = await record([one, { ...one, ...change }])
    expect(told.map(({ outcome, status }) => [outcome, status])).toEqual([
      ['known', undefined],
      ['refused', 409],
    ])
  })
  it('of two readings in one batch is a conflict for the second', async () => {
    const one = sent(jobId, 'outage.told', 'answer', 'yes')
    const told = await record([one, { ...one }, { ...one, valueWord: 'no' }])
    expect(told.map(({ outcome }) => outcome)).toEqual(['stored', 'known', 'refused'])
  })
  it('of a picture is a conflict, and of the same picture none', async () => {
    const colour = (red: number) =>
      sharp({ create: { width: 8, height: 8, channels: 3, background: { r: red, g: 0, b: 0 } } })
        .png()
        .toBuffer()
    const id = uuidv7()
    const add = async (red: number) =>
      statusOf(
        call(USE_CASES.addPicture, db, crew.actor('hand'), { id, jobId, subject: 'inv1', bytes: await colour(red) }),
      )
    expect([await add(200), await add(200), await add(10)]).toEqual([200, 200, 409])
    expect((await view()).attachments.filter((one) => one.id === id)).toHaveLength(1)
  })
  it('of a job is a conflict', async () => {
    const id = uuidv7()
    const create = (name: string) =>
      statusOf(
        call(USE_CASES.createJob, db, crew.actor('office'), {
          id,
          name,
          place: 'Nowhere',
          packId: 'iec-1ph-230',
          scheduledDay: null,
        }),
      )
    expect([await create('One'), await create('One'), await create('Two')]).toEqual([200, 200, 409])
  })
  it('of a thing in another job is a conflict', async () => {
    const other = await makeJob(crew)
    const itemId = uuidv7()
    const { id: _load, ...fields } = aLoad({ tag: 'kiln', name: 'Kiln', circuitTag: null })
    const save = (job: string) =>
      statusOf(call(USE_CASES.saveItem, db, crew.actor('lead'), { jobId: job, kind: 'load', itemId, fields }))
    expect([await save(jobId), await save(other)]).toEqual([200, 409])
  })
  it('of a replacement is a conflict', async () => {
    const id = uuidv7()
    const replace = (reason: string) =>
      statusOf(
        call(USE_CASES.replaceComponent, db, crew.actor('lead'), {
          id,
          jobId,
          componentTag: 'inv1',
          cause: 'damaged',
          reason,
          replacedAt: null,
        }),
      )
    expect([await replace('fell off'), await replace('fell off'), await replace('was wet')]).toEqual([200, 200, 409])
  })
})

describe('two pictures with like ids', () => {
  it('both reach the pack, under names of their own', async () => {
    const own = await makeJob(crew)
    const tail = '123456'
    for (const [k, red] of [20, 220].entries()) {
      const bytes = await sharp({ create: { width: 8, height: 8, channels: 3, background: { r: red, g: 0, b: 0 } } })
        .png()
        .toBuffer()
      const id = `018f000${k}-0000-7000-8000-${uuidv7().slice(-12, -6)}${tail}`
      await call(USE_CASES.addPicture, db, crew.actor('hand'), {
        id,
        jobId: own,
        subject: 'inv1',
        fileName: 'plate.jpg',
        bytes,
      })
    }
    const packId = await sealPack(db, {
      jobId: own,
      sealedBy: crew.actor('lead').userId,
      secretKeyHex: '21'.repeat(32),
    })
    const files = unzipSync(await fileBytes(db, (await packById(db, packId))!.sha256))
    expect(Object.keys(files).filter((path) => path.startsWith('pictures/'))).toEqual([
      'pictures/001-plate.jpg',
      'pictures/002-plate.jpg',
    ])
  })
})

describe('one bad entry in an outbox', () => {
  const entry = (useCase: CommandName, input: object, change: object = {}) => ({
    id: uuidv7(),
    useCase,
    input,
    at: new Date().toISOString(),
    version: COMMANDS[useCase].version,
    ...change,
  })
  const good = () => {
    const one = sent(jobId, 'outage.told', 'answer', 'yes')
    return entry('recordReadings', { readings: [one] }, { id: one.id })
  }
  const { id: _circuit, ...circuit } = aCircuit({ tag: 'c7', name: 'Shed' })
  it.each<[string, () => unknown]>([
    ['no entry at all', () => 7],
    ['nothing', () => null],
    ['an entry without an id', () => ({ ...good(), id: 'x' })],
    ['a use case that is a method of every object', () => ({ ...good(), useCase: 'constructor' })],
    [
      'half a character',
      () => entry('recordReadings', { readings: [sent(jobId, 'outage.told', 'answer', 'a\ud800')] }),
    ],
    ['a zero byte', () => entry('recordReadings', { readings: [sent(jobId, 'outage.told', 'answer', 'a\u0000')] })],
    [
      'a name that is a method of every object',
      () => entry('saveItem', { jobId, kind: 'circuit', itemId: uuidv7(), fields: { ...circuit, tag: 'constructor' } }),
    ],
    [
      'a name that turns the way of writing round',
      () => entry('saveItem', { jobId, kind: 'circuit', itemId: uuidv7(), fields: { ...circuit, name: 'a\u202eb' } }),
    ],
    [
      'a number larger than the database’s',
      () =>
        entry('saveItem', { jobId, kind: 'circuit', itemId: uuidv7(), fields: { ...circuit, sort: 3e9, tag: 'c8' } }),
    ],
  ])('is refused with its reason and the rest goes on: %s', async (_name, bad) => {
    const told = await takeEntries(db, crew.actor('lead'), { entries: [good(), bad(), good()] })
    expect(told.map(({ outcome }) => outcome)).toEqual(['stored', 'refused', 'stored'])
    expect(told[1]?.message).toMatch(/\w/)
  })
  it('says nothing of what the database said', async () => {
    const bad = entry('overrideHold', {
      id: uuidv7(),
      jobId,
      step: 'firstLive',
      condition: 'x',
      reason: 'y'.repeat(20),
    })
    const [told] = await takeEntries(db, crew.actor('lead'), { entries: [bad] })
    expect(told?.outcome).toBe('refused')
    expect(told?.message).not.toMatch(/constraint|violates|select|insert/i)
    expect(await db.select().from(holdOverride).where(eq(holdOverride.id, bad.id))).toEqual([])
  })
})
