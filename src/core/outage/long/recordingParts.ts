import type { RowRange } from '../recording'
import type { Disturbance, DisturbanceKind } from './disturbance'
import { LONG_BOUNDS } from './longRecording'
import { type RowClock, timeOfRowS } from './rowClock'

/** Kept before what happened and after it: enough for the frequency to settle and for its figures. */
const BEFORE_S = 10
const AFTER_S = 30

/** A place in a long recording where something happened, with the rows around it that are looked at. */
export interface RecordingPart extends RowRange {
  firstRow: number
  lastRow: number
  kinds: DisturbanceKind[]
  /** About how long a voltage of the house was lost within it, in s; 0 where none was. */
  lostS: number
  /** Voltages of the house that are lost in all of it and not in all of the recording: by itself the part could not tell them from a lead that hangs free. */
  lostThroughout: string[]
}

interface Around {
  beforeRows: number
  afterRows: number
  mostRows: number
}

/** How much of a recording goes into a part: seconds at its rate, within the bytes that a part may have. */
export function aroundOf(sampleRateHz: number, rowBytes: number): Around {
  const mostRows = Math.floor(LONG_BOUNDS.partBytes / rowBytes)
  return {
    mostRows,
    beforeRows: Math.floor(Math.min(BEFORE_S * sampleRateHz, mostRows / 6)),
    afterRows: Math.floor(Math.min(AFTER_S * sampleRateHz, mostRows / 3)),
  }
}

/** Stretches in which a voltage of the house was lost. */
export interface LostStretch extends RowRange {
  channel: string
}

/** Disturbances, and the rows of a recording, as far as parts are made of them. */
export interface WhatHappened {
  rows: number
  /** In the order of rows. */
  disturbances: readonly Disturbance[]
  lost: readonly LostStretch[]
  clock: RowClock
}

/**
 * Gathers what happened into parts, each with some time before and after it. What is near is one part as far as one may be long; neighbours
 * that would overlap part in the middle, so that no event is in two of them. A voltage that is lost keeps a part open for as long as fits.
 *
 * @returns at most `LONG_BOUNDS.maxParts`, and how many places are left out
 */
export function recordingParts({ rows, disturbances, lost, clock }: WhatHappened, around: Around) {
  const groups = grouped(disturbances, lost, around)
  const parts = groups.map((group, k): RecordingPart => {
    const [before, after] = [groups[k - 1], groups[k + 1]]
    const from = Math.max(0, group.firstRow - around.beforeRows, before ? middleOf(before, group) : 0)
    const to = Math.min(rows, group.lastRow + around.afterRows, after ? middleOf(group, after) : rows)
    const within = lost.filter((one) => one.to > from && one.from < to)
    const lostS = (one: LostStretch) =>
      timeOfRowS(clock, Math.min(one.to, to)) - timeOfRowS(clock, Math.max(one.from, from))
    return {
      ...group,
      from,
      to,
      lostS: Math.max(0, ...within.map(lostS)),
      lostThroughout: [...new Set(within.filter((one) => one.from <= from && one.to >= to).map((one) => one.channel))],
    }
  })
  return { parts: parts.slice(0, LONG_BOUNDS.maxParts), left: Math.max(0, parts.length - LONG_BOUNDS.maxParts) }
}

type Group = Pick<RecordingPart, 'firstRow' | 'lastRow' | 'kinds'>

const middleOf = (one: Group, next: Group) => Math.floor((one.lastRow + next.firstRow) / 2)

function grouped(disturbances: readonly Disturbance[], lost: readonly LostStretch[], around: Around): Group[] {
  const { beforeRows, afterRows, mostRows } = around
  const groups: Group[] = []
  for (const { row, kind } of disturbances) {
    const last = groups.at(-1)
    const fits = last !== undefined && row - last.firstRow + beforeRows + afterRows <= mostRows
    const bridges = last !== undefined && lost.some(({ from, to }) => from <= last.lastRow && to >= row)
    if (last && fits && (bridges || row - last.lastRow <= beforeRows + afterRows)) {
      last.lastRow = row
      if (!last.kinds.includes(kind)) last.kinds.push(kind)
    } else groups.push({ firstRow: row, lastRow: row, kinds: [kind] })
  }
  return groups
}

/** The part that is most likely the test: the one in which the house was without voltage for longest, else the first. */
export const mainPart = (parts: readonly RecordingPart[]): number =>
  parts.reduce((best, part, k) => (part.lostS > (parts[best]?.lostS ?? 0) ? k : best), 0)
