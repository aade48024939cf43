import { sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { beforeEach, describe, expect, it } from 'vitest'
import { benchOf } from '@/core/evidence/bench'
import { INSTRUMENT_TEMPLATES } from '@/core/instrument/instrumentTemplates'
import { fileBytes } from '@/db/queries/files'
import { instrumentsOfCrew } from '@/db/queries/instruments'
import { jobById } from '@/db/queries/installations'
import { jobRecord } from '@/server/jobAccess'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { type TestCrew, db, makeCrew, makeJob, owner, sent } from '../support/database'
import { refusal } from '../support/refusal'

let crew: TestCrew
beforeEach(async () => {
  crew = await makeCrew()
})
const template = (id: string) => {
  const found = INSTRUMENT_TEMPLATES.find((one) => one.id === id)
  if (!found) throw new Error(`no template ${id}`)
  return found
}
const entered = (change: object = {}) => {
  const { name, lowImpedance, provingUnit, functions } = template('installationTester')
  return { id: uuidv7(), tag: 'M1', name, serial: null, lowImpedance, provingUnit, functions, ...change }
}
const save = (input: object, of = crew) => call(USE_CASES.saveInstrument, db, of.actor('office'), input)
const certify = (input: object, of = crew) => call(USE_CASES.certifyInstrument, db, of.actor('lead'), input)
const certificate = (instrumentId: string, change: object = {}) => ({
  id: uuidv7(),
  instrumentId,
  calibratedOn: '2026-03-01',
  dueOn: '2099-03-01',
  number: 'C-1',
  ...change,
})
const PDF = new Uint8Array(Buffer.from('%PDF-1.7 paper'))

describe('an instrument', () => {
  it.each(INSTRUMENT_TEMPLATES.map(({ id }) => id))('begun from the template %s is taken as it stands', async (id) => {
    const { name, lowImpedance, provingUnit, functions } = template(id)
    const input = entered({ tag: 'X1', name, lowImpedance, provingUnit, functions })
    await save(input)
    const stored = (await instrumentsOfCrew(db, crew.crewId)).find((one) => one.id === input.id)
    expect(stored).toMatchObject({ name, lowImpedance, provingUnit, functions, certificates: [], earlier: [] })
  })
  it.each([
    ['no tag', { tag: '' }],
    ['a tag with a blank', { tag: 'M 1' }],
    ['a range that runs down', { functions: [{ ...template('torqueWrench').functions[0], min: 9, max: 3 }] }],
    ['a range of no number', { functions: [{ ...template('torqueWrench').functions[0], max: NaN }] }],
    ['a quantity nobody reads', { functions: [{ ...template('torqueWrench').functions[0], measures: 'weight' }] }],
    ['too many ranges', { functions: Array(41).fill(template('torqueWrench').functions[0]) }],
    [
      'a resolution of nothing',
      {
        functions: [
          { ...template('torqueWrench').functions[0], accuracy: { percentOfReading: 1, digits: 1, resolution: 0 } },
        ],
      },
    ],
  ])('is refused with %s', async (_name, change) => {
    expect(await refusal(save(entered(change)))).toMatchObject([422, expect.any(String)])
  })
  it('has a tag of its own until it is laid aside', async () => {
    const first = entered()
    await save(first)
    expect(await refusal(save(entered()))).toMatchObject([409, expect.stringMatching(/M1 already/)])
    await call(USE_CASES.layInstrumentAside, db, crew.actor('lead'), { instrumentId: first.id })
    expect(await refusal(save(entered()))).toBeNull()
    const all = await instrumentsOfCrew(db, crew.crewId)
    expect(
      all
        .filter(({ tag }) => tag === 'M1')
        .map(({ laidAside }) => laidAside)
        .sort(),
    ).toEqual([false, true])
  })
  it('of another crew cannot be changed, certified, taken or laid aside', async () => {
    const input = entered()
    await save(input)
    const other = await makeCrew()
    expect(await refusal(save({ ...input, name: 'Mine now' }, other))).toMatchObject([409, expect.any(String)])
    expect(await refusal(certify(certificate(input.id), other))).toMatchObject([404, expect.any(String)])
    const lead = other.actor('lead')
    const take = call(USE_CASES.takeInstrument, db, lead, { instrumentId: input.id, holder: lead.userId })
    expect(await refusal(take)).toMatchObject([404, expect.any(String)])
    const aside = call(USE_CASES.layInstrumentAside, db, lead, { instrumentId: input.id })
    expect(await refusal(aside)).toMatchObject([404, expect.any(String)])
    expect((await instrumentsOfCrew(db, crew.crewId)).find(({ id }) => id === input.id)?.name).toBe(input.name)
  })
  it('goes to somebody of the crew and back to the store', async () => {
    const input = entered()
    await save(input)
    const take = (holder: string | null) =>
      call(USE_CASES.takeInstrument, db, crew.actor('hand'), { instrumentId: input.id, holder })
    const holder = async () =>
      (await call(USE_CASES.viewInstruments, db, crew.actor('checker'), {})).find(({ id }) => id === input.id)?.heldBy
        ?.name ?? null
    await take(crew.actor('hand').userId)
    expect(await holder()).toBe('Test hand')
    await take(null)
    expect(await holder()).toBeNull()
    const stranger = (await makeCrew()).actor('hand').userId
    expect(await refusal(take(stranger))).toMatchObject([422, expect.any(String)])
  })
})

describe('a certificate', () => {
  it('is kept with its paper, once however often it is sent, and is the crew’s to read', async () => {
    const input = entered()
    await save(input)
    const sentOnce = { ...certificate(input.id), fileName: 'c1.pdf', bytes: PDF }
    await certify(sentOnce)
    await certify(sentOnce)
    const { sha256 } = await call(USE_CASES.readCertificate, db, crew.actor('hand'), { certificateId: sentOnce.id })
    expect(Buffer.compare(Buffer.from(await fileBytes(db, sha256)), Buffer.from(PDF))).toBe(0)
    const [one] = (await call(USE_CASES.viewInstruments, db, crew.actor('hand'), {})).filter(
      ({ id }) => id === input.id,
    )
    expect(one?.papers).toHaveLength(1)
    const other = await makeCrew()
    const peek = call(USE_CASES.readCertificate, db, other.actor('lead'), { certificateId: sentOnce.id })
    expect(await refusal(peek)).toMatchObject([404, expect.any(String)])
    expect(await refusal(certify({ ...sentOnce, number: 'C-2' }))).toMatchObject([409, expect.any(String)])
  })
  it.each([
    ['what is no paper', { fileName: 'x.html', bytes: new Uint8Array(Buffer.from('<html>')) }, 415],
    ['a next day before the first', { dueOn: '2026-01-01' }, 422],
    ['a day that is none', { calibratedOn: '2026-02-30' }, 422],
    ['no number', { number: '' }, 422],
  ])('is refused with %s', async (_name, change, status) => {
    const input = entered()
    await save(input)
    expect(await refusal(certify(certificate(input.id, change)))).toMatchObject([status, expect.any(String)])
  })
  it('is neither changed nor taken away, by whomever', async () => {
    const input = entered()
    await save(input)
    await certify(certificate(input.id))
    const mine = sql`instrument_id = ${input.id}`
    await expect(
      db.execute(sql`update instrument_certificate set due_on = '2199-01-01' where ${mine}`),
    ).rejects.toThrow()
    await expect(owner.db.execute(sql`delete from instrument_certificate where ${mine}`)).rejects.toThrow()
  })
})

describe('what was read before', () => {
  /** Verdict and words of a loop reading that a job holds, as it stands now. */
  const judged = async (jobId: string) => {
    const row = await jobById(db, jobId)
    if (!row) throw new Error('no job')
    return benchOf(await jobRecord(db, row)).judgements.get('wire.loop.w1')
  }
  const read = async (instrumentId: string) => {
    const jobId = await makeJob(crew)
    const readings = [sent(jobId, 'wire.loop.w1', 'loop', 0.046, { unit: 'Ω', instrumentId })]
    const [told] = await call(USE_CASES.recordReadings, db, crew.actor('hand'), { readings })
    expect(told).toMatchObject({ outcome: 'stored' })
    return jobId
  }
  it('is not healed by a certificate of later', async () => {
    const input = entered()
    await save(input)
    const jobId = await read(input.id)
    const before = await judged(jobId)
    const tomorrow = new Date(Date.now() + 2 * 86_400_000).toISOString().slice(0, 10)
    await certify(certificate(input.id, { calibratedOn: tomorrow }))
    expect((await judged(jobId))?.why).toMatch(/after this was read/)
    expect((await judged(jobId))?.verdict).toBe(before?.verdict)
  })
  it('is judged by the ranges the instrument had, not by those it has now', async () => {
    const input = entered()
    await save(input)
    await certify(certificate(input.id))
    const jobId = await read(input.id)
    const before = await judged(jobId)
    await save({ ...input, functions: [] })
    expect(await judged(jobId)).toEqual(before)
    const [changed] = (await instrumentsOfCrew(db, crew.crewId)).filter(({ id }) => id === input.id)
    expect([changed?.functions, changed?.earlier.length]).toEqual([[], 1])
    await save({ ...input, functions: [], name: 'Renamed' })
    const [renamed] = (await instrumentsOfCrew(db, crew.crewId)).filter(({ id }) => id === input.id)
    expect(renamed?.earlier.length).toBe(1)
  })
})
