import { and, asc, desc, eq, inArray } from 'drizzle-orm'
import type { Equipment } from '@/core/equipment/equipment'
import type { Component, ComponentKind } from '@/core/installation/installation'
import { allOf } from '../allOf'
import type { Db } from '../client'
import { equipment, equipmentFile, equipmentRevision } from '../schema'

/** Pieces that one library holds at most; it is a list that people read. */
export const MOST_EQUIPMENT = 300
/** Revisions and documents that one piece has at most: the library is fetched whole. */
export const MOST_REVISIONS = 60
export const MOST_FILES = 30

type Row = typeof equipmentRevision.$inferSelect

/** A revision as it was entered, with who entered it and when. */
export interface EnteredRevision extends Equipment {
  byName: string
  at: string
}

const entered = (kind: ComponentKind, row: Row): EnteredRevision => ({
  id: row.equipmentId,
  revision: row.revision,
  revisionId: row.id,
  kind,
  name: row.name,
  model: row.model,
  minimumFirmware: row.minimumFirmware,
  source: row.source,
  figures: row.figures,
  byName: row.byName,
  at: new Date(row.madeAt).toISOString(),
})

export interface EquipmentOnFile {
  id: string
  kind: ComponentKind
  laidAside: boolean
  /** Latest first. */
  revisions: EnteredRevision[]
  files: { id: string; label: string; fileName: string; byName: string; at: string }[]
}

/** The library of a crew: every piece with its revisions and documents, those that were laid aside too. */
export async function equipmentOfCrew(db: Db, crewId: string): Promise<EquipmentOnFile[]> {
  const pieces = await db
    .select()
    .from(equipment)
    .where(eq(equipment.crewId, crewId))
    .orderBy(asc(equipment.id))
    .limit(MOST_EQUIPMENT)
  const ids = pieces.map(({ id }) => id)
  if (ids.length === 0) return []
  const [revisions, files] = await allOf(db, [
    () =>
      db
        .select()
        .from(equipmentRevision)
        .where(inArray(equipmentRevision.equipmentId, ids))
        .orderBy(desc(equipmentRevision.revision)),
    () =>
      db
        .select()
        .from(equipmentFile)
        .where(inArray(equipmentFile.equipmentId, ids))
        .orderBy(asc(equipmentFile.madeAt), asc(equipmentFile.id)),
  ])
  return pieces.map(({ id, kind, laidAsideAt }) => ({
    id,
    kind,
    laidAside: laidAsideAt !== null,
    revisions: revisions.filter(({ equipmentId }) => equipmentId === id).map((row) => entered(kind, row)),
    files: files
      .filter(({ equipmentId }) => equipmentId === id)
      .map(({ id: fileId, label, fileName, byName, madeAt }) => ({
        id: fileId,
        label,
        fileName,
        byName,
        at: new Date(madeAt).toISOString(),
      })),
  }))
}

/** One piece of a crew, held still until the transaction ends; `undefined` for one of another crew, or none. */
export async function equipmentById(db: Db, crewId: string, equipmentId: string) {
  const [row] = await db
    .select()
    .from(equipment)
    .where(and(eq(equipment.id, equipmentId), eq(equipment.crewId, crewId)))
    .limit(1)
    .for('update')
  return row
}

/** How many documents a piece has. */
export const filesOfEquipment = (db: Db, equipmentId: string): Promise<number> =>
  db.$count(equipmentFile, eq(equipmentFile.equipmentId, equipmentId))

/** The latest revision of a piece. */
export async function latestRevision(db: Db, equipmentId: string): Promise<Row | undefined> {
  const [row] = await db
    .select()
    .from(equipmentRevision)
    .where(eq(equipmentRevision.equipmentId, equipmentId))
    .orderBy(desc(equipmentRevision.revision))
    .limit(1)
  return row
}

/** A document of a crew's library. */
export async function equipmentFileById(db: Db, crewId: string, fileId: string) {
  const [row] = await db
    .select({ sha256: equipmentFile.sha256, fileName: equipmentFile.fileName })
    .from(equipmentFile)
    .innerJoin(equipment, eq(equipment.id, equipmentFile.equipmentId))
    .where(and(eq(equipmentFile.id, fileId), eq(equipment.crewId, crewId)))
    .limit(1)
  return row
}

/** The revisions of a crew's library that some components were taken from, by their ids. */
export async function revisionsTaken(
  db: Db,
  crewId: string,
  components: readonly Pick<Component, 'libraryRevisionId'>[],
): Promise<ReadonlyMap<string, Equipment>> {
  const ids = [...new Set(components.flatMap(({ libraryRevisionId }) => libraryRevisionId ?? []))]
  if (ids.length === 0) return new Map()
  const rows = await db
    .select({ kind: equipment.kind, row: equipmentRevision })
    .from(equipmentRevision)
    .innerJoin(equipment, eq(equipment.id, equipmentRevision.equipmentId))
    .where(and(inArray(equipmentRevision.id, ids), eq(equipment.crewId, crewId)))
  return new Map(rows.map(({ kind, row }) => [row.id, entered(kind, row)]))
}
