import { sql } from 'drizzle-orm'
import { boolean, check, date, index, jsonb, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core'
import type { InstrumentFunction } from '@/core/installation/installation'
import { user } from './auth'
import { instant } from './columns'
import { crew } from './crew'
import { storedFile } from './files'

export const instrument = pgTable(
  'instrument',
  {
    id: uuid().primaryKey(),
    crewId: uuid()
      .notNull()
      .references(() => crew.id),
    tag: text().notNull(),
    name: text().notNull(),
    serial: text(),
    /** It shows that a tester for absence of voltage works, before and after; it measures nothing itself. */
    provingUnit: boolean().notNull().default(false),
    calibrationDue: date({ mode: 'string' }),
    lowImpedance: boolean().notNull().default(false),
    functions: jsonb().$type<InstrumentFunction[]>().notNull(),
    /** Who has it; `null` while it lies in the store. */
    heldBy: text().references(() => user.id),
    heldSince: instant(),
    /** Set when it is used no more; its readings keep it. */
    laidAsideAt: instant(),
  },
  (t) => [
    index('instrument_crew').on(t.crewId),
    index('instrument_holder').on(t.heldBy),
    uniqueIndex('instrument_tag_of_crew')
      .on(t.crewId, t.tag)
      .where(sql`${t.laidAsideAt} is null`),
  ],
)

/** A certificate of an instrument, with its paper where there is one; append-only. */
export const instrumentCertificate = pgTable(
  'instrument_certificate',
  {
    id: uuid().primaryKey(),
    instrumentId: uuid()
      .notNull()
      .references(() => instrument.id),
    calibratedOn: date({ mode: 'string' }).notNull(),
    dueOn: date({ mode: 'string' }).notNull(),
    /** Number of the certificate, as it is written on it. */
    number: text().notNull(),
    fileName: text(),
    sha256: text().references(() => storedFile.sha256),
    byName: text().notNull(),
    addedAt: instant()
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (t) => [
    index('instrument_certificate_instrument').on(t.instrumentId),
    index('instrument_certificate_file').on(t.sha256),
    check('instrument_certificate_runs', sql`${t.dueOn} > ${t.calibratedOn}`),
  ],
)

/** What an instrument could do until it was changed: a reading is judged by the instrument as it was; append-only. */
export const instrumentRevision = pgTable(
  'instrument_revision',
  {
    id: uuid().primaryKey(),
    instrumentId: uuid()
      .notNull()
      .references(() => instrument.id),
    until: instant()
      .notNull()
      .default(sql`clock_timestamp()`),
    lowImpedance: boolean().notNull(),
    functions: jsonb().$type<InstrumentFunction[]>().notNull(),
  },
  (t) => [index('instrument_revision_instrument').on(t.instrumentId)],
)
