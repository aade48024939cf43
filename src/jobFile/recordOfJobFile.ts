import { type Gap, gapEntry } from '@/core/outage/recordingGap'
import { ValidationError } from 'yup'
import type { JobRecord } from '@/core/evidence/judge'
import type { Attachment } from '@/core/evidence/point'
import { pointsOf } from '@/core/evidence/points'
import type { Replacement } from '@/core/installation/fit'
import type { CustomerPromise, Installation, Instrument } from '@/core/installation/installation'
import { EMPTY_SITE, USUAL_ASSUMPTIONS } from '@/core/installation/survey'
import { NO_WIRING, type WiringRecord } from '@/core/installation/wiring'
import { planOfInstallation } from '@/core/plan/planOfInstallation'
import { promisesOfPlan } from '@/core/plan/promisesOfPlan'
import type { FieldIssue } from '@/core/result'
import type { WiringEdit } from '@/core/wiring/edits/wiringEdit'
import { applyEdit } from '@/core/wiring/edits/applyEdit'
import type { InstallationGraph } from '@/core/wiring/installationGraph'
import { graphOf } from '@/core/wiring/wiringOfInstallation'
import { graphSchema } from '@/schemas/installationGraph'
import { certificatesNoted } from './certificatesNoted'
import { fitOfPlan } from './fitOfPlan'
import { JobFileError } from './issues'
import { type JobFile, jobFileSchema } from './jobFileSchema'
import { readingsOfFile } from './readReadings'
import { fitOfFile, itemsOfFile, surveyOfFile } from './readThings'

/** What a file is read with: the day, the crew's instruments where the file has none, and the recordings it names, once they are read. */
export interface JobFileReading {
  today: string
  instruments: readonly Instrument[]
  /** Analysis of a recording file as `detail` of its reading; `null` where the file is not at hand. */
  recordingOf?: (file: string) => { gap: Gap | null; detail: Record<string, unknown> } | null
}

export interface JobRead {
  record: JobRecord
  place: string
  scheduledDay: string | null
  /** What the file names and this reading of it could not take in, in words. */
  notTaken: readonly string[]
}

const DAY_MS = 86_400_000

/** The file's outline as its schema has it. @throws JobFileError with every issue and its path */
function outlineOf(input: unknown): JobFile {
  if (typeof input !== 'object' || input === null || Array.isArray(input))
    throw new JobFileError([{ path: '', message: 'A job file holds one JSON object.' }])
  try {
    return jobFileSchema.cast(jobFileSchema.validateSync(input, { abortEarly: false }), {
      stripUnknown: true,
    }) as JobFile
  } catch (error) {
    if (!ValidationError.isError(error)) throw error
    const inner = error.inner.length > 0 ? error.inner : [error]
    throw new JobFileError(inner.map(({ path = '', message }) => ({ path, message })))
  }
}

/** Clock times as instants of the job's day. */
const instantsOf = ({ day }: JobFile, today: string) => {
  const midnight = Date.parse(`${today}T00:00:00Z`) + day * DAY_MS
  return (at: string): string =>
    at.includes('T')
      ? new Date(at).toISOString()
      : new Date(midnight + (Number(at.slice(0, 2)) * 60 + Number(at.slice(3))) * 60_000).toISOString()
}

function instrumentsOf({ instruments }: JobFile, today: string, crews: readonly Instrument[]): Instrument[] {
  if (instruments === null) return [...crews]
  return instruments.map(({ id, calibrationInDays, calibrationDue, certificates, ...instrument }) => ({
    ...instrument,
    id: id ?? `instrument-${instrument.tag}`,
    certificates: [...certificatesNoted({ calibrationInDays, calibrationDue }, today), ...certificates],
  })) as Instrument[]
}

/** The plan's promises as choosing it writes them, with the gap class that was promised. */
function promisesOf(file: JobFile, installation: Installation): CustomerPromise[] {
  if (file.promises !== null)
    return file.promises.map((promise, k) => ({ ...promise, id: promise.id ?? `promise-${k}` })) as CustomerPromise[]
  if (file.plan === null) return []
  const plan = planOfInstallation({ ...installation, promises: [], chosenSchool: file.plan.school })
  return promisesOfPlan(installation, plan, file.plan.gapClass).drafts.map((draft, k) => ({
    ...draft,
    id: `promise-${k}`,
    changedAt: null,
    changeNote: null,
  }))
}

function wiringOf(file: JobFile, installation: Installation, instantOf: (at: string) => string): WiringRecord {
  const { jobId } = installation
  const layer = (name: 'planned' | 'wired') => {
    const revision = file.wiring[name]
    return revision === null ? null : { ...revision, jobId, layer: name, graph: revision.graph as never }
  }
  const whole = { planned: layer('planned'), wired: layer('wired') }
  if (file.wired === null) return whole.planned === null && whole.wired === null ? NO_WIRING : whole
  const edits = file.wired.edits as WiringEdit[]
  // in the form that a stored wiring has
  const graph = graphSchema.cast(
    edits.reduce(applyEdit, graphOf({ ...installation, wiring: whole }, 'wired')),
  ) as InstallationGraph
  const { by, at, note } = file.wired
  const number = (whole.wired?.number ?? 0) + 1
  const madeAt = instantOf(at)
  return { ...whole, wired: { id: 'wired', jobId, layer: 'wired', number, note, madeByName: by, madeAt, graph } }
}

function installationOf(
  file: JobFile,
  raw: Record<string, unknown>,
  issues: FieldIssue[],
  instantOf: (at: string) => string,
) {
  const written: Installation = {
    jobId: file.id ?? 'job',
    name: file.name,
    packId: file.packId,
    testDepth: file.testDepth,
    checksAsOf: file.checksAsOf,
    acceptsShedding: file.acceptsShedding,
    chosenSchool: (file.plan?.school ?? file.chosenSchool) as Installation['chosenSchool'],
    schoolReason: file.plan?.reason ?? file.schoolReason,
    supply: file.supply,
    sources: file.sources as Installation['sources'],
    site: raw.site === undefined ? EMPTY_SITE : (file.site as Installation['site']),
    assumptions: raw.assumptions === undefined ? USUAL_ASSUMPTIONS : (file.assumptions as Installation['assumptions']),
    ...itemsOfFile(raw, issues),
    survey: surveyOfFile(raw, issues),
    fit: fitOfFile(raw, issues),
    promises: [],
    coreColours: file.coreColours,
    ownLimits: file.ownLimits.map(({ id, by, at, ...limit }, k) => ({
      ...limit,
      id: id ?? `limit-${k + 1}`,
      byName: by,
      at: instantOf(at),
    })),
    wiring: NO_WIRING,
  }
  if (issues.length > 0) throw new JobFileError(issues)
  const fit = file.fitFromPlan ? [...written.fit, ...fitAsItems(written, file.fitFromPlan)] : written.fit
  const installation = { ...written, fit, promises: promisesOf(file, written) }
  return { ...installation, wiring: wiringOf(file, installation, instantOf) }
}

const fitAsItems = (installation: Installation, fromPlan: NonNullable<JobFile['fitFromPlan']>) =>
  fitOfPlan(installation, fromPlan).map(({ kind, tag, name, ...detail }, k) => ({
    id: `${kind}-${tag}`,
    kind,
    tag,
    name,
    sort: installation.fit.length + k,
    detail,
  })) as unknown as Installation['fit']

function attachmentsOf(file: JobFile, jobId: string, instantOf: (at: string) => string): Attachment[] {
  const pictures = file.pictures.map((subject, k): Attachment => ({
    id: `picture-${k}`,
    jobId,
    kind: 'picture',
    subject: subject ?? '',
    fileName: `${subject}.jpg`,
    sha256: '',
    byteCount: 0,
    mediaType: 'image/jpeg',
    takenAt: null,
    addedByName: 'not said',
    receivedAt: instantOf('12:00'),
  }))
  return [...(file.attachments.map((one) => ({ ...one, jobId })) as Attachment[]), ...pictures]
}

/**
 * A job file as the record that the app judges: things by their forms' schemas, readings by the rule of entry, promises by the plan.
 *
 * @throws JobFileError with every issue and its path; nothing is taken in then
 */
export function recordOfJobFile(input: unknown, reading: JobFileReading): JobRead {
  const file = outlineOf(input)
  const today = file.today ?? reading.today
  const instantOf = instantsOf(file, today)
  const issues: FieldIssue[] = []
  const installation = installationOf(file, input as Record<string, unknown>, issues, instantOf)
  const { jobId } = installation
  const instruments = instrumentsOf(file, today, reading.instruments)
  const readings = readingsOfFile(file.readings, {
    jobId,
    points: pointsOf(installation),
    instruments,
    instantOf,
    issues,
  })
  if (issues.length > 0) throw new JobFileError(issues)
  const notTaken: string[] = []
  const recorded = file.recordings.flatMap(({ at, by, point, file: name }, k) => {
    const read = reading.recordingOf?.(name) ?? null
    if (read === null) {
      notTaken.push(`The recording ${name} is not at hand, so its gap is not on record.`)
      return []
    }
    return [
      {
        id: `recording-${k}`,
        jobId,
        pointKey: point,
        slot: 'recording',
        ...gapEntry(read.gap),
        digits: null,
        unit: 'ms' as const,
        detail: { ...read.detail, files: [name] },
        instrumentId: null,
        recordedBy: by,
        recordedByName: by,
        recordedAt: instantOf(at),
        receivedAt: null,
        supersedes: null,
        supersedeReason: null,
        shownVerdict: 'open' as const,
      },
    ]
  })
  return {
    place: file.place,
    scheduledDay: file.scheduledDay,
    notTaken: [...notTaken, ...elsewhereOf(input as Record<string, unknown>)],
    record: {
      installation,
      instruments,
      readings: [...readings, ...recorded],
      attachments: attachmentsOf(file, jobId, instantOf),
      overrides: file.overrides.map(({ id, by, at, ...override }, k) => ({
        ...override,
        id: id ?? `override-${k}`,
        byName: by,
        at: instantOf(at),
      })),
      outageMarks: file.outageMarks.map(({ by, ...mark }) => ({ ...mark, byName: by })),
      visits: file.visits.map(({ by, ...visit }, k) => ({
        ...visit,
        id: visit.id ?? `visit-${k}`,
        byName: by,
        openedAt: instantOf(visit.openedAt),
      })),
      replacements: file.replacements.map(({ id, at, by, ...replacement }, k): Replacement => ({
        ...replacement,
        id: id ?? `replacement-${k}`,
        replacedAt: instantOf(at),
        replacedByName: by,
      })),
      serialsElsewhere: file.serialsElsewhere as JobRecord['serialsElsewhere'],
      today,
    },
  }
}

/** Parts of a demo's job that happen elsewhere: on a device, in a year of metering, on the household's page. */
const ELSEWHERE: Readonly<Record<string, string>> = {
  gateway: 'Settings read from the gateway need the device; nothing was read.',
  outage: 'An outage told in seconds from its cut is the demo’s own form; nothing of it was read.',
  metering: 'The metering year is not part of a job’s record.',
  household: 'What the household answered is not part of a job’s record.',
  seal: 'Sealing is done by the server.',
}

const elsewhereOf = (raw: Record<string, unknown>): string[] =>
  Object.entries(ELSEWHERE).flatMap(([name, words]) => {
    const part = raw[name]
    return part === undefined || (Array.isArray(part) && part.length === 0) ? [] : [words]
  })
