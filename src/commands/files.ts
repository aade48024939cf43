import * as yup from 'yup'
import type { Attachment } from '@/core/evidence/point'
import type { Reading } from '@/core/evidence/reading'
import { defineCommand } from './command'

/** A picture: what the device knows of it stands in the entry, its bytes beside it. */
export const addPicture = defineCommand({
  name: 'addPicture',
  version: 1,
  schema: yup.object({ attachment: yup.mixed<Attachment>().required() }),
  apply: (record, { input: { attachment } }) =>
    record.attachments.some(({ id }) => id === attachment.id)
      ? record
      : { ...record, attachments: [...record.attachments, attachment] },
})

/** A recording as the device read it; the server reads the files anew and its result is the evidence. */
export const addRecording = defineCommand({
  name: 'addRecording',
  version: 1,
  schema: yup.object({ reading: yup.mixed<Reading>().required() }),
  apply: (record, { input: { reading } }) =>
    record.readings.some(({ id }) => id === reading.id)
      ? record
      : { ...record, readings: [...record.readings, reading] },
})
