import { inputOfReading } from '@/commands/recordReadings'
import type { Reading } from '@/core/evidence/reading'
import type { EntryOf } from '@/features/outbox/outboxEntry'

/** A reading as it waits in the outbox of the one who recorded it. */
export const readingEntry = (reading: Reading): EntryOf<'recordReadings'> => ({
  id: reading.id,
  useCase: 'recordReadings',
  input: { readings: [inputOfReading(reading)] },
  at: reading.recordedAt,
  version: 1,
  jobId: reading.jobId,
  userId: reading.recordedBy,
  userName: reading.recordedByName,
  refusal: null,
})

/** A picture as it waits in the outbox. */
export const pictureEntry = (subject: string): EntryOf<'addPicture'> => ({
  id: 'p1',
  useCase: 'addPicture',
  input: {
    attachment: {
      id: 'p1',
      jobId: 'j1',
      kind: 'picture',
      subject,
      fileName: 'plate.jpg',
      sha256: '',
      byteCount: 1,
      mediaType: 'image/jpeg',
      takenAt: '2026-01-01T00:00:00Z',
      addedByName: 'T',
      receivedAt: '2026-01-01T00:00:00Z',
    },
  },
  at: '2026-01-01T00:00:00Z',
  version: 1,
  jobId: 'j1',
  userId: 'u1',
  userName: 'T',
  refusal: null,
  files: [{ name: 'plate.jpg', blob: new Blob(['x']) }],
})
