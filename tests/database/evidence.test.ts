import { sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { reading } from '@/db/schema'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { type TestCrew, db, makeCrew, makeJob, owner, sent } from '../support/database'

let crew: TestCrew
let jobId: string
beforeAll(async () => {
  crew = await makeCrew()
  jobId = await makeJob(crew)
})

const record = (...readings: unknown[]) => call(USE_CASES.recordReadings, db, crew.actor('hand'), { readings })
const messageOf = async (work: Promise<unknown>) =>
  work.then(
    () => 'nothing',
    (error: unknown) => String((error as Error).cause ?? error),
  )
const row = (change: object = {}) => ({
  id: uuidv7(),
  jobId,
  pointKey: 'outage.told',
  slot: 'answer',
  valueWord: 'yes',
  unit: '' as const,
  recordedBy: crew.actor('hand').userId,
  byName: 'Test hand',
  recordedAt: new Date().toISOString(),
  shownVerdict: 'proven' as const,
  ...change,
})

describe('the database refuses what the core would refuse', () => {
  it.each([
    ['NaN', { valueWord: null, valueNumber: NaN }, /reading_value_finite/],
    ['an infinity', { valueWord: null, valueNumber: Infinity }, /reading_value_finite/],
    ['nothing', { valueWord: null }, /reading_has_value/],
    ['an unknown verdict', { shownVerdict: 'fine' }, /reading_verdict_known/],
    ['an unknown unit', { unit: 'furlong' }, /reading_unit_known/],
    [
      'a correction without a reason',
      { supersedes: uuidv7() },
      /reading_correction_has_reason|reading_corrects_own_job/,
    ],
    ['a reason without a correction', { supersedeReason: 'so' }, /reading_correction_has_reason/],
    ['a job that is not there', { jobId: uuidv7() }, /reading_job_id/],
  ] as const)('%s', async (_name, change, constraint) => {
    expect(await messageOf(db.insert(reading).values(row(change) as never))).toMatch(constraint)
  })
  it.each([
    'reading',
    'reading_2026',
    'reading_other',
    'reading_superseder',
    'hold_override',
    'attachment',
    'pack',
    'wiring_revision',
    'component_replacement',
    'plan_revision',
    'stored_file',
    'file_chunk',
    'file_part',
    'household_answer',
  ])('keeps rows of %s as they were written, for the app and for the owner', async (table) => {
    expect(await messageOf(db.execute(sql.raw(`delete from ${table}`)))).toMatch(/permission denied/)
    expect(await messageOf(db.execute(sql.raw(`truncate ${table} cascade`)))).toMatch(/permission denied/)
    expect(await messageOf(owner.db.execute(sql.raw(`truncate ${table} cascade`)))).toMatch(/are evidence/)
    if (table === 'reading') {
      await record(sent(jobId, 'outage.saved', 'answer', 'yes'))
      expect(await messageOf(owner.db.execute(sql`update reading set value_word = 'no'`))).toMatch(/are evidence/)
      expect(await messageOf(owner.db.execute(sql`delete from reading`))).toMatch(/are evidence/)
    }
  })
  it('takes one correction of a reading, not two, and none across jobs', async () => {
    const first = sent(jobId, 'outage.helper', 'answer', 'no')
    const correction = () =>
      sent(jobId, 'outage.helper', 'answer', 'yes', { supersedes: first.id, supersedeReason: 'came a minute later' })
    const told = await record(first, correction(), correction())
    expect(told.map(({ outcome }) => outcome)).toEqual(['stored', 'stored', 'refused'])
    expect(told[2]?.message).toMatch(/corrected by somebody else already/)
    const [elsewhere, untouched] = [await makeJob(crew), sent(jobId, 'outage.saved', 'answer', 'no')]
    await record(untouched)
    expect(
      (
        await record(
          sent(elsewhere, 'outage.saved', 'answer', 'yes', { supersedes: untouched.id, supersedeReason: 'mixed up' }),
        )
      )[0],
    ).toMatchObject({ outcome: 'refused', message: 'The reading to correct is not in this job.' })
  })
})

describe('readings by year', () => {
  const madeIn = (day: string) => uuidv7({ msecs: Date.parse(day) })
  const yearOf = async (id: string) => {
    const { rows } = await owner.db.execute<{ part: string }>(
      sql`select tableoid::regclass::text as part from reading where id = ${id}`,
    )
    return rows.map(({ part }) => part)
  }

  it('lie where the front of their id says, the first and the last moment of a year too', async () => {
    const cases = [
      ['2025-12-31T23:59:59.999Z', 'reading_2025'],
      ['2026-01-01T00:00:00.000Z', 'reading_2026'],
      ['2019-05-05T00:00:00.000Z', 'reading_other'],
    ] as const
    for (const [made, part] of cases) {
      const one = row({ id: madeIn(made) })
      await db.insert(reading).values(one)
      expect(await yearOf(one.id)).toEqual([part])
    }
    const random = row({ id: 'ffffffff-0000-4000-8000-000000000000'.replace('0000', uuidv7().slice(-4)) })
    await db.insert(reading).values(random)
    expect(await yearOf(random.id)).toEqual(['reading_other'])
  })
  it('have a place before the year begins: this one and the next two', async () => {
    const { rows } = await owner.db.execute<{ relname: string }>(
      sql`select relname from pg_class where relispartition and relkind = 'r' and relname like 'reading_2%'`,
    )
    const year = new Date().getUTCFullYear()
    expect(rows.map(({ relname }) => relname)).toEqual(
      expect.arrayContaining([`reading_${year}`, `reading_${year + 1}`, `reading_${year + 2}`]),
    )
  })
  it('are one id over all years, and are corrected once over all years', async () => {
    const first = row({ id: madeIn('2025-06-01T00:00:00Z') })
    await db.insert(reading).values(first)
    expect(await messageOf(db.insert(reading).values(first))).toMatch(/23505/)
    const correction = (day: string) =>
      row({ id: madeIn(day), supersedes: first.id, supersedeReason: 'read anew', valueWord: 'no' })
    await db.insert(reading).values(correction('2025-07-01T00:00:00Z'))
    expect(await messageOf(db.insert(reading).values(correction('2026-07-01T00:00:00Z')))).toMatch(
      /reading_one_superseder/,
    )
  })
  it('are entered as readings only: neither a year nor what was corrected is written to by the app itself', async () => {
    const id = uuidv7()
    for (const statement of [
      `insert into reading_superseder values ('${id}', '${id}')`,
      `insert into reading_2026 select * from reading limit 1`,
    ])
      expect(await messageOf(db.execute(sql.raw(statement)))).toMatch(/permission denied/)
  })
})

it('lets a correction take nothing away but the reading it stands in for', async () => {
  const medical = sent(jobId, 'outage.medical', 'answer', 'present')
  const [stored, stray, withdrawal] = await record(
    medical,
    sent(jobId, 'outage.told', 'answer', 'yes', { supersedes: medical.id, supersedeReason: 'looks harmless' }),
    sent(jobId, 'outage.told', 'answer', 'withdrawn', {
      supersedes: medical.id,
      supersedeReason: 'looks harmless too',
    }),
  )
  expect(stored?.outcome).toBe('stored')
  for (const refused of [stray, withdrawal])
    expect(refused).toMatchObject({ outcome: 'refused', message: 'A correction names a reading of the same point.' })
  const { record: held } = await call(USE_CASES.viewJob, db, crew.actor('hand'), { jobId })
  expect(held.readings.some(({ supersedes }) => supersedes === medical.id)).toBe(false)
})

describe('taking in readings', () => {
  it('acknowledges each by itself, and knows one that comes twice', async () => {
    // the first island is still held: a person confirmed that it was measured all the same
    const measured = { unit: 'V', confirmed: ['stepHeld'] }
    const good = sent(jobId, 'earth.islandBond', 'ln', 230.4, measured)
    expect((await record(good)).map(({ outcome }) => outcome)).toEqual(['stored'])
    expect(
      (await record(good, sent(jobId, 'earth.islandBond', 'le', 230, measured))).map(({ outcome }) => outcome),
    ).toEqual(['known', 'stored'])
    expect((await record({ ...good, valueNumber: 12 }))[0]).toMatchObject({
      outcome: 'refused',
      message: 'Another reading has this id. Nothing was stored.',
      status: 409,
    })
  })
  it.each([
    ['another unit', sent('', 'earth.islandBond', 'ne', 0.4, { unit: 'A' }), /in V, not in A/],
    ['a word for a number', sent('', 'earth.islandBond', 'ne', 'low'), /no answer here/],
    ['a point that is not there', sent('', 'earth.nothing', 'x', 1), /not in the plan/],
    ['an answer that is none', sent('', 'outage.told', 'answer', 'perhaps'), /no answer here. Type yes or no/],
    ['a file’s slot', sent('', 'outage.gap', 'recording', 12, { unit: 'ms' }), /not typed: add the file/],
    [
      'a number as text',
      sent('', 'earth.islandBond', 'ne', 1, { valueNumber: '1', unit: 'V' }),
      /Value must be a number/,
    ],
    [
      'a clock that is none',
      sent('', 'outage.told', 'answer', 'yes', { recordedAt: 'yesterday' }),
      /Time is no time between 2000 and 2100/,
    ],
    ['an id that is none', sent('', 'outage.told', 'answer', 'yes', { id: "1'; drop table reading" }), /not an id/],
  ])('refuses %s, and stores the rest', async (_name, bad, message) => {
    const told = await record({ ...bad, jobId }, sent(jobId, 'outage.callout', 'answer', 'yes'))
    expect(told[0]).toMatchObject({ outcome: 'refused', message: expect.stringMatching(message) })
    expect(told[1]?.outcome).toBe('stored')
  })
  it('asks for a value outside the instrument’s range to be confirmed', async () => {
    const { record: held } = await call(USE_CASES.viewJob, db, crew.actor('hand'), { jobId })
    const wild = () =>
      sent(jobId, 'earth.electrode.e1', 'r618', 5000, { unit: 'Ω', instrumentId: held.instruments[0]?.id })
    expect((await record(wild()))[0]).toMatchObject({
      outcome: 'refused',
      message: expect.stringContaining('Confirm it, or correct it.'),
    })
    expect((await record({ ...wild(), outOfRangeConfirmed: true }))[0]?.outcome).toBe('stored')
  })
  it('refuses a batch of nonsense without falling over', async () => {
    const told = await record(null, 5, 'text', [], { id: {} }, { id: '__proto__' })
    expect(told.map(({ outcome }) => outcome)).toEqual(Array.from({ length: 6 }, () => 'refused'))
    await expect(
      call(USE_CASES.recordReadings, db, crew.actor('hand'), { readings: Array.from({ length: 201 }, () => ({})) }),
    ).rejects.toThrow(/200 readings at most/)
  })
  it('keeps both clocks, and the digits as they were typed', async () => {
    const at = '2026-03-01T10:00:00.000Z'
    const one = sent(jobId, 'earth.islandBond', 'ne', 0.4, {
      unit: 'V',
      digits: '0.40',
      recordedAt: at,
      confirmed: ['stepHeld'],
    })
    await record(one)
    const { record: held } = await call(USE_CASES.viewJob, db, crew.actor('checker'), { jobId })
    expect(held.readings.find(({ id }) => id === one.id)).toMatchObject({
      recordedAt: at,
      digits: '0.40',
      recordedByName: 'Test hand',
      receivedAt: expect.stringMatching(/^2\d{3}-.*Z$/),
    })
  })
})

describe('the owner of the database, in the ordinary course', () => {
  it.each([
    'alter table reading disable trigger user',
    'alter table reading disable trigger reading_append_only',
    'alter table pack disable trigger pack_not_emptied',
    'drop trigger attachment_append_only on attachment',
    'drop table hold_override cascade',
    'drop table reading_2026 cascade',
    'alter table reading_other disable trigger reading_append_only',
    'alter table reading_2026 disable trigger reading_2026_not_emptied',
    'alter table reading detach partition reading_2028',
    'drop trigger reading_superseder_append_only on reading_superseder',
    "create or replace function evidence_is_append_only() returns trigger language plpgsql as 'begin return null; end'",
  ])('does not take the guards of the evidence away: %s', async (statement) => {
    expect(await messageOf(owner.db.execute(sql.raw(statement)))).toMatch(/are not taken away: it holds evidence/)
  })
  it('may still change a table that holds evidence, as long as its guards stand', async () => {
    await owner.db.execute(sql.raw('alter table reading alter column value_word set statistics 200'))
    const { rows } = await owner.db.execute<{ tgenabled: string }>(
      sql`select tgenabled from pg_trigger where tgname = 'reading_append_only'`,
    )
    // of all years and what lies beside them
    expect(rows.length).toBeGreaterThan(3)
    expect(new Set(rows.map(({ tgenabled }) => tgenabled))).toEqual(new Set(['O']))
  })
})
