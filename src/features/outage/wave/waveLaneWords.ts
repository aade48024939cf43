import { extentOf } from '@/core/outage/lanes/laneLine'
import { formatNumber } from '@/core/quantity/formatQuantity'
import type { AnalysedLane } from '@/workers/recordingCalls'
import type { LaneInput } from './waveLayout'

const WORDS: Readonly<Record<AnalysedLane['kind'], { head: string; words: string; unit: string }>> = {
  frequencyHz: { head: 'Frequency', words: 'Frequency', unit: 'Hz' },
  powerW: { head: 'Power', words: 'Power, by the clamp’s arrow', unit: 'W' },
}

/** At least so much to either side of nominal is shown, so that noise does not fill a lane. */
const LEAST_HZ = 0.5

/** What a lane shows at least and at most, over the whole recording: moving along does not change its scale. */
function shownExtent({ kind, lines }: AnalysedLane, nominalHz: number): [number, number] {
  const [least, most] = extentOf(lines) ?? [0, 0]
  return kind === 'frequencyHz'
    ? [Math.min(least, nominalHz - LEAST_HZ), Math.max(most, nominalHz + LEAST_HZ)]
    : [Math.min(0, least), Math.max(1, most)]
}

/** What a lane is called at the head of a column. */
export const laneHead = ({ kind }: AnalysedLane): string => WORDS[kind].head

/** A lane with its words, its lines by name, and its scale. */
export function laneInput(lane: AnalysedLane, nominalHz: number): LaneInput {
  const { words, unit } = WORDS[lane.kind]
  const [least, most] = shownExtent(lane, nominalHz)
  const lines = lane.lines.map(({ timesS, values, levels }) => ({ timesS, samples: values, levels }))
  return { words, names: lane.lines.map(({ id }) => id), unit, lines, least, most }
}

/** A lane's figure at a cursor, as of the mean that lies nearest; a dash where nothing is known. */
export function laneFigureAt({ kind, lines }: AnalysedLane, atS: number): string {
  const { unit } = WORDS[kind]
  return lines
    .map(({ timesS, values }) => {
      const value = nearest(timesS, values, atS)
      return Number.isNaN(value) ? '–' : `${formatNumber(value, kind === 'frequencyHz' ? 5 : 4)}\u00a0${unit}`
    })
    .join(', ')
}

/** Farther than this from a mean's middle nothing is said of the moment, in s. */
const FARTHEST_S = 0.15

function nearest(timesS: Float64Array, values: Float64Array, atS: number): number {
  let [low, high] = [0, timesS.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if ((timesS[middle] as number) < atS) low = middle + 1
    else high = middle
  }
  const near = [low - 1, low].filter((k) => k >= 0 && k < timesS.length && !Number.isNaN(values[k]))
  const distance = (k: number) => Math.abs((timesS[k] as number) - atS)
  const best = near.sort((one, other) => distance(one) - distance(other))[0]
  return best === undefined || distance(best) > FARTHEST_S ? NaN : (values[best] as number)
}
