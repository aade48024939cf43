import type { Load } from '../installation/installation'

/**
 * What the loads of a circuit take together, in W; `null` where none is listed on it: that is not nothing.
 *
 * @example listedLoadW([{ circuitTag: 'C1', powerW: 900 }], 'C2') // null
 */
export function listedLoadW(loads: readonly Pick<Load, 'circuitTag' | 'powerW'>[], circuitTag: string): number | null {
  const own = loads.filter((load) => load.circuitTag === circuitTag)
  return own.length === 0 ? null : own.reduce((sum, { powerW }) => sum + powerW, 0)
}
