import { scaleLinear } from 'd3'
import { firstIndexAt } from '@/core/outage/firstIndexAt'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { type DrawnSamples, wavePath } from './wavePath'

export interface WaveWindow {
  fromS: number
  toS: number
}

export interface WaveSize {
  width: number
  waveHeight: number
  rmsHeight: number
  laneHeight: number
}

type TimedSamples = DrawnSamples & { timesS: Float64Array }

/** A lane under the wave: what it is of, its lines, and the least it shows. */
export interface LaneInput {
  words: string
  /** What each line is of, in their order. */
  names: readonly string[]
  unit: string
  lines: readonly TimedSamples[]
  least: number
  most: number
}

export interface LaneDrawing {
  words: string
  names: readonly string[]
  top: number
  paths: string[]
  ticks: { y: number; label: string }[]
}

export interface WaveInput {
  voltages: readonly DrawnSamples[]
  sampleRateHz: number
  /** Uneven stamps, or `null` where a row's time is its number over the rate. */
  timesS: Float64Array | null
  rms: readonly TimedSamples[]
  lanes: readonly LaneInput[]
  nominalV: number
  gap: { startS: number; endS: number } | null
  window: WaveWindow
}

export const WAVE_MARGIN = { left: 54, right: 14 } as const

export interface WaveDrawing {
  /** One path a channel. */
  waves: string[]
  rms: string[]
  gap: { x: number; width: number } | null
  voltTicks: { y: number; label: string }[]
  timeTicks: { x: number; label: string }[]
  /** 100 % and 90 % of nominal in the RMS part. */
  nominalY: number
  ninetyY: number
  lanes: LaneDrawing[]
  /** Lower edge of the last lane. */
  bottom: number
  x: (timeS: number) => number
  timeAt: (x: number) => number
}

const timeLabel = (s: number, spanS: number) =>
  spanS < 2.5 ? `${Math.round(s * 10_000) / 10} ms` : `${Math.round(s * 1000) / 1000} s`

/** Room at the head of a lane for what it is of. */
const LANE_HEAD = 24
const laneLabel = (value: number, unit: string) =>
  unit === 'W' && Math.abs(value) >= 1000 ? `${formatNumber(value / 1000, 3)} kW` : `${formatNumber(value, 4)} ${unit}`

/** Lays out wave and half-cycle RMS of a window of a recording; lengths in px. */
export function waveLayout(
  { voltages, sampleRateHz, timesS, rms, lanes, nominalV, gap, window }: WaveInput,
  { width, waveHeight, rmsHeight, laneHeight }: WaveSize,
): WaveDrawing {
  const x = scaleLinear([window.fromS, window.toS], [WAVE_MARGIN.left, width - WAVE_MARGIN.right])
  const peak = nominalV * Math.SQRT2 * 1.25
  const y = scaleLinear([-peak, peak], [waveHeight, 0]).clamp(true)
  const rmsY = scaleLinear([0, nominalV * 1.2], [waveHeight + rmsHeight - 4, waveHeight + 12]).clamp(true)
  const timeOf = (index: number) => (timesS ? (timesS[index] ?? index / sampleRateHz) : index / sampleRateHz)
  const indexOf = (timeS: number) => (timesS ? firstIndexAt(timesS, timeS) : Math.ceil(timeS * sampleRateHz))
  const timedPath = (own: TimedSamples, yOf: (value: number) => number) =>
    wavePath(
      own,
      Math.max(0, firstIndexAt(own.timesS, window.fromS) - 1),
      Math.min(own.timesS.length, firstIndexAt(own.timesS, window.toS) + 2),
      (k) => x(own.timesS[Math.min(k, own.timesS.length - 1)] as number),
      yOf,
    )
  const laneOf = ({ words, names, unit, lines, least, most }: LaneInput, k: number): LaneDrawing => {
    const top = waveHeight + rmsHeight + k * laneHeight
    const laneY = scaleLinear([least, most], [top + laneHeight - 8, top + LANE_HEAD]).nice(2)
    return {
      words,
      names,
      top,
      paths: lines.map((line) => timedPath(line, laneY)),
      ticks: laneY.ticks(2).map((value) => ({ y: laneY(value), label: laneLabel(value, unit) })),
    }
  }
  return {
    waves: voltages.map((own) =>
      wavePath(
        own,
        Math.max(0, indexOf(window.fromS) - 1),
        Math.min(own.samples.length, indexOf(window.toS) + 2),
        (index) => x(timeOf(index)),
        y,
      ),
    ),
    rms: rms.map((own) => timedPath(own, rmsY)),
    lanes: lanes.map(laneOf),
    bottom: waveHeight + rmsHeight + lanes.length * laneHeight,
    gap:
      gap && gap.endS > window.fromS && gap.startS < window.toS
        ? { x: x(gap.startS), width: Math.max(1.5, x(gap.endS) - x(gap.startS)) }
        : null,
    voltTicks: [-nominalV * Math.SQRT2, 0, nominalV * Math.SQRT2].map((volts) => ({
      y: y(volts),
      label: volts === 0 ? '0 V' : String(Math.round(volts)).replace('-', '−'),
    })),
    timeTicks: x
      .ticks(Math.max(3, Math.round(width / 140)))
      .map((s) => ({ x: x(s), label: timeLabel(s, window.toS - window.fromS) })),
    nominalY: rmsY(nominalV),
    ninetyY: rmsY(0.9 * nominalV),
    x,
    timeAt: (at) => x.invert(at),
  }
}

/** The part around a gap that shows it: two gaps or six cycles to each side, within the recording. */
export function gapWindow(gap: { startS: number; endS: number }, durationS: number, hz: number): WaveWindow {
  const side = Math.max(6 / hz, 0.6 * (gap.endS - gap.startS))
  return { fromS: Math.max(0, gap.startS - side), toS: Math.min(durationS, gap.endS + side) }
}

/** A window moved or widened about its middle, kept within the recording and above `leastS`. */
export function changedWindow(
  window: WaveWindow,
  durationS: number,
  { factor = 1, shift = 0 }: { factor?: number; shift?: number },
  leastS = 0.005,
): WaveWindow {
  const span = Math.min(durationS, Math.max(leastS, (window.toS - window.fromS) * factor))
  const middle = (window.fromS + window.toS) / 2 + shift * (window.toS - window.fromS)
  const fromS = Math.min(Math.max(0, middle - span / 2), durationS - span)
  return { fromS, toS: fromS + span }
}
