import { lastAnswers } from './household'
import { asc, desc, eq, inArray, sql } from 'drizzle-orm'
import type { FitItem } from '@/core/installation/fit'
import { type Installation, NO_BANK, NO_CURTAILMENT } from '@/core/installation/installation'
import type { WiringRevision } from '@/core/installation/wiring'
import {
  MEDICAL_ANSWERS,
  type MedicalAnswer,
  EMPTY_SITE,
  type SurveyItem,
  USUAL_ASSUMPTIONS,
} from '@/core/installation/survey'
import { allOf } from '../allOf'
import type { Db } from '../client'
import { limitsOfJobs } from './ownLimits'
import {
  cableRun,
  circuit,
  component,
  customerPromise,
  electrode,
  fitItem,
  job,
  load,
  pack,
  plannedSetting,
  surveyItem,
  wiringRevision,
} from '../schema'

export type JobRow = typeof job.$inferSelect

const grouped = <T extends { jobId: string }>(rows: readonly T[]): Map<string, T[]> => {
  const groups = new Map<string, T[]>()
  for (const row of rows) groups.set(row.jobId, [...(groups.get(row.jobId) ?? []), row])
  return groups
}

export async function jobById(db: Db, jobId: string): Promise<JobRow | null> {
  const [row] = await db.select().from(job).where(eq(job.id, jobId)).limit(1)
  return row ?? null
}

/** The latest wiring of each layer of some jobs. */
export async function latestWiring(db: Db, jobIds: readonly string[]): Promise<WiringRevision[]> {
  const rows = await db
    .selectDistinctOn([wiringRevision.jobId, wiringRevision.layer], {
      id: wiringRevision.id,
      jobId: wiringRevision.jobId,
      layer: wiringRevision.layer,
      number: wiringRevision.number,
      note: wiringRevision.note,
      graph: wiringRevision.graph,
      madeByName: wiringRevision.byName,
      madeAt: wiringRevision.madeAt,
    })
    .from(wiringRevision)
    .where(inArray(wiringRevision.jobId, [...jobIds]))
    .orderBy(asc(wiringRevision.jobId), asc(wiringRevision.layer), desc(wiringRevision.number))
  return rows.map((row) => ({ ...row, madeAt: new Date(row.madeAt).toISOString() }))
}

/** The household’s own word, which counts until the crew has entered one. */
const medicalAnswer = (said: string | undefined): MedicalAnswer | null =>
  MEDICAL_ANSWERS.find((answer) => answer === said) ?? null

/** The day of the first sealed pack of each job that has one. */
async function firstSealings(db: Db, jobIds: readonly string[]): Promise<Map<string, string>> {
  const rows = await db
    .select({ jobId: pack.jobId, day: sql<string>`to_char(min(${pack.sealedAt}) at time zone 'UTC', 'YYYY-MM-DD')` })
    .from(pack)
    .where(inArray(pack.jobId, [...jobIds]))
    .groupBy(pack.jobId)
  return new Map(rows.map(({ jobId, day }) => [jobId, day]))
}

/** The installation model of each job: one query a table, whatever the number of jobs. */
export async function installationsOf(db: Db, jobs: readonly JobRow[]): Promise<Map<string, Installation>> {
  if (jobs.length === 0) return new Map()
  const ids = jobs.map(({ id }) => id)
  const [
    loads,
    components,
    circuits,
    runs,
    electrodes,
    settings,
    promises,
    found,
    fitted,
    wiring,
    sealed,
    medical,
    ownLimits,
  ] = await allOf(db, [
    () => db.select().from(load).where(inArray(load.jobId, ids)).orderBy(asc(load.sort), asc(load.tag)),
    () =>
      db.select().from(component).where(inArray(component.jobId, ids)).orderBy(asc(component.sort), asc(component.tag)),
    () => db.select().from(circuit).where(inArray(circuit.jobId, ids)).orderBy(asc(circuit.sort), asc(circuit.tag)),
    () => db.select().from(cableRun).where(inArray(cableRun.jobId, ids)).orderBy(asc(cableRun.sort), asc(cableRun.tag)),
    () =>
      db.select().from(electrode).where(inArray(electrode.jobId, ids)).orderBy(asc(electrode.sort), asc(electrode.tag)),
    () =>
      db
        .select()
        .from(plannedSetting)
        .where(inArray(plannedSetting.jobId, ids))
        .orderBy(asc(plannedSetting.sort), asc(plannedSetting.key)),
    () =>
      db.select().from(customerPromise).where(inArray(customerPromise.jobId, ids)).orderBy(asc(customerPromise.sort)),
    () =>
      db
        .select()
        .from(surveyItem)
        .where(inArray(surveyItem.jobId, ids))
        .orderBy(asc(surveyItem.sort), asc(surveyItem.tag)),
    () => db.select().from(fitItem).where(inArray(fitItem.jobId, ids)).orderBy(asc(fitItem.sort), asc(fitItem.tag)),
    () => latestWiring(db, ids),
    () => firstSealings(db, ids),
    () => lastAnswers(db, ids, 'medical'),
    () => limitsOfJobs(db, ids),
  ])
  const of = {
    loads: grouped(loads),
    components: grouped(components),
    circuits: grouped(circuits),
    runs: grouped(runs),
    electrodes: grouped(electrodes),
    settings: grouped(settings),
    promises: grouped(promises),
    survey: grouped(found),
    fit: grouped(fitted),
  }
  return new Map(
    jobs.map((row) => [
      row.id,
      {
        jobId: row.id,
        name: row.name,
        packId: row.packId,
        testDepth: row.testDepth,
        checksAsOf: sealed.get(row.id) ?? null,
        acceptsShedding: row.acceptsShedding,
        chosenSchool: row.chosenSchool,
        schoolReason: row.schoolReason,
        supply: {
          ...row.supply,
          secondMainA: row.supply.secondMainA ?? null,
          backupMain: row.supply.backupMain ?? null,
        },
        sources: {
          ...row.sources,
          makerRuntimeH: row.sources.makerRuntimeH ?? null,
          bank: { ...NO_BANK, ...row.sources.bank },
          curtailment: { ...NO_CURTAILMENT, ...row.sources.curtailment },
          // stored before a source had a phase of its own: it was on all of them
          units: row.sources.units.map((unit) => ({ ...unit, phase: unit.phase ?? 'all' })),
          pvAc: row.sources.pvAc.map((pv) => ({ ...pv, ratingW: pv.ratingW ?? null, phase: pv.phase ?? 'all' })),
        },
        site: { ...EMPTY_SITE, ...row.site, medical: row.site.medical ?? medicalAnswer(medical.get(row.id)) },
        assumptions: { ...USUAL_ASSUMPTIONS, ...row.assumptions },
        loads: of.loads.get(row.id) ?? [],
        components: of.components.get(row.id) ?? [],
        circuits: of.circuits.get(row.id) ?? [],
        runs: of.runs.get(row.id) ?? [],
        electrodes: of.electrodes.get(row.id) ?? [],
        settings: (of.settings.get(row.id) ?? []) as Installation['settings'],
        promises: (of.promises.get(row.id) ?? []).map((promise) => ({
          ...promise,
          changedAt: promise.changedAt && new Date(promise.changedAt).toISOString(),
        })),
        survey: (of.survey.get(row.id) ?? []) as unknown as SurveyItem[],
        fit: (of.fit.get(row.id) ?? []) as unknown as FitItem[],
        coreColours: row.coreColours,
        ownLimits: ownLimits.get(row.id) ?? [],
        wiring: {
          planned: wiring.find(({ jobId, layer }) => jobId === row.id && layer === 'planned') ?? null,
          wired: wiring.find(({ jobId, layer }) => jobId === row.id && layer === 'wired') ?? null,
        },
      } satisfies Installation,
    ]),
  )
}
