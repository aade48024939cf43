import { insertOnce } from '@/db/insertOnce'
import { changeJob as changeJobCommand } from '@/commands/changeJob'
import { newJobSchema } from '@/schemas/jobChange'
import * as yup from 'yup'
import { NO_BANK, NO_CURTAILMENT, type Sources } from '@/core/installation/installation'
import { JOB_FILTERS, JOB_SORTS, LISTED_GROUPS } from '@/core/evidence/jobGroups'
import { beginWithCrewColours, usualMinutesOfCrew } from '@/db/queries/habits'
import { jobListing, crewTimesOf } from '@/db/queries/summaries'
import { householdAnswersOf, householdLinksOf } from '@/db/queries/household'
import { beginWithCrewLimits } from '@/db/queries/ownLimits'
import { erasuresOfJob } from '@/db/queries/erasure'
import { profilesOf } from '@/db/queries/profiles'
import { faultCallsOfJob, reviewsOfJob, signaturesOfJob } from '@/db/queries/handover'
import { latestPackRequest, linksOfJob, packsOfJobs } from '@/db/queries/packs'
import { job } from '@/db/schema'
import { choice, day, figure, id, required, words } from '@/schemas/fields'
import { jobOfActor, jobRecord } from '../jobAccess'
import { Problem, refuseConflict } from '../problem'
import { defineUseCase } from '../useCase'
import { changeParts, refuseReserveBelowFloor } from './jobParts'

export const EMPTY_SOURCES: Sources = {
  units: [],
  pvAc: [],
  gatewayA: null,
  feederA: null,
  usableWh: null,
  nominalWh: null,
  depthOfDischarge: null,
  dischargeEfficiency: null,
  reserveSoc: null,
  usualSoc: null,
  floorSoc: null,
  standbyW: null,
  makerRuntimeH: null,
  bank: NO_BANK,
  curtailment: NO_CURTAILMENT,
}

/** Starts a job: name, place and rule pack; everything else is surveyed. */
export const createJob = defineUseCase({
  name: 'createJob',
  via: 'json',
  schema: yup.object({ id: id().required() }).concat(newJobSchema),
  run: async (db, actor, { timeZone, ...input }) => {
    const row = {
      ...input,
      site: { timeZone: timeZone || null },
      crewId: actor.crewId,
      supply: {
        ratingA: null,
        secondMainA: null,
        backupMain: null,
        powerFactor: 0.95,
        maximumDemandKva: null,
        meterCombinedWithBoard: null,
      },
      sources: EMPTY_SOURCES,
    }
    const insertion = await db.transaction(async (tx) => {
      const became = await insertOnce(tx, job, row, ['crewId', 'name', 'place', 'packId', 'scheduledDay'])
      if (became === 'stored') {
        await beginWithCrewLimits(tx, row)
        await beginWithCrewColours(tx, row)
      }
      return became
    })
    refuseConflict(insertion, 'job')
    return { jobId: input.id }
  },
})

/** Changes a job's supply, sources or switches; refused when somebody else changed the same parts meanwhile. Sent twice it is harmless. */
export const changeJob = defineUseCase({
  name: 'changeJob',
  via: 'json',
  schema: changeJobCommand.schema,
  run: async (db, actor, { jobId, version, before, ...change }) => {
    if (version === null && before === null) throw new Problem(422, 'Say what the change was made from.')
    await jobOfActor(db, actor, jobId)
    if (change.sources) refuseReserveBelowFloor(change.sources)
    const given = Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined))
    return { version: await db.transaction((tx) => changeParts(tx, jobId, given, { before, version })) }
  },
})

/** Jobs of one group that the front page shows at first, and on each page that is asked for after it. */
export const JOBS_AT_FIRST = 4
export const JOBS_A_PAGE = 25

/** The front page: a crew's jobs of one group with their marks and what they wait for, a page at a time. Nothing is worked out in it. */
export const listJobs = defineUseCase({
  name: 'listJobs',
  via: 'json',
  mayLag: true,
  schema: yup.object({
    group: choice('Group', LISTED_GROUPS).required(required('Group')),
    filter: choice('Filter', JOB_FILTERS).default('all'),
    sort: choice('Order', JOB_SORTS).default('day'),
    today: day('Today').required(required('Today')),
    search: words('Search', 80).default(''),
    page: figure('Page')
      .integer('Page is a whole number')
      .min(0, 'Page is 0 or more')
      .max(10_000, 'Page is too large')
      .default(0),
  }),
  run: async (db, actor, { group, filter, sort, today: now, search, page }) => {
    const { rows, more } = await jobListing(db, {
      crewId: actor.crewId,
      group,
      filter,
      sort,
      me: actor,
      today: now,
      search,
      offset: page === 0 ? 0 : JOBS_AT_FIRST + (page - 1) * JOBS_A_PAGE,
      most: page === 0 ? JOBS_AT_FIRST : JOBS_A_PAGE,
    })
    return {
      jobs: rows.map(({ facts, changed, sealedAt, archivedAt, ...row }) => ({
        ...row,
        facts,
        /** What it says is older than the job's evidence, and is being worked out anew. */
        behind: changed || facts === null,
        sealedAt: sealedAt && new Date(sealedAt).toISOString(),
        archivedAt: archivedAt && new Date(archivedAt).toISOString(),
      })),
      more,
    }
  },
})

export type JobPage = Awaited<ReturnType<typeof listJobs.run>>
export type JobListEntry = JobPage['jobs'][number]

/** One job with all that its bench is derived from. */
export const viewJob = defineUseCase({
  name: 'viewJob',
  via: 'route',
  schema: yup.object({ jobId: yup.string().strict().required() }),
  run: async (db, actor, { jobId }) => {
    const row = await jobOfActor(db, actor, jobId)
    const [
      record,
      packs,
      request,
      links,
      profiles,
      householdLinks,
      answers,
      crewTimes,
      usualMinutes,
      reviews,
      signatures,
      faultCalls,
      erasures,
    ] = await Promise.all([
      jobRecord(db, row),
      packsOfJobs(db, [row.id]),
      latestPackRequest(db, row.id),
      linksOfJob(db, row.id),
      profilesOf(db, row.id),
      householdLinksOf(db, row.id),
      householdAnswersOf(db, row.id),
      crewTimesOf(db, actor.crewId),
      usualMinutesOfCrew(db, actor.crewId),
      reviewsOfJob(db, row.id),
      signaturesOfJob(db, row.id),
      faultCallsOfJob(db, row.id),
      erasuresOfJob(db, row.id),
    ])
    return {
      /** When it was read: a page that was kept for want of a network holds an old one. */
      readAt: new Date().toISOString(),
      record,
      crewTimes,
      /** Minutes of the crew's kinds of task, where it says so itself. */
      usualMinutes,
      version: row.version,
      place: row.place,
      scheduledDay: row.scheduledDay,
      archivedAt: row.archivedAt && new Date(row.archivedAt).toISOString(),
      gateway: { host: row.gatewayHost, port: row.gatewayPort },
      profiles,
      household: {
        links: householdLinks,
        answers,
        firstWord: row.firstWord && {
          word: row.firstWord,
          because: row.firstWordBecause ?? '',
          at: row.firstWordAt && new Date(row.firstWordAt).toISOString(),
        },
      },
      packs: packs.map(({ id: packId, sealedAt, sealedByName, publicKey, sha256, erasedAt }) => ({
        id: packId,
        sealedAt,
        sealedByName,
        publicKey,
        sha256,
        erasedAt,
      })),
      erasures,
      reviews,
      signatures,
      faultCalls,
      packRequest: request && {
        id: request.id,
        state: request.state,
        failure: request.failure,
        packId: request.packId,
      },
      links: links.map((link) => ({
        ...link,
        expiresAt: new Date(link.expiresAt).toISOString(),
        withdrawnAt: link.withdrawnAt && new Date(link.withdrawnAt).toISOString(),
        openedAt: link.openedAt && new Date(link.openedAt).toISOString(),
        createdAt: new Date(link.createdAt).toISOString(),
      })),
    }
  },
})

export type JobView = Awaited<ReturnType<typeof viewJob.run>>
