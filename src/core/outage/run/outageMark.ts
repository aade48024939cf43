/** What a mark on a run's time line says. A mark that was tapped by mistake is taken back by another; none is ever removed. */
export const MARK_KINDS = [
  'begun',
  'out',
  'back',
  'loadOn',
  'loadOff',
  'drawn',
  'running',
  'dead',
  'tripped',
  'sourceOff',
  'sourceBack',
  'awake',
  'pluggedIn',
  'vehicleGives',
  'streetBack',
  'onStreet',
  'ended',
  'takenBack',
] as const
export type MarkKind = (typeof MARK_KINDS)[number]

export const MARK_WORDS: Readonly<Record<MarkKind, string>> = {
  begun: 'run begun',
  out: 'out',
  back: 'back',
  loadOn: 'on',
  loadOff: 'off',
  drawn: 'drawn',
  running: 'runs',
  dead: 'dead',
  tripped: 'tripped',
  sourceOff: 'the source gave up',
  sourceBack: 'the source is back',
  awake: 'there again',
  pluggedIn: 'plugged in',
  vehicleGives: 'gives',
  streetBack: 'street closed again',
  onStreet: 'on the street',
  ended: 'run ended',
  takenBack: 'taken back',
}

export const RUN_KINDS = ['practice', 'unloaded', 'loaded'] as const
/** What a run is: practice counts for nothing, the first island carries no load, the outage with loads climbs the ladder. */
export type RunKind = (typeof RUN_KINDS)[number]

export const AWAKE_KINDS = ['router', 'internet', 'app', 'alarm', 'doorbell'] as const
/** What wakes again after the cut, each with a clock of its own (T-16). */
export type AwakeKind = (typeof AWAKE_KINDS)[number]

/** Who brought the source back after an overload. */
export const RESTART_WORDS = ['itself', 'hand'] as const
export type RestartWord = (typeof RESTART_WORDS)[number]

/** A tap on a phone during a run, with the clock it was made by. */
export interface OutageMark {
  id: string
  /** Id of the mark that began the run. */
  runId: string
  kind: MarkKind
  /** Tag of the load, kind of the run or of what woke, id of the mark taken back; `null` where the kind says it all. */
  subject: string | null
  /** Watts of `drawn`, and of `sourceOff` where they are known. */
  value: number | null
  /** The phone's own clock, ISO 8601. */
  at: string
  /** Which phone: differences between its own marks need no other clock. */
  device: string
  /** What has to be added to the phone's clock for the server's, and how far that may be wrong; `null` where it was never compared. */
  clockOffsetMs: number | null
  clockErrorMs: number | null
  byName: string
}

/** A clock that is further off than a day says nothing: it counts as never compared. */
export const MOST_OFFSET_MS = 86_400_000

const SUBJECTS: Readonly<Partial<Record<MarkKind, readonly string[]>>> = {
  begun: RUN_KINDS,
  awake: AWAKE_KINDS,
  sourceBack: RESTART_WORDS,
}
const NAMES_SOMETHING: readonly MarkKind[] = [
  'loadOn',
  'loadOff',
  'drawn',
  'running',
  'dead',
  'pluggedIn',
  'vehicleGives',
  'takenBack',
]
const HAS_VALUE: readonly MarkKind[] = ['drawn']

/**
 * What is wrong with a mark, in a sentence; `null` where nothing is.
 *
 * @example faultOfMark({ kind: 'awake', subject: 'kettle', value: null }) // 'A mark “awake” is of router, internet, app, alarm or doorbell.'
 */
export function faultOfMark({ kind, subject, value }: Pick<OutageMark, 'kind' | 'subject' | 'value'>): string | null {
  // a name that every object answers to is no kind
  if (!MARK_KINDS.includes(kind)) return 'No mark is called that.'
  const known = SUBJECTS[kind]
  if (known && !known.some((one) => one === subject))
    return `A mark “${kind}” is of ${known.slice(0, -1).join(', ')} or ${known.at(-1)}.`
  if (NAMES_SOMETHING.includes(kind) && (subject ?? '') === '') return `A mark “${kind}” names what it is of.`
  if (HAS_VALUE.includes(kind) && value === null) return `A mark “${kind}” has a figure.`
  return null
}
