import { transfer } from 'comlink'
import type { FieldIssue, Result } from '@/core/result'
import { type ChannelSeries, type RecordingAnalysis, analyseRecording } from '@/core/outage/analyseRecording'
import type { LaneLine } from '@/core/outage/lanes/laneLine'
import { type RecordingLanes, recordingLanes } from '@/core/outage/lanes/recordingLanes'
import { demandReadableSize, readRecording } from '@/core/outage/readRecording'
import { practiceRecording } from '@/core/outage/practiceRecording'
import type { AnalogChannel, NamedBytes } from '@/core/outage/recording'
import { type WaveLevel, waveLevels } from '@/core/outage/waveLevels'
import type { RulePack } from '@/core/rules/rulePack'
import { asValue } from './asValue'

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

function analysedWave(files: readonly NamedBytes[], rules: RulePack): AnalysedWave {
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
  const { timesS, startedAt } = recording
  return { analysis, series, voltages, lanes, levels, timesS, startedAt }
}

/** Memory that goes to the page as it is; row by row the same may stand behind two channels, and a buffer is transferred once only. */
function buffersOf({ voltages, series, lanes, levels, timesS }: AnalysedWave): Transferable[] {
  const lines = lanes.flatMap((lane) => lane.lines)
  const ofLevels = [...levels.voltages, ...levels.rms, ...lines.map((line) => line.levels)].flat()
  const arrays = [
    ...voltages.map(({ samples }) => samples),
    ...series.flatMap(({ rmsTimeS, rmsV }) => [rmsTimeS, rmsV]),
    ...(timesS ? [timesS] : []),
    ...lines.flatMap((line) => [line.timesS, line.values]),
    ...ofLevels.flatMap(({ low, high }) => [low, high]),
  ]
  return [...new Set(arrays.map(({ buffer }) => buffer))] as Transferable[]
}

/** After so many readings the engine has compiled what they run through. */
const PRACTICES = 3

/** Calls of the recording worker, separate from the thread so that tests run them as they are. */
export const recordingCalls = {
  /** Reads a made-up recording a few times, so that the first real one need not wait for code that has never run. */
  practise(rules: RulePack): void {
    for (let k = 0; k < PRACTICES; k++) recordingCalls.analyse([practiceRecording()], rules)
  },

  /** Analyses files whose bytes are here. */
  analyse(files: readonly NamedBytes[], rules: RulePack): Result<AnalysedWave, FieldIssue> {
    const found = asValue(() => analysedWave(files, rules))
    return found.ok ? transfer(found, buffersOf(found.value)) : found
  },

  /** Reads what a person picked, where it may be as large, and analyses it: the page need not wait for the bytes, nor copy them. */
  async analysePicked(files: readonly File[], rules: RulePack): Promise<Result<AnalysedWave, FieldIssue>> {
    const fits = asValue(() => demandReadableSize(files))
    if (!fits.ok) return fits
    const bytesOf = async (file: File) => ({ name: file.name, bytes: new Uint8Array(await file.arrayBuffer()) })
    return recordingCalls.analyse(await Promise.all(files.map(bytesOf)), rules)
  },
}
