import { sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { beforeEach, describe, expect, it } from 'vitest'
import { fileBytes } from '@/db/queries/files'
import { MOST_EQUIPMENT, MOST_FILES, MOST_REVISIONS, revisionsTaken } from '@/db/queries/equipment'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { type TestCrew, db, makeCrew, makeJob, owner } from '../support/database'
import { refusal } from '../support/refusal'

let crew: TestCrew
beforeEach(async () => {
  crew = await makeCrew()
})
const entered = (change: object = {}) => ({
  id: uuidv7(),
  equipmentId: uuidv7(),
  kind: 'inverter',
  after: 0,
  name: 'Made-up 8',
  model: 'M8',
  minimumFirmware: '2.1',
  source: 'data sheet, edition 3',
  figures: { inverterAcW: 8000, inverterSurgeVa: null, widthMm: 500 },
  ...change,
})
const save = (input: object, of = crew) => call(USE_CASES.saveEquipment, db, of.actor('office'), input as never)
const library = (of = crew) => call(USE_CASES.viewEquipment, db, of.actor('hand'), {})
const PDF = new Uint8Array(Buffer.from('%PDF-1.7 paper'))
const addFile = (input: object, of = crew) =>
  call(USE_CASES.addEquipmentFile, db, of.actor('office'), {
    id: uuidv7(),
    label: 'Manual',
    fileName: 'manual.pdf',
    bytes: PDF,
    ...input,
  } as never)

describe('a piece of equipment', () => {
  it('is in the library with every figure that was entered; what nobody knows is left out', async () => {
    const input = entered()
    await save(input)
    const [piece] = await library()
    expect(piece).toMatchObject({ id: input.equipmentId, kind: 'inverter', laidAside: false, files: [] })
    expect(piece?.revisions).toMatchObject([
      {
        revision: 1,
        revisionId: input.id,
        model: 'M8',
        source: 'data sheet, edition 3',
        byName: crew.actor('office').name,
      },
    ])
    expect(piece?.revisions[0]?.figures).toEqual({ inverterAcW: 8000, widthMm: 500 })
  })

  it('sent twice is one revision; another content under its id is a conflict', async () => {
    const input = entered()
    await save(input)
    await save(input)
    expect(await refusal(save({ ...input, figures: { inverterAcW: 9000 } }))).toMatchObject([409, expect.any(String)])
    expect((await library())[0]?.revisions.length).toBe(1)
  })

  it('has one revision after another, and who was not the first is told', async () => {
    const first = entered()
    await save(first)
    const second = { ...first, id: uuidv7(), after: 1, figures: { inverterAcW: 7600 } }
    await save(second)
    const late = { ...first, id: uuidv7(), after: 1, figures: { inverterAcW: 7000 } }
    expect(await refusal(save(late))).toMatchObject([409, expect.stringMatching(/meanwhile/)])
    expect((await library())[0]?.revisions.map(({ figures }) => figures.inverterAcW)).toEqual([7600, 8000])
  })

  it.each([
    ['without a name', { name: '' }],
    ['of no kind', { kind: 'toaster' }],
    ['with a figure of another kind', { figures: { usableWh: 5000 } }],
    ['with a figure named like a method', { figures: { constructor: 1 } }],
    ['with words for a figure', { figures: { inverterAcW: '8 kW' } }],
    ['with a figure below nothing', { figures: { inverterAcW: -1 } }],
    ['with a share above all', { figures: { dischargeEfficiency: 1.2 } }],
    ['whose hottest is not above its coldest', { figures: { minTempC: 20, maxTempC: 10 } }],
    ['with a list for its figures', { figures: [8000] }],
    ['with no figures at all', { figures: null }],
  ])('is refused %s, and nothing is stored', async (_name, change) => {
    expect(await refusal(save(entered(change)))).toMatchObject([422, expect.any(String)])
    expect(await library()).toEqual([])
  })

  it('stays of its kind, and is of one crew only', async () => {
    const input = entered()
    await save(input)
    const other = { ...input, id: uuidv7(), after: 1, kind: 'gateway', figures: {} }
    expect(await refusal(save(other))).toMatchObject([422, expect.stringMatching(/stays of its kind/)])
    const strangers = await makeCrew()
    const theirs = { ...input, id: uuidv7(), after: 1 }
    expect(await refusal(save(theirs, strangers))).toMatchObject([409, expect.any(String)])
    expect(await library(strangers)).toEqual([])
    const aside = call(USE_CASES.layEquipmentAside, db, strangers.actor('lead'), { equipmentId: input.equipmentId })
    expect(await refusal(aside)).toMatchObject([404, expect.any(String)])
  })

  it('that is laid aside is kept, and changed no more', async () => {
    const input = entered()
    await save(input)
    const aside = () => call(USE_CASES.layEquipmentAside, db, crew.actor('lead'), { equipmentId: input.equipmentId })
    await aside()
    expect((await library())[0]).toMatchObject({ laidAside: true, revisions: [{ revision: 1 }] })
    expect(await refusal(aside())).toMatchObject([409, expect.any(String)])
    expect(await refusal(save({ ...input, id: uuidv7(), after: 1 }))).toMatchObject([409, expect.any(String)])
  })

  it('is not entered by a hand', async () => {
    const work = call(USE_CASES.saveEquipment, db, crew.actor('hand'), entered() as never)
    expect(await refusal(work)).toMatchObject([403, expect.any(String)])
  })

  it('is kept as it was entered, whoever asks the database otherwise', async () => {
    await save(entered())
    for (const work of [sql`update equipment_revision set model = 'x'`, sql`delete from equipment_revision`]) {
      await expect(db.execute(work)).rejects.toThrow()
      await expect(owner.db.execute(work)).rejects.toThrow()
    }
  })

  it('has so many revisions, and no more', async () => {
    const first = entered()
    await save(first)
    for (let after = 1; after < MOST_REVISIONS; after++) await save({ ...first, id: uuidv7(), after })
    const more = save({ ...first, id: uuidv7(), after: MOST_REVISIONS })
    expect(await refusal(more)).toMatchObject([409, expect.stringMatching(/60 revisions/)])
    expect((await library())[0]?.revisions.length).toBe(MOST_REVISIONS)
  })

  it('finds no place in a library that is full', async () => {
    await db.execute(
      sql`insert into equipment (id, crew_id, kind) select gen_random_uuid(), ${crew.crewId}, 'meter' from generate_series(1, ${MOST_EQUIPMENT})`,
    )
    expect(await refusal(save(entered()))).toMatchObject([409, expect.stringMatching(/300 pieces/)])
  })
})

describe('a document of the maker', () => {
  it('is kept as it came and read by the crew alone', async () => {
    const input = entered()
    await save(input)
    const { fileId } = await addFile({ equipmentId: input.equipmentId })
    const read = (of: TestCrew) => call(USE_CASES.readEquipmentFile, db, of.actor('hand'), { fileId })
    const { sha256, fileName } = await read(crew)
    expect([fileName, await fileBytes(db, sha256)]).toEqual(['manual.pdf', PDF])
    expect((await library())[0]?.files).toMatchObject([{ label: 'Manual', fileName: 'manual.pdf' }])
    expect(await refusal(read(await makeCrew()))).toMatchObject([404, expect.any(String)])
  })
  it('is a PDF or a picture, of a piece that is there', async () => {
    const input = entered()
    await save(input)
    const page = new Uint8Array(Buffer.from('<html>'))
    expect(await refusal(addFile({ equipmentId: input.equipmentId, bytes: page }))).toMatchObject([
      415,
      expect.any(String),
    ])
    const large = new Uint8Array(8 * 1024 * 1024 + 1)
    expect(await refusal(addFile({ equipmentId: input.equipmentId, bytes: large }))).toMatchObject([
      413,
      expect.any(String),
    ])
    expect(await refusal(addFile({ equipmentId: uuidv7() }))).toMatchObject([404, expect.any(String)])
    expect((await library())[0]?.files).toEqual([])
  })
  it('is one of so many', async () => {
    const input = entered()
    await save(input)
    const last = { id: uuidv7(), equipmentId: input.equipmentId, label: 'The last page' }
    for (let k = 1; k < MOST_FILES; k++) await addFile({ equipmentId: input.equipmentId, label: `Page ${k}` })
    await addFile(last)
    await addFile(last)
    const more = addFile({ equipmentId: input.equipmentId, label: 'One too many' })
    expect(await refusal(more)).toMatchObject([409, expect.stringMatching(/30 documents/)])
    expect((await library())[0]?.files.length).toBe(MOST_FILES)
  })
})

describe('a component that was taken from the library', () => {
  it('says for good which revision it was, and finds it again', async () => {
    const input = entered()
    await save(input)
    const jobId = await makeJob(crew)
    const fields = {
      tag: 'inv9',
      name: 'Inverter',
      kind: 'inverter',
      model: 'M8',
      minimumFirmware: null,
      warrantyUntil: null,
      libraryRevisionId: input.id,
      sort: 1,
    }
    await call(USE_CASES.saveItem, db, crew.actor('lead'), {
      jobId,
      kind: 'component',
      itemId: uuidv7(),
      fields,
    } as never)
    await save({ ...input, id: uuidv7(), after: 1, figures: { inverterAcW: 1 } })
    const { record } = await call(USE_CASES.viewJob, db, crew.actor('hand'), { jobId })
    const taken = await revisionsTaken(db, crew.crewId, record.installation.components)
    expect(taken.get(input.id)).toMatchObject({ revision: 1, figures: { inverterAcW: 8000 } })
    const strangers = await makeCrew()
    expect((await revisionsTaken(db, strangers.crewId, record.installation.components)).size).toBe(0)
    const wrong = {
      jobId,
      kind: 'component',
      itemId: uuidv7(),
      fields: { ...fields, tag: 'x', libraryRevisionId: 'r' },
    }
    const refused = call(USE_CASES.saveItem, db, crew.actor('lead'), wrong as never)
    expect(await refusal(refused)).toMatchObject([422, expect.any(String)])
  })
})
