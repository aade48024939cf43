import { waveAsSingleFile } from '../waveSource'
import type { House, HouseEvent } from './model/house'

export interface Capture {
  event: 'left' | 'returned'
  atS: number
  gapMs: number
  islandHz: number
}

const RATE_HZ = 10_000
const BEFORE_S = 0.6
const AFTER_S = 1.4
/** Captures that a recorder keeps. */
const MOST_CAPTURES = 20
const JUMP_DEG = { left: 35, returned: 4 } as const

/** What a recorder at the house side is set off by, among the events of a house. */
export function capturesOf(house: House, events: readonly HouseEvent[]): Capture[] {
  const { spec } = house
  return events.flatMap(({ kind, atS }): Capture[] => {
    if (kind === 'islandStarted' && spec.changeover === 'automatic')
      return [{ event: 'left', atS, gapMs: spec.transferMs, islandHz: house.houseHz || spec.nominalHz }]
    // without an island the voltage stays away for as long as the capture lasts
    if (kind === 'contactorStuck' || kind === 'noIslandAllowed' || kind === 'batteryEmpty')
      return [{ event: 'left', atS, gapMs: (AFTER_S + 1) * 1000, islandHz: spec.nominalHz }]
    if (kind === 'returned') return [{ event: 'returned', atS, gapMs: spec.returnMs, islandHz: spec.nominalHz }]
    return []
  })
}

export const kept = (captures: readonly Capture[]): Capture[] => captures.slice(-MOST_CAPTURES)

/** A capture as a COMTRADE 2013 single file, at 10 kS/s, as a recorder at the house side would have written it. */
export function captureFile({ spec }: House, capture: Capture): Uint8Array {
  return waveAsSingleFile({
    station: `PRACTICE ${capture.event.toUpperCase()}`,
    rateHz: RATE_HZ,
    durationS: BEFORE_S + AFTER_S,
    nominalV: spec.nominalV,
    hz: spec.nominalHz,
    phases: spec.phases.length as 1 | 2 | 3,
    gapStartS: BEFORE_S,
    gapMs: capture.gapMs,
    jumpDeg: JUMP_DEG[capture.event],
    islandHz: capture.islandHz,
    noise: 0.003,
    seed: spec.seed + Math.round(capture.atS),
  })
}
