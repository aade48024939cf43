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

const alike = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase()

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

/**
 * The ends of all runs that are called after a board or a component, by its name or short name.
 *
 * @example runEnds(installation).map(({ run, atName }) => [run.tag, atName]) // [['w1', 'Main board'], ['w1', 'Gateway']]
 */
export function runEnds(installation: Installation): RunEnd[] {
  const things = thingsOf(installation)
  return installation.runs.flatMap((run) =>
    things
      .filter(({ atTag, atName }) => [run.from, run.to].some((end) => alike(end, atName) || alike(end, atTag)))
      .map((thing) => ({ run, ...thing })),
  )
}
