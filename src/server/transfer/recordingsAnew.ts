import { RECORDING_SLOT } from '@/core/evidence/families/outageGap'
import { CLOCK_AHEAD, type Reading, WITHDRAWN } from '@/core/evidence/reading'
import { analyseRecording } from '@/core/outage/analyseRecording'
import { readRecording } from '@/core/outage/readRecording'
import { RecordingError } from '@/core/outage/recording'
import { gapEntry } from '@/core/outage/recordingGap'
import type { RulePack } from '@/core/rules/rulePack'
import type { JobZip } from './readJobZip'

/** What the detail of a reading may hold when it comes by a file; the analysis of a recording is made anew. */
const KEPT = ['bound', 'confirmed', 'source', 'standIn', 'address', CLOCK_AHEAD]
const MOST_TEXT = 300

function plainDetail({ detail }: Reading): Reading['detail'] {
  const kept = Object.entries(detail ?? {}).filter(
    ([key, value]) => KEPT.includes(key) && JSON.stringify(value).length <= MOST_TEXT,
  )
  return kept.length > 0 ? Object.fromEntries(kept) : null
}

const texts = (value: unknown): string[] =>
  Array.isArray(value) ? value.filter((one): one is string => typeof one === 'string').slice(0, 2) : []

/** An analysis made by another version may differ in its last figures; more than this is another gap. */
const SAME_GAP_SHARE = 0.02

const isSameGap = (a: Pick<Reading, 'valueNumber' | 'valueWord'>, b: typeof a): boolean =>
  a.valueNumber === null || b.valueNumber === null
    ? a.valueNumber === b.valueNumber && a.valueWord === b.valueWord
    : Math.abs(a.valueNumber - b.valueNumber) <= SAME_GAP_SHARE * Math.abs(a.valueNumber)

/** A recording's reading with the analysis that its files give here, or why it is none. */
function readAgain(reading: Reading, rules: RulePack, { fileOf }: Pick<JobZip, 'fileOf'>): Reading | string {
  const sha256 = texts(reading.detail?.sha256)
  const names = texts(reading.detail?.files)
  const files = sha256.flatMap((digest, k) => {
    const bytes = fileOf(digest)
    return bytes === null ? [] : [{ name: names[k] ?? 'recording', bytes }]
  })
  if (files.length === 0 || files.length < sha256.length) return 'its recording is not in the file'
  try {
    const { analysis } = analyseRecording(readRecording(files), rules)
    const entry = gapEntry(analysis.gap)
    if (!isSameGap(entry, reading)) return 'its recording holds another gap than was written down'
    return { ...reading, ...entry, detail: { ...analysis, files: files.map(({ name }) => name), sha256 } }
  } catch (error) {
    if (error instanceof RecordingError) return `its recording cannot be read: ${error.message}`
    throw error
  }
}

/**
 * Readings of a file, those of recordings read and analysed here once more: what a file says of a wave is no evidence, the wave is. A reading whose
 * recording is missing, or holds another gap than was written down, is left out and named.
 *
 * @param rules limits of the job they belong to
 */
export function recordingsAnew(
  readings: readonly Reading[],
  rules: RulePack,
  zip: Pick<JobZip, 'fileOf'>,
): { readings: Reading[]; notTaken: string[] } {
  const notTaken: string[] = []
  const kept = readings.flatMap((reading) => {
    if (reading.slot !== RECORDING_SLOT || reading.valueWord === WITHDRAWN)
      return [{ ...reading, detail: plainDetail(reading) }]
    const read = readAgain(reading, rules, zip)
    if (typeof read !== 'string') return [read]
    notTaken.push(`A reading of ${reading.pointKey} is left out: ${read}.`)
    return []
  })
  return { readings: kept, notTaken }
}
