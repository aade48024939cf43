import { RecordingError } from '@/core/outage/recording'
import { type FieldIssue, type Result, err, ok } from '@/core/result'

/**
 * What a thread found, or what a person can put right, as a value: an error would lose its class on the way to the page.
 *
 * @throws whatever is no `RecordingError`
 * @example asValue(() => readRecording([])) // { ok: false, error: { path: 'recording', message: 'recording: no file was given' } }
 */
export function asValue<T>(work: () => T): Result<T, FieldIssue> {
  try {
    return ok(work())
  } catch (error) {
    if (error instanceof RecordingError) return err({ path: error.where.file, message: error.message })
    throw error
  }
}
