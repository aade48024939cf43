import { eq, sql } from 'drizzle-orm'
import * as yup from 'yup'
import type { EquipmentFigures } from '@/core/equipment/equipment'
import type { ComponentKind } from '@/core/installation/installation'
import { canonicalJson } from '@/core/pack/canonicalJson'
import type { Db } from '@/db/client'
import { insertOnce } from '@/db/insertOnce'
import {
  MOST_EQUIPMENT,
  MOST_FILES,
  MOST_REVISIONS,
  equipmentById,
  equipmentFileById,
  equipmentOfCrew,
  filesOfEquipment,
  latestRevision,
} from '@/db/queries/equipment'
import { storeFile } from '@/db/queries/files'
import { equipment, equipmentFile, equipmentRevision } from '@/db/schema'
import { equipmentContradiction, equipmentFiguresSchema, equipmentSchema } from '@/schemas/equipment'
import { figuresOfKind } from '@/schemas/equipmentFields'
import { id, required, words } from '@/schemas/fields'
import { type Actor, signedBy } from '../access'
import { noteBy } from '../crew/noteBy'
import { paperFormat } from '../paperFormat'
import { parseInput } from '../parseInput'
import { Problem, refuseConflict } from '../problem'
import { defineUseCase } from '../useCase'

export const DOCUMENT_MAX_BYTES = 8 * 1024 * 1024

const NO_SUCH = 'There is no such piece of equipment in your crew’s library.'
const made = (actor: Actor) => ({ madeBy: actor.userId, ...signedBy(actor) })

/** @throws Problem 404 for a piece of another crew, or none */
async function equipmentOf(db: Db, actor: Actor, equipmentId: string) {
  const row = await equipmentById(db, actor.crewId, equipmentId)
  if (!row) throw new Problem(404, NO_SUCH)
  return row
}

/** The crew's library: each piece with its revisions, the latest first, and the documents of its maker. */
export const viewEquipment = defineUseCase({
  name: 'viewEquipment',
  via: 'json',
  schema: yup.object({}),
  run: (db, actor) => equipmentOfCrew(db, actor.crewId),
})

export type EquipmentView = Awaited<ReturnType<typeof viewEquipment.run>>[number]

/** @throws Problem 422 for a figure that the kind does not have, or one that is none */
function figuresOf(kind: ComponentKind, given: object): EquipmentFigures {
  const known = new Set(figuresOfKind(kind).map(({ name }) => name))
  const strange = Object.keys(given).find((name) => !known.has(name))
  if (strange !== undefined)
    throw new Problem(422, 'There is a figure that this kind of equipment does not have. Nothing was stored.', [
      { path: 'figures', message: 'This kind of equipment has no such figure.' },
    ])
  const figures = parseInput(equipmentFiguresSchema(kind), given)
  const wrong = equipmentContradiction(figures as Readonly<Record<string, unknown>>)
  if (wrong) throw new Problem(422, wrong.message, [wrong])
  // what nobody knows is left out: a revision says what was read
  return Object.fromEntries(Object.entries(figures).filter(([, value]) => value !== null && value !== undefined))
}

/** The piece itself, made where it is new. @throws Problem 409 under another's id, or once the library is full */
async function pieceFor(db: Db, actor: Actor, equipmentId: string, kind: ComponentKind) {
  const known = await equipmentById(db, actor.crewId, equipmentId)
  if (known) {
    if (known.kind !== kind) throw new Problem(422, 'A piece of equipment stays of its kind. Add another one instead.')
    return known
  }
  const [{ n } = { n: 0 }] = await db
    .select({ n: sql<number>`count(*)::int` })
    .from(equipment)
    .where(eq(equipment.crewId, actor.crewId))
  if (n >= MOST_EQUIPMENT) throw new Problem(409, `A library holds ${MOST_EQUIPMENT} pieces at most.`)
  const row = { id: equipmentId, crewId: actor.crewId, kind }
  refuseConflict(await insertOnce(db, equipment, row, ['crewId', 'kind']), 'piece of equipment')
  return { ...row, laidAsideAt: null }
}

/** Adds a piece to the library, or another revision of one; what it was before is kept, and jobs that took it keep what they took. */
export const saveEquipment = defineUseCase({
  name: 'saveEquipment',
  via: 'json',
  schema: equipmentSchema,
  run: async (db, actor, { id: revisionId, equipmentId, kind, after, figures: given, ...plate }) => {
    const figures = figuresOf(kind, given)
    return db.transaction(async (tx) => {
      const { laidAsideAt } = await pieceFor(tx, actor, equipmentId, kind)
      if (laidAsideAt !== null) throw new Problem(409, 'It is laid aside, and is not changed any more.')
      const latest = await latestRevision(tx, equipmentId)
      if (after >= MOST_REVISIONS)
        throw new Problem(409, `A piece has ${MOST_REVISIONS} revisions at most. Lay it aside, and add it anew.`)
      const row = { id: revisionId, equipmentId, revision: after + 1, figures, ...plate, ...made(actor) }
      if (latest?.id !== revisionId && (latest?.revision ?? 0) !== after)
        throw new Problem(409, 'Somebody else changed it meanwhile. Yours is kept here: look at both, then save again.')
      const content = ['equipmentId', 'name', 'model', 'minimumFirmware', 'source', 'figures'] as const
      const insertion = await insertOnce(tx, equipmentRevision, row, content)
      refuseConflict(insertion, 'revision')
      if (insertion === 'stored')
        await noteBy(tx, actor, latest ? 'equipmentRevised' : 'equipmentAdded', equipmentId, {
          name: plate.name,
          revision: after + 1,
          figuresDiffer: latest ? canonicalJson(latest.figures) !== canonicalJson(figures) : false,
        })
      return { equipmentId, revision: after + 1 }
    })
  },
})

/** A piece that is offered no more: what jobs took of it stays as it is. */
export const layEquipmentAside = defineUseCase({
  name: 'layEquipmentAside',
  via: 'json',
  schema: yup.object({ equipmentId: id('equipment').required(required('equipment')) }),
  run: async (db, actor, { equipmentId }) => {
    await db.transaction(async (tx) => {
      const { laidAsideAt } = await equipmentOf(tx, actor, equipmentId)
      if (laidAsideAt !== null) throw new Problem(409, 'It is laid aside already.')
      await tx.update(equipment).set({ laidAsideAt: new Date().toISOString() }).where(eq(equipment.id, equipmentId))
      const latest = await latestRevision(tx, equipmentId)
      await noteBy(tx, actor, 'equipmentLaidAside', equipmentId, { name: latest?.name ?? '' })
    })
    return { equipmentId }
  },
})

/** A document of the maker, kept as it came and never opened here. */
export const addEquipmentFile = defineUseCase({
  name: 'addEquipmentFile',
  via: 'route',
  schema: yup.object({
    id: id('document').required(required('id')),
    equipmentId: id('equipment').required(required('equipment')),
    label: words('What it is', 80).required(required('What it is')),
    fileName: words('File name', 120).required(required('File')),
    bytes: yup.mixed<Uint8Array<ArrayBuffer>>().required(required('File')),
  }),
  run: async (db, actor, { bytes, ...fields }) => {
    if (bytes.length > DOCUMENT_MAX_BYTES) throw new Problem(413, 'A document has 8 MB at most.')
    const format = paperFormat(bytes)
    if (format === null) throw new Problem(415, 'A document is a PDF or a picture (JPEG, PNG). Nothing was stored.')
    await db.transaction(async (tx) => {
      await equipmentOf(tx, actor, fields.equipmentId)
      const sha256 = await storeFile(tx, bytes, format)
      const row = { ...fields, sha256, ...made(actor) }
      const insertion = await insertOnce(tx, equipmentFile, row, ['equipmentId', 'label', 'sha256'])
      refuseConflict(insertion, 'document')
      // what is sent again is known, however many there are
      if ((await filesOfEquipment(tx, fields.equipmentId)) > MOST_FILES)
        throw new Problem(409, `A piece has ${MOST_FILES} documents at most. This one was not stored.`)
      if (insertion === 'stored')
        await noteBy(tx, actor, 'equipmentFileAdded', fields.equipmentId, { label: fields.label })
    })
    return { fileId: fields.id }
  },
})

/** A document of the library, for a member of the crew. */
export const readEquipmentFile = defineUseCase({
  name: 'readEquipmentFile',
  via: 'route',
  schema: yup.object({ fileId: id('document').required(required('document')) }),
  run: async (db, actor, { fileId }) => {
    const file = await equipmentFileById(db, actor.crewId, fileId)
    if (!file) throw new Problem(404, 'There is no such document in your crew’s library.')
    return file
  },
})
