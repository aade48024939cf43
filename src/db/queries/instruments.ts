import { asc, desc, eq, sql } from 'drizzle-orm'
import type { Instrument, InstrumentCertificate } from '@/core/installation/installation'
import { allOf } from '../allOf'
import type { Db } from '../client'
import { instrument, instrumentCertificate, instrumentRevision, user } from '../schema'

type Row = typeof instrument.$inferSelect

const grouped = <T extends { instrumentId: string }>(rows: readonly T[]): Map<string, T[]> => {
  const of = new Map<string, T[]>()
  for (const row of rows) of.set(row.instrumentId, [...(of.get(row.instrumentId) ?? []), row])
  return of
}

/** A date that was noted before certificates were kept one by one counts from the beginning. */
const notedBefore = ({ calibrationDue }: Row): InstrumentCertificate[] =>
  calibrationDue === null ? [] : [{ calibratedOn: null, dueOn: calibrationDue, number: null }]

const certificatesOfCrew = (db: Db, crewId: string) =>
  db
    .select({
      instrumentId: instrumentCertificate.instrumentId,
      calibratedOn: instrumentCertificate.calibratedOn,
      dueOn: instrumentCertificate.dueOn,
      number: instrumentCertificate.number,
    })
    .from(instrumentCertificate)
    .innerJoin(instrument, eq(instrument.id, instrumentCertificate.instrumentId))
    .where(eq(instrument.crewId, crewId))
    .orderBy(asc(instrumentCertificate.calibratedOn), asc(instrumentCertificate.id))

const revisionsOfCrew = (db: Db, crewId: string) =>
  db
    .select({
      instrumentId: instrumentRevision.instrumentId,
      until: instrumentRevision.until,
      lowImpedance: instrumentRevision.lowImpedance,
      functions: instrumentRevision.functions,
    })
    .from(instrumentRevision)
    .innerJoin(instrument, eq(instrument.id, instrumentRevision.instrumentId))
    .where(eq(instrument.crewId, crewId))
    .orderBy(asc(instrumentRevision.until))

/** The instruments of a crew as the core judges by them: those laid aside too, with all their certificates and what they were before. */
export async function instrumentsOfCrew(db: Db, crewId: string): Promise<Instrument[]> {
  const [rows, certificateRows, revisionRows] = await allOf(db, [
    () =>
      db
        .select()
        .from(instrument)
        .where(eq(instrument.crewId, crewId))
        .orderBy(asc(instrument.tag), asc(instrument.id)),
    () => certificatesOfCrew(db, crewId),
    () => revisionsOfCrew(db, crewId),
  ])
  const certificates = grouped(certificateRows)
  const revisions = grouped(revisionRows)
  return rows.map((row) => ({
    id: row.id,
    tag: row.tag,
    name: row.name,
    serial: row.serial,
    provingUnit: row.provingUnit,
    laidAside: row.laidAsideAt !== null,
    lowImpedance: row.lowImpedance,
    functions: row.functions,
    certificates: [
      ...notedBefore(row),
      ...(certificates.get(row.id) ?? []).map(({ calibratedOn, dueOn, number }) => ({ calibratedOn, dueOn, number })),
    ],
    earlier: (revisions.get(row.id) ?? []).map(({ until, lowImpedance, functions }) => ({
      until: new Date(until).toISOString(),
      lowImpedance,
      functions,
    })),
  }))
}

/** One instrument of a crew; held still until the transaction ends where `hold` is given. */
export async function instrumentById(db: Db, crewId: string, id: string, hold = false): Promise<Row | null> {
  const query = db
    .select()
    .from(instrument)
    .where(sql`${instrument.id} = ${id} and ${instrument.crewId} = ${crewId}`)
    .limit(1)
  const [row] = await (hold ? query.for('update') : query)
  return row ?? null
}

/** Who has what, for the list of a crew's instruments. */
export const holdersOfCrew = (db: Db, crewId: string) =>
  db
    .select({ id: instrument.id, heldBy: instrument.heldBy, heldSince: instrument.heldSince, holder: user.name })
    .from(instrument)
    .innerJoin(user, eq(user.id, instrument.heldBy))
    .where(eq(instrument.crewId, crewId))

/** Certificates of a crew's instruments with their papers, the latest first. */
export const papersOfCrew = (db: Db, crewId: string) =>
  db
    .select({
      id: instrumentCertificate.id,
      instrumentId: instrumentCertificate.instrumentId,
      calibratedOn: instrumentCertificate.calibratedOn,
      dueOn: instrumentCertificate.dueOn,
      number: instrumentCertificate.number,
      fileName: instrumentCertificate.fileName,
      sha256: instrumentCertificate.sha256,
      byName: instrumentCertificate.byName,
      addedAt: instrumentCertificate.addedAt,
    })
    .from(instrumentCertificate)
    .innerJoin(instrument, eq(instrument.id, instrumentCertificate.instrumentId))
    .where(eq(instrument.crewId, crewId))
    .orderBy(desc(instrumentCertificate.calibratedOn), desc(instrumentCertificate.id))

/** The paper of one certificate, for a member of the crew. */
export async function paperById(db: Db, crewId: string, certificateId: string) {
  const [row] = await db
    .select({ sha256: instrumentCertificate.sha256, fileName: instrumentCertificate.fileName })
    .from(instrumentCertificate)
    .innerJoin(instrument, eq(instrument.id, instrumentCertificate.instrumentId))
    .where(sql`${instrumentCertificate.id} = ${certificateId} and ${instrument.crewId} = ${crewId}`)
    .limit(1)
  return row ?? null
}
