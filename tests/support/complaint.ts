import { RecordingError } from '@/core/outage/recording'

/** What the reader of recordings says of a file, as a person would see it; `nothing` where it takes it. */
export function complaint(work: () => unknown): string {
  try {
    work()
  } catch (error) {
    if (error instanceof RecordingError) return error.message
    throw error
  }
  return 'nothing'
}
