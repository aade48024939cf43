import { and, eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import * as yup from 'yup'
import { canonicalJson } from '@/core/pack/canonicalJson'
import type { Db } from '@/db/client'
import { insertOnce } from '@/db/insertOnce'
import { memberOfCrew } from '@/db/queries/crews'
import { storeFile } from '@/db/queries/files'
import { holdersOfCrew, instrumentById, instrumentsOfCrew, paperById, papersOfCrew } from '@/db/queries/instruments'
import { instrument, instrumentCertificate, instrumentRevision } from '@/db/schema'
import { id, words } from '@/schemas/fields'
import {
  certificateSchema,
  functionsWithUnits,
  instrumentIdSchema,
  instrumentSchema,
  takenSchema,
} from '@/schemas/instruments'
import type { Actor } from '../access'
import { noteBy } from '../crew/noteBy'
import { constraintOf } from '../databaseFault'
import { paperFormat } from '../paperFormat'
import { Problem, refuseConflict } from '../problem'
import { defineUseCase } from '../useCase'

export const PAPER_MAX_BYTES = 8 * 1024 * 1024

const NO_SUCH = 'There is no such instrument in your crew.'

/** @throws Problem 404 for an instrument of another crew, or none */
async function instrumentOf(db: Db, actor: Actor, instrumentId: string) {
  const row = await instrumentById(db, actor.crewId, instrumentId, true)
  if (!row) throw new Problem(404, NO_SUCH)
  return row
}

/** The crew's instruments with their ranges and certificates, who has each, and which papers are on file. */
export const viewInstruments = defineUseCase({
  name: 'viewInstruments',
  via: 'json',
  schema: yup.object({}),
  run: async (db, actor) => {
    const [instruments, holders, papers] = await Promise.all([
      instrumentsOfCrew(db, actor.crewId),
      holdersOfCrew(db, actor.crewId),
      papersOfCrew(db, actor.crewId),
    ])
    const holderOf = new Map(holders.map((held) => [held.id, held]))
    return instruments.map((one) => {
      const held = holderOf.get(one.id)
      return {
        ...one,
        heldBy: held ? { userId: held.heldBy ?? '', name: held.holder, since: held.heldSince } : null,
        papers: papers
          .filter(({ instrumentId }) => instrumentId === one.id)
          .map(({ instrumentId: _of, sha256, ...paper }) => ({ ...paper, onFile: sha256 !== null })),
      }
    })
  },
})

export type InstrumentView = Awaited<ReturnType<typeof viewInstruments.run>>[number]

/** An index tells that a tag is taken; a person is told in words. */
async function withOwnTag<T>(tag: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (constraintOf(error) !== 'instrument_tag_of_crew') throw error
    const message = `The crew has an instrument ${tag} already. Each has a tag of its own.`
    throw new Problem(409, message, [{ path: 'tag', message }])
  }
}

/** Adds an instrument or changes one. What was read before a change of its ranges is judged by the ranges it had. */
export const saveInstrument = defineUseCase({
  name: 'saveInstrument',
  via: 'json',
  schema: instrumentSchema,
  run: async (db, actor, { id: instrumentId, functions: ranges, ...fields }) => {
    const row = { ...fields, functions: functionsWithUnits(ranges) }
    await withOwnTag(fields.tag, () =>
      db.transaction(async (tx) => {
        const before = await instrumentById(tx, actor.crewId, instrumentId, true)
        await (before ? change(tx, actor, before, row) : add(tx, actor, instrumentId, row))
      }),
    )
    return { instrumentId }
  },
})

type NewRow = Omit<typeof instrument.$inferInsert, 'id' | 'crewId'>

async function add(db: Db, actor: Actor, instrumentId: string, row: NewRow): Promise<void> {
  const insertion = await insertOnce(db, instrument, { ...row, id: instrumentId, crewId: actor.crewId }, ['crewId'])
  refuseConflict(insertion, 'instrument')
  await noteBy(db, actor, 'instrumentAdded', instrumentId, { tag: row.tag, name: row.name })
}

async function change(db: Db, actor: Actor, before: typeof instrument.$inferSelect, row: NewRow): Promise<void> {
  const judgedBy = ({ functions, lowImpedance }: Pick<NewRow, 'functions' | 'lowImpedance'>) =>
    canonicalJson({ functions, lowImpedance: lowImpedance ?? false })
  const rangesDiffer = judgedBy(before) !== judgedBy(row)
  if (rangesDiffer)
    await db.insert(instrumentRevision).values({
      id: uuidv7(),
      instrumentId: before.id,
      lowImpedance: before.lowImpedance,
      functions: before.functions,
    })
  await db.update(instrument).set(row).where(eq(instrument.id, before.id))
  const told = ({ tag, name, serial, provingUnit, lowImpedance }: NewRow) => ({
    tag,
    name,
    serial: serial ?? null,
    provingUnit: provingUnit ?? false,
    lowImpedance: lowImpedance ?? false,
  })
  await noteBy(db, actor, 'instrumentChanged', before.id, {
    tag: row.tag,
    rangesDiffer,
    before: told(before),
    after: told(row),
  })
}

/** A certificate, with its paper where one is given; the paper is kept as it came and never opened here. */
export const certifyInstrument = defineUseCase({
  name: 'certifyInstrument',
  via: 'route',
  schema: certificateSchema.concat(
    yup.object({
      fileName: words('File name', 120).nullable().default(null),
      bytes: yup.mixed<Uint8Array<ArrayBuffer>>().nullable().default(null),
    }),
  ),
  run: async (db, actor, { bytes, fileName, ...fields }) => {
    if (bytes !== null && bytes.length > PAPER_MAX_BYTES) throw new Problem(413, 'A certificate has 8 MB at most.')
    const format = bytes === null ? null : paperFormat(bytes)
    if (bytes !== null && format === null)
      throw new Problem(415, 'A certificate is a PDF or a picture (JPEG, PNG). Nothing was stored.')
    await db.transaction(async (tx) => {
      const { tag } = await instrumentOf(tx, actor, fields.instrumentId)
      const sha256 = bytes !== null && format !== null ? await storeFile(tx, bytes, format) : null
      const row = { ...fields, sha256, fileName: sha256 === null ? null : fileName, byName: actor.name }
      const content = ['instrumentId', 'calibratedOn', 'dueOn', 'number', 'sha256'] as const
      const insertion = await insertOnce(tx, instrumentCertificate, row, content)
      refuseConflict(insertion, 'certificate')
      if (insertion === 'known') return
      await noteBy(tx, actor, 'instrumentCertified', fields.instrumentId, {
        tag,
        number: fields.number,
        calibratedOn: fields.calibratedOn,
        dueOn: fields.dueOn,
      })
    })
    return { certificateId: fields.id }
  },
})

/** The paper of a certificate, for a member of the crew. */
export const readCertificate = defineUseCase({
  name: 'readCertificate',
  via: 'route',
  schema: yup.object({ certificateId: id('certificate').required('certificate is missing') }),
  run: async (db, actor, { certificateId }) => {
    const paper = await paperById(db, actor.crewId, certificateId)
    if (!paper?.sha256) throw new Problem(404, 'There is no such paper in your crew.')
    return { sha256: paper.sha256, fileName: paper.fileName ?? 'certificate' }
  },
})

/** Who has an instrument from now on; nobody where it goes back to the store. */
export const takeInstrument = defineUseCase({
  name: 'takeInstrument',
  via: 'json',
  schema: takenSchema,
  run: async (db, actor, { instrumentId, holder }) => {
    await db.transaction(async (tx) => {
      const { tag, laidAsideAt } = await instrumentOf(tx, actor, instrumentId)
      if (laidAsideAt !== null) throw new Problem(409, `${tag} is laid aside.`)
      const person = holder === null ? null : await memberOfCrew(tx, actor.crewId, holder)
      if (holder !== null && (!person || person.leftAt !== null))
        throw new Problem(422, 'Only somebody of the crew takes an instrument.')
      await tx
        .update(instrument)
        .set({ heldBy: holder, heldSince: holder === null ? null : new Date().toISOString() })
        .where(eq(instrument.id, instrumentId))
      await noteBy(tx, actor, 'instrumentTaken', instrumentId, { tag, holder: person?.name ?? '' })
    })
    return { instrumentId }
  },
})

/** An instrument that is used no more: nobody takes it in hand, and what it read stays as it is. */
export const layInstrumentAside = defineUseCase({
  name: 'layInstrumentAside',
  via: 'json',
  schema: instrumentIdSchema,
  run: async (db, actor, { instrumentId }) => {
    await db.transaction(async (tx) => {
      const { tag, laidAsideAt } = await instrumentOf(tx, actor, instrumentId)
      if (laidAsideAt !== null) throw new Problem(409, `${tag} is laid aside already.`)
      await tx
        .update(instrument)
        .set({ laidAsideAt: new Date().toISOString(), heldBy: null, heldSince: null })
        .where(and(eq(instrument.id, instrumentId), eq(instrument.crewId, actor.crewId)))
      await noteBy(tx, actor, 'instrumentLaidAside', instrumentId, { tag })
    })
    return { instrumentId }
  },
})
