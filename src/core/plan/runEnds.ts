import type { CableRun, Installation } from '../installation/installation'
import { itemsOf } from '../installation/survey'

/** What a run ends on, as far as its ends are called after it: a board that was found, or a component of the plan. */
export interface RunEnd {
  run: CableRun
  at: 'board' | 'component'
  atTag: string
  atName: string
  /** Room behind its terminals for a conductor to bend; `null` while nobody has measured it or read the manual. */
  roomMm: number | null
  /** Largest conductor that its terminals take, as printed on them or in the manual; `null` while nobody has read it. */
  terminalSize: string | null
}

/** An end is called after a thing by its name or short name, or by that and a side of it: “Gateway, street side”. */
function isCalledAfter(end: string, name: string): boolean {
  const [said, called] = [end.trim().toLowerCase(), name.trim().toLowerCase()]
  return said === called || said.startsWith(`${called},`)
}

/** Everything that a run may end on. A job that a device kept from before may lack the fields. */
const thingsOf = ({ survey, components }: Installation): Omit<RunEnd, 'run'>[] => [
  ...itemsOf(survey, 'board').map(({ tag, name, detail }) => ({
    at: 'board' as const,
    atTag: tag,
    atName: name,
    roomMm: detail.bendingMm ?? null,
    terminalSize: detail.terminalSize ?? null,
  })),
  ...components.map(({ tag, name, bendingMm, terminalSize }) => ({
    at: 'component' as const,
    atTag: tag,
    atName: name,
    roomMm: (bendingMm as number | null | undefined) ?? null,
    terminalSize: (terminalSize as string | null | undefined) ?? null,
  })),
]

const endsOn = (end: string, { atTag, atName }: Omit<RunEnd, 'run'>): boolean =>
  isCalledAfter(end, atName) || isCalledAfter(end, atTag)

/**
 * The ends of all runs that are called after a board or a component, by its name or short name.
 *
 * @example runEnds(installation).map(({ run, atName }) => [run.tag, atName]) // [['w1', 'Main board'], ['w1', 'Gateway']]
 */
export function runEnds(installation: Installation): RunEnd[] {
  const things = thingsOf(installation)
  return installation.runs.flatMap((run) =>
    things.filter((thing) => endsOn(run.from, thing) || endsOn(run.to, thing)).map((thing) => ({ run, ...thing })),
  )
}

/**
 * Ends of runs that no board and no component is called after: what they end on is held against nothing.
 *
 * @example endsOnNothing(installation) // [{ runTag: 'w1', end: 'Meter' }]
 */
export function endsOnNothing(installation: Installation): { runTag: string; end: string }[] {
  const things = thingsOf(installation)
  return installation.runs.flatMap(({ tag, from, to }) =>
    [from, to].filter((end) => !things.some((thing) => endsOn(end, thing))).map((end) => ({ runTag: tag, end })),
  )
}
