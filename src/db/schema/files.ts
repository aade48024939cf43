import { sql } from 'drizzle-orm'
import { bigint, check, customType, index, integer, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core'
import { user } from './auth'
import { instant, oneOf, signedColumns } from './columns'
import { job } from './job'

const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' })

/** A file by the digest of its bytes; the bytes lie in chunks, so that a large one streams both ways. */
export const storedFile = pgTable(
  'stored_file',
  {
    sha256: text().primaryKey(),
    byteCount: bigint({ mode: 'number' }).notNull(),
    /** How many chunks it has, so that a lost one is noticed before it is sent as a shorter file. */
    chunkCount: integer().notNull(),
    /** How many parts a composed file has; it has no chunks then. */
    partCount: integer().notNull().default(0),
    /** Checksum of its bytes as a zip has it; `null` for what was stored before it was kept. */
    crc32: bigint({ mode: 'number' }),
    mediaType: text().notNull(),
    /** Set where its bytes were taken out on request: its digest and its size stay. */
    erasedAt: instant(),
    createdAt: instant().notNull().defaultNow(),
  },
  (t) => [check('stored_file_digest', sql`${t.sha256} ~ '^[0-9a-f]{64}$'`)],
)

export const fileChunk = pgTable(
  'file_chunk',
  {
    sha256: text()
      .notNull()
      .references(() => storedFile.sha256, { onDelete: 'cascade' }),
    index: integer().notNull(),
    bytes: bytea().notNull(),
  },
  (t) => [primaryKey({ columns: [t.sha256, t.index] })],
)

/** A part of a composed file: bytes of its own, or another stored file as it is, so that a picture is stored once however many packs hold it. */
export const filePart = pgTable(
  'file_part',
  {
    sha256: text()
      .notNull()
      .references(() => storedFile.sha256, { onDelete: 'cascade' }),
    index: integer().notNull(),
    /** Where it begins in the composed file. */
    at: bigint({ mode: 'number' }).notNull(),
    byteCount: bigint({ mode: 'number' }).notNull(),
    bytes: bytea(),
    ofSha256: text().references(() => storedFile.sha256),
  },
  (t) => [
    primaryKey({ columns: [t.sha256, t.index] }),
    index('file_part_of').on(t.ofSha256),
    check('file_part_is_one', sql`(${t.bytes} is null) <> (${t.ofSha256} is null)`),
    check('file_part_length', sql`${t.bytes} is null or length(${t.bytes}) = ${t.byteCount}`),
  ],
)

/** A stored picture as a report prints it, made once as it comes in: a pack with many of them is sealed while somebody waits. */
export const smallPicture = pgTable(
  'small_picture',
  {
    sha256: text()
      .primaryKey()
      .references(() => storedFile.sha256, { onDelete: 'cascade' }),
    jpeg: bytea().notNull(),
  },
  (t) => [check('small_picture_is_small', sql`length(${t.jpeg}) <= 300000`)],
)

/** A picture or recording on a job; append-only evidence like a reading. */
export const attachment = pgTable(
  'attachment',
  {
    id: uuid().primaryKey(),
    jobId: uuid()
      .notNull()
      .references(() => job.id, { onDelete: 'restrict' }),
    kind: text({ enum: ['picture', 'recording', 'document'] }).notNull(),
    subject: text().notNull(),
    fileName: text().notNull(),
    sha256: text()
      .notNull()
      .references(() => storedFile.sha256),
    takenAt: instant(),
    addedBy: text()
      .notNull()
      .references(() => user.id),
    ...signedColumns(),
    /** Set where the household sent it; `addedBy` is then who made the link. */
    householdLinkId: uuid(),
    /** Set where it was taken out on request: it shows nothing any more, whoever else has the same bytes. */
    erasedAt: instant(),
    receivedAt: instant()
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (t) => [
    index('attachment_job').on(t.jobId),
    index('attachment_household').on(t.householdLinkId),
    index('attachment_file').on(t.sha256),
    oneOf('attachment_kind_known', t.kind, ['picture', 'recording', 'document']),
  ],
)

/** A sealed pack and what the job's verdicts were when it was sealed; append-only. */
export const pack = pgTable(
  'pack',
  {
    id: uuid().primaryKey(),
    jobId: uuid()
      .notNull()
      .references(() => job.id, { onDelete: 'restrict' }),
    sha256: text()
      .notNull()
      .references(() => storedFile.sha256),
    publicKey: text().notNull(),
    summary: jsonb().$type<Record<string, unknown>>().notNull(),
    sealedBy: text()
      .notNull()
      .references(() => user.id),
    ...signedColumns(),
    sealedAt: instant()
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (t) => [index('pack_job').on(t.jobId, t.sealedAt), index('pack_file').on(t.sha256)],
)

/** A pack on its way through the queue, so that the page can tell what became of it. */
export const packRequest = pgTable(
  'pack_request',
  {
    id: uuid().primaryKey(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    requestedBy: text()
      .notNull()
      .references(() => user.id),
    requestedAt: instant()
      .notNull()
      .default(sql`clock_timestamp()`),
    state: text({ enum: ['waiting', 'sealing', 'sealed', 'failed'] })
      .notNull()
      .default('waiting'),
    packId: uuid().references(() => pack.id),
    failure: text(),
  },
  (t) => [index('pack_request_job').on(t.jobId, t.requestedAt), index('pack_request_pack').on(t.packId)],
)

/** A customer's way to one pack: the token itself is never stored. */
export const customerLink = pgTable(
  'customer_link',
  {
    id: uuid().primaryKey(),
    packId: uuid()
      .notNull()
      .references(() => pack.id),
    tokenHash: text().notNull().unique(),
    expiresAt: instant().notNull(),
    withdrawnAt: instant(),
    openedAt: instant(),
    /** Pictures that were sent over it, those that were none included: each costs the server its looking at. */
    picturesTried: integer().notNull().default(0),
    createdBy: text()
      .notNull()
      .references(() => user.id),
    createdAt: instant()
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (t) => [index('customer_link_pack').on(t.packId)],
)
