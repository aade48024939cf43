import type { Remote } from 'comlink'
import type { StandingLeakage, StandingLeakageInput } from '@/core/earthing/standingLeakage'
import type { AutonomyYear } from '@/core/plan/autonomy'
import type { FollowRule } from '@/core/plan/followPrices'
import type { PricedSize, SizeCurve } from '@/core/plan/sizeCurve'
import type { Tariff } from '@/core/plan/tariff'
import type { YearSystem } from '@/core/plan/yearOfInstallation'
import type { YearProfile } from '@/core/plan/yearProfile'
import { type FieldIssue, type Result, ok } from '@/core/result'
import type { NamedBytes } from '@/core/outage/recording'
import type { PackVerification } from '@/core/pack/verifyPack'
import type { RulePack } from '@/core/rules/rulePack'
import type { CrewDayInput } from '@/core/fit/crewDay'
import type { CrewSchedule } from '@/core/fit/crewSchedule'
import type { codeCalls } from './codeCalls'
import type { crewCalls } from './crewCalls'
import type { LogMap } from '@/core/powerLog/logMap'
import type { LogMarks } from '@/core/powerLog/logMarks'
import type { AnalysedLog, LogHead, logCalls } from './logCalls'
import type { packCalls } from './packCalls'
import type { InstallationGraph } from '@/core/wiring/installationGraph'
import type { IsolationSet } from '@/core/wiring/isolationSet'
import type { FixProposal } from '@/core/wiring/fixProposals'
import type { PositionCause } from '@/core/wiring/positionCauses'
import type { planCalls } from './planCalls'
import type { CheckedWiring, wiringCalls } from './wiringCalls'
import type { AnalysedWave, recordingCalls } from './recordingCalls'
import { SpareThread } from './spareThread'
import { callsOf, withWorker } from './withWorker'

const recordingThread = () => new Worker(new URL('./recording.worker.ts', import.meta.url), { type: 'module' })
const planThread = () => new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' })
const crewThread = () => new Worker(new URL('./crew.worker.ts', import.meta.url), { type: 'module' })
const codeThread = () => new Worker(new URL('./code.worker.ts', import.meta.url), { type: 'module' })
const wiringThread = () => new Worker(new URL('./wiring.worker.ts', import.meta.url), { type: 'module' })
const logThread = () => new Worker(new URL('./log.worker.ts', import.meta.url), { type: 'module' })
const packThread = () => new Worker(new URL('./pack.worker.ts', import.meta.url), { type: 'module' })

/** Where recordings are read, a thread waits for the next one. */
const recordingSpare = new SpareThread(recordingThread)
export const recordings = {
  /** Has a thread wait that has read a made-up recording already. */
  awaited: (rules: RulePack): void =>
    recordingSpare.ready((spare) => void callsOf<typeof recordingCalls>(spare).practise(rules)),
  /** None is waited for any more. */
  over: (): void => recordingSpare.putAway(),
}

type Reading = Promise<Result<AnalysedWave, FieldIssue>>

/** Has a recording read by the thread that waits for it; `signal` cancels it. */
const inRecordingThread = (
  read: (calls: Remote<typeof recordingCalls>) => Promise<unknown>,
  signal?: AbortSignal,
): Reading =>
  withWorker<typeof recordingCalls, Result<AnalysedWave, FieldIssue>>(
    () => recordingSpare.take(),
    (calls) => read(calls) as Reading,
    signal,
  )

/** Analyses a recording off the main thread; `signal` cancels it. */
export const analyseInWorker = (files: NamedBytes[], rules: RulePack, signal?: AbortSignal): Reading =>
  inRecordingThread((calls) => calls.analyse(files, rules), signal)

/** The same of files as they were picked: the thread reads them itself. */
export const analysePickedInWorker = (files: readonly File[], rules: RulePack, signal?: AbortSignal): Reading =>
  inRecordingThread((calls) => calls.analysePicked(files, rules), signal)

/** Looks at the head of a power log, and proposes how it is to be read. */
export const logHeadInWorker = (bytes: Uint8Array): Promise<LogHead> =>
  withWorker<typeof logCalls, LogHead>(logThread, (calls) => calls.head(bytes) as Promise<LogHead>)

/** Reads and analyses a power log off the main thread. */
export const analyseLogInWorker = (
  bytes: Uint8Array,
  map: LogMap,
  marks: LogMarks,
  rules: RulePack,
): Promise<Result<AnalysedLog, FieldIssue>> =>
  withWorker<typeof logCalls, Result<AnalysedLog, FieldIssue>>(
    logThread,
    (calls) => calls.analyse(bytes, map, marks, rules) as Promise<Result<AnalysedLog, FieldIssue>>,
  )

/** Verifies a sealed pack off the main thread. */
export const verifyInWorker = (zip: Uint8Array, trustedKeyHex?: string): Promise<PackVerification> =>
  withWorker<typeof packCalls, PackVerification>(packThread, (calls) => calls.verify(zip, trustedKeyHex))

/** P-8 for several systems off the main thread, one after the other; `signal` cancels it, `onProgress` hears the share done. */
export const yearsInWorker = (
  profile: YearProfile,
  systems: readonly YearSystem[],
  onProgress: (share: number) => void,
  signal?: AbortSignal,
): Promise<Result<(AutonomyYear | null)[], FieldIssue>> =>
  withWorker<typeof planCalls, Result<(AutonomyYear | null)[], FieldIssue>>(
    planThread,
    async (calls) => {
      const years: (AutonomyYear | null)[] = []
      for (const [k, { system }] of systems.entries()) {
        const year = (await calls.year(profile, system)) as Result<AutonomyYear | null, FieldIssue>
        if (!year.ok) return year
        years.push(year.value)
        onProgress((k + 1) / systems.length)
      }
      return ok(years)
    },
    signal,
  )

/** P-14 over a range of sizes, off the main thread. */
export const sizesInWorker = (
  profile: YearProfile,
  sizes: PricedSize[],
  tariff: Tariff,
  rule: FollowRule | null,
  signal?: AbortSignal,
): Promise<Result<SizeCurve, FieldIssue>> =>
  withWorker<typeof planCalls, Result<SizeCurve, FieldIssue>>(
    planThread,
    (calls) => calls.sizes(profile, sizes, tariff, rule) as Promise<Result<SizeCurve, FieldIssue>>,
    signal,
  )

/** F-5 off the main thread; `signal` cancels it. */
export const scheduleInWorker = (input: CrewDayInput, signal?: AbortSignal): Promise<CrewSchedule> =>
  withWorker<typeof crewCalls, CrewSchedule>(
    crewThread,
    (calls) => calls.schedule(input) as Promise<CrewSchedule>,
    signal,
  )

/** Reads the bar or matrix code on a picture off the main thread; `null` when there is none. */
export const readCodeInWorker = (file: Blob): Promise<string | null> =>
  withWorker<typeof codeCalls, string | null>(codeThread, (calls) => calls.read(file))

/** W-1 with its causes off the main thread; `signal` cancels it. */
export const checkInWorker = (graph: InstallationGraph, signal?: AbortSignal): Promise<CheckedWiring> =>
  withWorker<typeof wiringCalls, CheckedWiring>(
    wiringThread,
    (calls) => calls.check(graph) as Promise<CheckedWiring>,
    signal,
  )

/** Single changes that clear a fault, off the main thread; `signal` cancels it. */
export const fixesInWorker = (
  graph: InstallationGraph,
  cause: PositionCause,
  signal?: AbortSignal,
): Promise<FixProposal[]> =>
  withWorker<typeof wiringCalls, FixProposal[]>(
    wiringThread,
    (calls) => calls.fixes(graph, cause) as Promise<FixProposal[]>,
    signal,
  )

/** W-2 off the main thread; `signal` cancels it. */
export const isolationInWorker = (
  graph: InstallationGraph,
  target: string,
  signal?: AbortSignal,
): Promise<IsolationSet | null> =>
  withWorker<typeof wiringCalls, IsolationSet | null>(
    wiringThread,
    (calls) => calls.isolation(graph, target) as Promise<IsolationSet | null>,
    signal,
  )

/** E-10 off the main thread: up to sixteen circuits every arrangement is looked through. */
export const leakageInWorker = (
  input: Pick<StandingLeakageInput, 'groups' | 'circuits'>,
  rules: RulePack,
): Promise<StandingLeakage> =>
  withWorker<typeof wiringCalls, StandingLeakage>(wiringThread, (calls) => calls.leakage(input, rules))
