import { transfer } from 'comlink'
import { type LongScan, scanRecording } from '@/core/outage/long/scanRecording'
import { partsToLookAt } from '@/core/outage/long/analyseLong'
import type { LongRecording } from '@/core/outage/long/longRecording'
import { openLong } from '@/core/outage/long/openLong'
import type { PieceFile } from '@/core/outage/long/pieceFile'
import type { RecordingPart } from '@/core/outage/long/recordingParts'
import type { NamedBytes } from '@/core/outage/recording'
import type { FieldIssue, Result } from '@/core/result'
import type { RulePack } from '@/core/rules/rulePack'
import { asValue } from './asValue'

/** What a long recording showed, and the parts of it that can be looked at. */
export interface LookedThrough {
  scan: LongScan
  parts: RecordingPart[]
}

/** A picked file that is read piece by piece; only a worker can wait for a piece. */
function pieceFile(file: File): PieceFile {
  const reader = new FileReaderSync()
  return {
    name: file.name,
    size: file.size,
    read: (from, to) => new Uint8Array(reader.readAsArrayBuffer(file.slice(from, to))),
  }
}

let opened: { long: LongRecording; parts: RecordingPart[] } | null = null

/** Looks through a recording that is open, and keeps where its parts lie. */
export function lookThrough(
  files: readonly PieceFile[],
  rules: RulePack,
  progress: (share: number) => void,
): Result<LookedThrough, FieldIssue> {
  return asValue(() => {
    const long = openLong(files)
    const scan = scanRecording(long, rules, { progress })
    const parts = partsToLookAt(long, scan)
    opened = { long, parts }
    return { scan, parts }
  })
}

/** Calls of the thread that holds one long recording open for as long as a person looks at its parts. */
export const longCalls = {
  lookThrough: (
    files: readonly File[],
    rules: RulePack,
    progress: (share: number) => void,
  ): Result<LookedThrough, FieldIssue> => lookThrough(files.map(pieceFile), rules, everyPercent(progress)),

  /** The files of a part. @throws RangeError where no recording is open, or it has no such part */
  part(index: number): NamedBytes[] {
    const part = opened?.parts[index]
    if (!opened || !part) throw new RangeError('there is no such part')
    const files = opened.long.part(part)
    return transfer(
      files,
      files.map(({ bytes }) => bytes.buffer as ArrayBuffer),
    )
  },
}

/** Tells each percent once: a message for each of a thousand pieces would be a thousand drawings. */
function everyPercent(tell: (share: number) => void) {
  let told = -1
  return (share: number) => {
    const percent = Math.floor(100 * share)
    if (percent === told) return
    told = percent
    tell(share)
  }
}
