import { type Verdict, worstVerdict } from '../rules/verdict'

export type Continuity = 'continuity' | 'open'

/** One look: whose far end is joined (`null` for none), and what each near end that was looked at reads. */
export interface IdentityObservation {
  joined: string | null
  readings: Readonly<Record<string, Continuity>>
}

export type IdentityState = 'identified' | 'halfSeen' | 'unseen' | 'crossedOrJoined' | 'noAnswer'

export interface RunIdentity {
  state: IdentityState
  verdict: Verdict
}

const VERDICT_OF: Record<IdentityState, Verdict> = {
  identified: 'proven',
  halfSeen: 'open',
  unseen: 'open',
  crossedOrJoined: 'stop',
  noAnswer: 'stop',
}

/**
 * W-3: which run is which, by pairs of observations. Joined and answering, released and silent, is identified; one of the two alone is Open.
 * A run that answers while another (or none) is joined is crossed or joined, and so is the one that was joined; a joined run that stays silent gives no answer.
 */
export function cableIdentity(
  runs: readonly string[],
  observations: readonly IdentityObservation[],
): Record<string, RunIdentity> {
  const answered = new Set<string>()
  const silentReleased = new Set<string>()
  const silentJoined = new Set<string>()
  const crossed = new Set<string>()
  for (const { joined, readings } of observations) {
    for (const [run, reading] of Object.entries(readings)) {
      if (run === joined) (reading === 'continuity' ? answered : silentJoined).add(run)
      else if (reading === 'open') silentReleased.add(run)
      else {
        crossed.add(run)
        if (joined !== null) crossed.add(joined)
      }
    }
  }
  const stateOf = (run: string): IdentityState => {
    if (crossed.has(run)) return 'crossedOrJoined'
    if (silentJoined.has(run)) return 'noAnswer'
    if (answered.has(run) && silentReleased.has(run)) return 'identified'
    return answered.has(run) || silentReleased.has(run) ? 'halfSeen' : 'unseen'
  }
  return Object.fromEntries(runs.map((run) => [run, { state: stateOf(run), verdict: VERDICT_OF[stateOf(run)] }]))
}

/** Verdict over all runs: the worst of them. */
export const worstIdentity = (identities: Readonly<Record<string, RunIdentity>>): Verdict =>
  worstVerdict(Object.values(identities).map(({ verdict }) => verdict))

/** Runs that answered for another one, each with the run they answered for; what answers with nothing joined is joined with itself. */
export function crossedRuns(observations: readonly IdentityObservation[]): Map<string, string> {
  const crossed = new Map<string, string>()
  for (const { joined, readings } of observations)
    for (const [run, reading] of Object.entries(readings)) {
      if (run === joined || reading !== 'continuity') continue
      crossed.set(run, joined ?? run)
      if (joined !== null && !crossed.has(joined)) crossed.set(joined, run)
    }
  return crossed
}
