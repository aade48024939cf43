import type { RulePack } from '../../rules/rulePack'
import { type RecordingAnalysis, analyseRecording, rulesAt } from '../analyseRecording'
import type { ChannelRole } from '../channelRoles'
import { readRecording } from '../readRecording'
import { type Recording, RecordingError } from '../recording'
import { type AnalysedPart, joinedAnalysis, showsSomething } from './joinedAnalysis'
import { LONG_BOUNDS, type LongRecording } from './longRecording'
import type { RecordingPart } from './recordingParts'
import { rowAtS } from './rowClock'
import { type LongScan, scanRecording } from './scanRecording'

/** Of a recording in which nothing happened, so much is looked at. */
const QUIET_S = 60

/** The beginning of a recording in which nothing happened. */
function quietBeginning({ rows, clock }: LongScan, rowBytes: number): RecordingPart {
  const to = Math.min(rows, rowAtS(clock, QUIET_S), Math.floor(LONG_BOUNDS.partBytes / rowBytes))
  return { from: 0, to, firstRow: 0, lastRow: 0, kinds: [], lostS: 0, lostThroughout: [] }
}

/** The parts of a long recording that are looked at: where something happened, or its beginning where nothing did. */
export const partsToLookAt = (long: LongRecording, scan: LongScan): RecordingPart[] =>
  scan.parts.length > 0 ? scan.parts : [quietBeginning(scan, long.rowBytes)]

export interface AnalysedLong {
  scan: LongScan
  parts: RecordingPart[]
  analysis: RecordingAnalysis
  /** The first part as a recording: what it says of its channels holds for all. */
  firstPart: Recording
}

/**
 * Looks through a long recording and analyses each part in which something happened, one at a time.
 *
 * @throws RecordingError as the reading of a short one does
 */
export function analyseLong(
  long: LongRecording,
  pack: RulePack | null,
  options: { roles?: Readonly<Record<string, ChannelRole>> } = {},
): AnalysedLong {
  const scan = scanRecording(long, pack, options)
  let firstPart: Recording | null = null
  const analysisOf = (part: RecordingPart): AnalysedPart => {
    const recording = readRecording(long.part(part))
    firstPart ??= recording
    return { part, analysis: analyseRecording(recording, pack, options).analysis }
  }
  const inParts = scan.parts.map(analysisOf)
  const hasEvent = inParts.some(({ part, analysis }) => part.lostThroughout.length > 0 || showsSomething(analysis))
  const parts = hasEvent ? scan.parts : [quietBeginning(scan, long.rowBytes)]
  const analysed = hasEvent ? inParts : parts.map(analysisOf)
  const [first, ...others] = analysed
  if (!first || !firstPart) throw new RecordingError('there are no samples in it', { file: long.name })
  return {
    scan,
    parts,
    firstPart,
    analysis: joinedAnalysis(scan, [first, ...others], pack ?? rulesAt(first.analysis.nominalHz)),
  }
}
