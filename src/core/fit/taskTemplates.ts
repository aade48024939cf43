import { type CrewTimes, ownTime } from './crewTimes'
import { newModels } from './firstTime'
import { fitOf } from '../installation/fit'
import type { FitDetails } from '../installation/fit'
import type { Installation } from '../installation/installation'
import { liftsOfInstallation } from './liftsOfInstallation'

/** One kind of task of a crew's day: how often it comes, how long it takes when nothing is known better, what it needs. */
interface TaskTemplate {
  key: string
  name: string
  /** Default minutes of one, by what the job holds. */
  minutes: (installation: Installation) => number
  people: (installation: Installation) => number
  licensed?: boolean
  powerOff?: boolean
  /** Work on dead parts: it stands under an isolation that lasts one session. */
  onDeadParts?: boolean
  daylight?: boolean
  dry?: boolean
  visit?: boolean
  after: readonly string[]
  /** Whether this job has it at all. */
  when: (installation: Installation) => boolean
  leavesOpen: string | null
}

const always = () => true
const one = () => 1
const hasKind =
  (...kinds: readonly string[]) =>
  ({ components }: Installation) =>
    components.some(({ kind }) => kinds.includes(kind))
const runMinutes = ({ runs }: Installation) => runs.reduce((sum, { lengthM }) => sum + 10 + 1.5 * lengthM, 0)
const crewOfLifts = (installation: Installation) => Math.max(1, liftsOfInstallation(installation, null).maxPersons ?? 2)

/** The tasks of a day as crews do them; `after` names other templates, those a job lacks are passed over. */
export const TASK_TEMPLATES: readonly TaskTemplate[] = [
  {
    key: 'asFound',
    name: 'Pictures as found, earth conductor clamped',
    minutes: () => 20,
    people: one,
    after: [],
    when: always,
    leavesOpen: null,
  },
  {
    key: 'lifts',
    name: 'Crates to the wall, unpacked',
    minutes: (job) => Math.max(10, Math.round((liftsOfInstallation(job, null).crewMinutes ?? 60) / crewOfLifts(job))),
    people: crewOfLifts,
    after: ['asFound'],
    when: ({ fit }) => fitOf(fit, 'lift').length > 0,
    leavesOpen: null,
  },
  {
    key: 'board',
    name: 'Backing board up, holes drilled',
    minutes: ({ fit }) => 40 + 10 * fitOf(fit, 'unit').length,
    people: one,
    after: ['asFound'],
    when: ({ fit }) => fitOf(fit, 'unit').length > 0,
    leavesOpen: 'board without units: fixed, edges covered',
  },
  {
    key: 'mount',
    name: 'Units mounted and levelled',
    minutes: ({ components }) =>
      15 *
      Math.max(
        1,
        components.filter(({ kind }) => kind === 'inverter' || kind === 'battery' || kind === 'gateway').length,
      ),
    people: crewOfLifts,
    after: ['lifts', 'board'],
    when: hasKind('inverter', 'battery', 'gateway'),
    leavesOpen: 'units mounted, not connected: isolators off, covers on',
  },
  {
    key: 'seal',
    name: 'Sealed part opened by its owner',
    minutes: () => 20,
    people: one,
    licensed: true,
    visit: true,
    after: ['asFound'],
    when: ({ fit }) => fitOf(fit, 'visit').length > 0,
    leavesOpen: 'sealed part closed again, or its owner told',
  },
  {
    key: 'electrode',
    name: 'Services located, electrode driven',
    minutes: ({ electrodes }) => 45 * electrodes.length,
    people: one,
    daylight: true,
    after: ['asFound'],
    when: ({ electrodes }) => electrodes.length > 0,
    leavesOpen: 'pit open: covered and marked',
  },
  {
    key: 'pv',
    name: 'Panels and strings on the roof',
    minutes: ({ components }) => 180 * components.filter(({ kind }) => kind === 'pv').length,
    people: () => 2,
    daylight: true,
    dry: true,
    after: ['asFound'],
    when: hasKind('pv'),
    leavesOpen: 'strings open: ends insulated, labelled live, cover whole',
  },
  {
    key: 'trunking',
    name: 'Trunking and glands',
    minutes: ({ runs }) => 30 + 10 * runs.length,
    people: one,
    after: ['board'],
    when: ({ runs }) => runs.length > 0,
    leavesOpen: 'trunking open: lids on, entries closed',
  },
  {
    key: 'cables',
    name: 'Cables pulled and marked at both ends',
    minutes: runMinutes,
    people: () => 2,
    after: ['trunking', 'mount'],
    when: ({ runs }) => runs.length > 0,
    leavesOpen: 'cable ends insulated and labelled, both ends',
  },
  {
    key: 'data',
    name: 'Data and control cables, mapped and linked',
    minutes: ({ fit }) => 10 + 15 * fitOf(fit, 'dataRun').length,
    people: one,
    after: ['mount', 'trunking'],
    when: ({ fit }) => fitOf(fit, 'dataRun').length > 0,
    leavesOpen: 'data cables: ends labelled and closed, system off until they are tested',
  },
  {
    key: 'isolate',
    name: 'Isolate, lock off, prove dead',
    minutes: () => 20,
    people: one,
    licensed: true,
    powerOff: true,
    after: ['cables', 'seal'],
    when: always,
    leavesOpen: null,
  },
  {
    key: 'incomer',
    name: 'Gateway into the supply',
    minutes: () => 75,
    people: one,
    licensed: true,
    powerOff: true,
    onDeadParts: true,
    after: ['isolate'],
    when: hasKind('gateway'),
    leavesOpen: 'house fed through the bypass, gateway locked off and labelled',
  },
  {
    key: 'terminate',
    name: 'Runs terminated, joined and released',
    minutes: ({ runs }) => 15 + 12 * runs.length,
    people: one,
    licensed: true,
    powerOff: true,
    onDeadParts: true,
    after: ['isolate', 'cables'],
    when: ({ runs }) => runs.length > 0,
    leavesOpen: 'unfinished runs isolated at both ends, locked off and labelled',
  },
  {
    key: 'deadTests',
    name: 'Dead tests and electrode',
    minutes: ({ circuits }) => 20 + 5 * circuits.length,
    people: one,
    licensed: true,
    powerOff: true,
    onDeadParts: true,
    after: ['incomer', 'terminate', 'electrode'],
    when: always,
    leavesOpen: null,
  },
  {
    key: 'energise',
    name: 'Supply back, settings read and set',
    minutes: ({ settings }) => 30 + 3 * settings.length,
    people: one,
    licensed: true,
    after: ['deadTests', 'pv', 'data'],
    when: always,
    leavesOpen: 'system switched off at its isolators until settings are finished',
  },
  {
    key: 'outage',
    name: 'Outage tests, three clean returns',
    minutes: () => 60,
    people: () => 2,
    licensed: true,
    powerOff: true,
    after: ['energise'],
    when: always,
    leavesOpen: 'island operation disabled until it is tested',
  },
  {
    key: 'handover',
    name: 'Labels, card, handover',
    minutes: () => 40,
    people: one,
    after: ['outage'],
    when: always,
    leavesOpen: null,
  },
]

/** A task proposed for a job, with where its minutes come from. */
export interface ProposedTask {
  tag: string
  name: string
  detail: FitDetails['task']
  minutesFrom: 'default' | 'earlierJobs' | 'firstTime' | 'crew'
}

const STEP_MIN = 5

/**
 * The tasks that a job's plan implies (F-5), each after those it needs, with durations as the crew says them, else from its earlier jobs where
 * there are two or more, and defaults otherwise, rounded to five minutes; with a model that the crew has not had before, as much longer as its own first
 * times were. A licence, the supply off, daylight, dry weather and somebody else's visit come from the kind of task.
 */
export function tasksOfPlan(
  installation: Installation,
  times: CrewTimes,
  visitTag: string | null,
  usual: Readonly<Record<string, number>> = {},
): ProposedTask[] {
  const anyNew = newModels(installation.components, times.knownModels).length > 0
  const learned = (key: string) => ownTime(times.taskMin, key)
  const factor = (key: string) => (anyNew ? ownTime(times.firstTimeFactor, key) : undefined)
  const said = (key: string) => ownTime(usual, key)
  const present = TASK_TEMPLATES.filter(({ when }) => when(installation))
  const tagOf = new Map(present.map(({ key }, k) => [key, `t${k + 1}`]))
  // what a missing task would have waited for is waited for instead
  const waits = (key: string): string[] => {
    const own = tagOf.get(key)
    return own ? [own] : (TASK_TEMPLATES.find((template) => template.key === key)?.after ?? []).flatMap(waits)
  }
  return present.map(
    ({
      key,
      name,
      minutes,
      people,
      licensed = false,
      powerOff = false,
      onDeadParts = false,
      daylight = false,
      dry = false,
      visit = false,
      after,
      leavesOpen,
    }) => ({
      tag: tagOf.get(key) as string,
      name,
      minutesFrom:
        said(key) !== undefined
          ? 'crew'
          : factor(key) !== undefined
            ? 'firstTime'
            : learned(key) !== undefined
              ? 'earlierJobs'
              : 'default',
      detail: {
        minutes: Math.max(
          STEP_MIN,
          Math.round((said(key) ?? (learned(key) ?? minutes(installation)) * (factor(key) ?? 1)) / STEP_MIN) * STEP_MIN,
        ),
        people: people(installation),
        licensed,
        powerOff,
        isolated: onDeadParts,
        daylight,
        dry,
        visitTag: visit ? visitTag : null,
        after: [...new Set(after.flatMap(waits))].join(' ') || null,
        earliestMin: null,
        pinnedMin: null,
        template: key,
        leavesOpen,
      },
    }),
  )
}
