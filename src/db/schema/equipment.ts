import { check, index, integer, jsonb, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core'
import { sql } from 'drizzle-orm'
import type { EquipmentFigures } from '@/core/equipment/equipment'
import { COMPONENT_KINDS } from '@/core/installation/installation'
import { instant, oneOf } from './columns'
import { crew } from './crew'
import { storedFile } from './files'
import { madeColumns } from './made'

/** A piece of equipment in a crew's library. */
export const equipment = pgTable(
  'equipment',
  {
    id: uuid().primaryKey(),
    crewId: uuid()
      .notNull()
      .references(() => crew.id),
    kind: text({ enum: COMPONENT_KINDS }).notNull(),
    /** Set when it is offered no more; jobs that took it keep it. */
    laidAsideAt: instant(),
  },
  (t) => [index('equipment_crew').on(t.crewId), oneOf('equipment_kind_known', t.kind, COMPONENT_KINDS)],
)

/** What the maker declares of it, as it was read once; append-only. */
export const equipmentRevision = pgTable(
  'equipment_revision',
  {
    id: uuid().primaryKey(),
    equipmentId: uuid()
      .notNull()
      .references(() => equipment.id),
    revision: integer().notNull(),
    name: text().notNull(),
    model: text().notNull(),
    minimumFirmware: text(),
    source: text(),
    figures: jsonb().$type<EquipmentFigures>().notNull(),
    ...madeColumns(),
  },
  (t) => [
    unique('equipment_revision_counted').on(t.equipmentId, t.revision),
    check('equipment_revision_from_one', sql`${t.revision} >= 1`),
  ],
)

/** A document of the maker; append-only. */
export const equipmentFile = pgTable(
  'equipment_file',
  {
    id: uuid().primaryKey(),
    equipmentId: uuid()
      .notNull()
      .references(() => equipment.id),
    label: text().notNull(),
    fileName: text().notNull(),
    sha256: text()
      .notNull()
      .references(() => storedFile.sha256),
    ...madeColumns(),
  },
  (t) => [index('equipment_file_equipment').on(t.equipmentId), index('equipment_file_file').on(t.sha256)],
)
