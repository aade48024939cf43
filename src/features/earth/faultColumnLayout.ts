import type { FaultPath } from '@/core/wiring/faultPath'
import { type InstallationGraph, PROTECTIVE } from '@/core/wiring/installationGraph'

export interface Station {
  id: string
  x: number
  y: number
}

export interface Stretch {
  /** SVG path of one stretch. */
  path: string
  conductor: 'line' | 'neutral' | 'earth'
}

export interface FaultColumnLayout {
  height: number
  /** Places on the way out, source first, and on the way home, load first. */
  out: Station[]
  home: Station[]
  stretches: Stretch[]
  /** Where neutral and earth are joined on the way home. */
  bond: { x: number; y: number } | null
}

const TOP = 34
const ROW = 40
export const OUT_SHARE = 0.08
export const HOME_SHARE = 0.58

/** Places along a list of steps, the first one first; a step that stays in one place is a bond and no stretch. */
const placesOf = (steps: FaultPath['out'], first: string): string[] => [
  first,
  ...steps.filter(({ from, to }) => from !== to).map(({ to }) => to),
]

/** Spreads places evenly over the rows between top and bottom. */
const spread = (ids: readonly string[], x: number, from: number, to: number): Station[] =>
  ids.map((id, k) => ({ id, x, y: ids.length === 1 ? from : from + ((to - from) * k) / (ids.length - 1) }))

/** Places on the way home stand beside the same places on the way out; those between share what is left evenly. */
function beside(ids: readonly string[], out: readonly Station[], x: number, bottom: number): Station[] {
  const known = ids.map((id) => out.find((station) => station.id === id)?.y ?? null)
  known[0] ??= bottom
  known[known.length - 1] ??= TOP
  return ids.map((id, k) => {
    if (known[k] !== null) return { id, x, y: known[k]! }
    const before = known.findLastIndex((y, at) => at < k && y !== null)
    const after = known.findIndex((y, at) => at > k && y !== null)
    const share = (k - before) / (after - before)
    return { id, x, y: known[before]! + share * (known[after]! - known[before]!) }
  })
}

/**
 * Lays a fault's way out as two lanes: down on the line from the source to the load, and up again on earth and neutral, the bond where
 * the one becomes the other.
 */
export function faultColumnLayout(
  { sources }: Pick<InstallationGraph, 'sources'>,
  path: FaultPath,
  width: number,
): FaultColumnLayout {
  const start = sources.find(({ id }) => id === path.source)?.node ?? path.load
  const outIds = placesOf(path.out, start)
  const homeIds = path.returns === 'none' || path.returns === 'dead' ? [path.load] : placesOf(path.back, path.load)
  const rows = Math.max(outIds.length, homeIds.length, 2) - 1
  const bottom = TOP + rows * ROW
  const out = spread(outIds, width * OUT_SHARE, TOP, bottom)
  const home = beside(homeIds, out, width * HOME_SHARE, bottom)
  const laid = path.back.filter(({ from, to }) => from !== to)
  const bondAfter = path.back.findIndex(({ from, to }) => from === to)
  const between = (a: Station, b: Station) => `M${a.x} ${a.y}L${b.x} ${b.y}`
  const bondStation = bondAfter < 0 ? undefined : home[bondAfter]
  return {
    height: bottom + TOP,
    out,
    home,
    stretches: [
      ...out.slice(1).map((station, k): Stretch => ({ path: between(out[k]!, station), conductor: 'line' })),
      ...home.slice(1).map((station, k): Stretch => ({
        path: between(home[k]!, station),
        conductor: laid[k]?.conductor === PROTECTIVE ? 'earth' : 'neutral',
      })),
    ],
    bond: bondStation ? { x: bondStation.x, y: bondStation.y } : null,
  }
}
