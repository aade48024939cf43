import { transfer } from 'comlink'
import type { FieldIssue } from '@/core/result'
import { type Result, err, ok } from '@/core/result'
import { type ChannelSeries, type RecordingAnalysis, analyseRecording } from '@/core/outage/analyseRecording'
import type { LaneLine } from '@/core/outage/lanes/laneLine'
import { type RecordingLanes, recordingLanes } from '@/core/outage/lanes/recordingLanes'
import { readRecording } from '@/core/outage/readRecording'
import { practiceSecond } from '@/core/outage/practiceSecond'
import { type AnalogChannel, type NamedBytes, RecordingError } from '@/core/outage/recording'
import { type WaveLevel, waveLevels } from '@/core/outage/waveLevels'
import type { RulePack } from '@/core/rules/rulePack'

/** A lane under the wave, with coarser pictures of each of its lines. */
export interface AnalysedLane {
  kind: keyof RecordingLanes
  lines: (LaneLine & { levels: WaveLevel[] })[]
}

const drawnLanes = (lanes: RecordingLanes): AnalysedLane[] =>
  (['frequencyHz', 'powerW'] as const)
    .map((kind) => ({ kind, lines: lanes[kind].map((line) => ({ ...line, levels: waveLevels(line.values) })) }))
    .filter(({ lines }) => lines.length > 0)

/** A recording read and analysed, with what the picture needs: the waves and their half-cycle RMS. */
export interface AnalysedWave {
  analysis: RecordingAnalysis
  series: ChannelSeries[]
  voltages: AnalogChannel[]
  /** Frequency, and power of each current; a recording without currents has no lane for it. */
  lanes: AnalysedLane[]
  /** Coarser pictures of each voltage and of each RMS, for drawing long recordings. */
  levels: { voltages: WaveLevel[][]; rms: WaveLevel[][] }
  /** Times of the rows where the stamps are uneven; `null` where a row's time is its number over the rate. */
  timesS: Float64Array | null
  startedAt: string | null
}

/** After so many readings the engine has compiled what they run through. */
const PRACTICES = 3

/**
 * Calls of the recording worker, separate from the thread so that tests run them as they are.
 * What a person can put right comes back as a value: an error would lose its class on the way.
 */
export const recordingCalls = {
  /** Reads a made-up recording a few times, so that the first real one need not wait for code that has never run. */
  practise(rules: RulePack): void {
    for (let k = 0; k < PRACTICES; k++) recordingCalls.analyse([practiceSecond()], rules)
  },

  analyse(files: NamedBytes[], rules: RulePack): Result<AnalysedWave, FieldIssue> {
    try {
      const recording = readRecording(files)
      const { analysis, series } = analyseRecording(recording, rules)
      const voltages = series.flatMap(
        ({ id }) => recording.analog.find((channel) => channel.id === id && channel.unit === 'V') ?? [],
      )
      const levels = {
        voltages: voltages.map(({ samples }) => waveLevels(samples)),
        rms: series.map(({ rmsV }) => waveLevels(rmsV)),
      }
      const lanes = drawnLanes(recordingLanes(recording, analysis))
      const lines = lanes.flatMap((lane) => lane.lines)
      // row by row the same memory may stand behind two channels, and a buffer is transferred once only
      const buffers = new Set<ArrayBufferLike>([
        ...voltages.map(({ samples }) => samples.buffer),
        ...series.flatMap(({ rmsTimeS, rmsV }) => [rmsTimeS.buffer, rmsV.buffer]),
        ...(recording.timesS ? [recording.timesS.buffer] : []),
        ...lines.flatMap(({ timesS: times, values }) => [times.buffer, values.buffer]),
        ...[...levels.voltages, ...levels.rms, ...lines.map((line) => line.levels)]
          .flat()
          .flatMap(({ low, high }) => [low.buffer, high.buffer]),
      ])
      const { timesS, startedAt } = recording
      return transfer(ok({ analysis, series, voltages, lanes, levels, timesS, startedAt }), [
        ...buffers,
      ] as Transferable[])
    } catch (error) {
      if (error instanceof RecordingError) return err({ path: error.where.file, message: error.message })
      throw error
    }
  },
}
