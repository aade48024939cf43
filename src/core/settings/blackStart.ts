import type { Verdict } from '../rules/verdict'

export const WAKE_KINDS = ['ownSupply', 'pv', 'vehicle', 'person'] as const
/** What wakes an empty system: a supply of its own for its electronics, the sun, a vehicle, or somebody who comes and knows how. */
export type WakeKind = (typeof WAKE_KINDS)[number]

export interface WakeWay {
  kind: WakeKind
  /** `null`: not tried. */
  tested: 'passed' | 'failed' | null
}

export interface BlackStart {
  /** The first way that was shown to work. */
  wakes: WakeKind | null
  wakeVerdict: Verdict
  /** Hours from empty to awake; `null` where nobody can tell. */
  darkH: number | null
}

function wakeVerdict(ways: readonly WakeWay[] | null): Verdict {
  if (ways === null) return 'open'
  if (ways.length === 0) return 'stop'
  const passed = ways.filter(({ tested }) => tested === 'passed')
  if (passed.some(({ kind }) => kind !== 'person'))
    return ways.some(({ tested }) => tested === 'failed') ? 'watch' : 'proven'
  if (passed.length > 0) return 'watch'
  return ways.some(({ tested }) => tested === null) ? 'open' : 'stop'
}

function darkHours(wakes: WakeKind | null, emptyH: number | null, sunH: number | null): number | null {
  if (wakes === 'ownSupply') return 0
  if (wakes !== 'pv' || emptyH === null || sunH === null) return null
  return (((sunH - emptyH) % 24) + 24) % 24
}

/**
 * S-4, black start: what wakes the system when its stores are empty. Only a way that was tried counts; one that needs a person is Watch,
 * since somebody has to be there and know how. A battery without any way is Stop.
 *
 * @param ways best first; `null`: nobody knows
 * @param emptyH clock hour at which the stores are empty, and `sunH` the one at which PV carries the electronics
 */
export function blackStart(ways: readonly WakeWay[] | null, emptyH: number | null, sunH: number | null): BlackStart {
  const wakes = ways?.find(({ tested }) => tested === 'passed')?.kind ?? null
  return { wakes, wakeVerdict: wakeVerdict(ways), darkH: darkHours(wakes, emptyH, sunH) }
}
