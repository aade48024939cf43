import type { OutageMark } from '@/core/outage/run/outageMark'
import { outageRunsOf, zeroMsOf } from '@/core/outage/run/outageRun'
import { jointMs } from '@/core/outage/run/betweenMarks'
import { markWords } from '@/core/outage/run/markWords'
import { recorderClockMs } from '@/core/outage/timeLine/recorderClock'
import type { Track } from '@/core/outage/timeLine/track'
import type { WaveLevel } from '@/core/outage/waveLevels'
import type { AnalysedLog } from '@/workers/logCalls'
import type { AnalysedWave } from '@/workers/recordingCalls'

/** One line of a track's picture: values over seconds from its beginning. */
export interface TrackLine {
  words: string
  unit: 'V' | 'W'
  timesS: Float64Array
  samples: Float64Array
  levels: readonly WaveLevel[]
}

/** A track with what is drawn of it: a line, or ticks with words. */
export interface LoadedTrack extends Track {
  line: TrackLine | null
  ticks: readonly { atS: number; words: string }[]
}

/** A recording as a track: its first voltage's RMS, the gap or the return as its event. */
export function waveTrack(id: string, name: string, wave: AnalysedWave, timeZone: string | null): LoadedTrack {
  const { analysis, series, levels, startedAt } = wave
  const [first] = series
  const back = analysis.return
  return {
    id,
    name,
    clockMs: recorderClockMs(startedAt, timeZone),
    durationS: analysis.durationS,
    // with both sides recorded a gap at the return is no loss of the supply
    events: { left: back ? null : (analysis.gap?.startS ?? null), returned: back?.reconnectS ?? null },
    line: first
      ? {
          words: `RMS of ${first.id}`,
          unit: 'V',
          timesS: first.rmsTimeS,
          samples: first.rmsV,
          levels: levels.rms[0] ?? [],
        }
      : null,
    ticks: [],
  }
}

/** A power log as a track: the house's load, or whatever power it has. */
export function logTrack(
  id: string,
  name: string,
  { log, analysis }: AnalysedLog,
  timeZone: string | null,
): LoadedTrack {
  const drawn = (['load', 'battery', 'grid', 'pv'] as const).find((quantity) => log.columns[quantity])
  const samples = drawn && log.columns[drawn]
  return {
    id,
    name,
    clockMs: recorderClockMs(log.startedAt, timeZone),
    durationS: log.timeS.at(-1) ?? 0,
    events: { left: analysis.gridLostS, returned: analysis.reconnectS },
    line: drawn && samples ? { words: drawn, unit: 'W', timesS: log.timeS, samples, levels: [] } : null,
    ticks: [],
  }
}

/** The crew's marks of each run as a track, on the server's clock. */
export function markTracks(marks: readonly OutageMark[], nameOf: (tag: string) => string): LoadedTrack[] {
  return outageRunsOf(marks).map((run, k): LoadedTrack => {
    const beganMs = Math.min(zeroMsOf(run), ...run.marks.map(jointMs))
    const atS = (mark: OutageMark | null) => (mark ? (jointMs(mark) - beganMs) / 1000 : null)
    return {
      id: run.id,
      name: `Run ${k + 1}, as tapped`,
      clockMs: beganMs,
      durationS: Math.max(1, ...run.marks.map((mark) => atS(mark) ?? 0)),
      events: { left: atS(run.out), returned: atS(run.onStreet) },
      line: null,
      ticks: run.marks.map((mark) => ({ atS: atS(mark) ?? 0, words: markWords(mark, nameOf) })),
    }
  })
}
