import readExif from 'exif-reader'
import sharp from 'sharp'
import * as yup from 'yup'
import { addAttachment } from '@/db/queries/evidence'
import { storeFile } from '@/db/queries/files'
import { id, required, words } from '@/schemas/fields'
import { jobOfActor } from '../jobAccess'
import { Problem } from '../problem'
import { defineUseCase } from '../useCase'

export const PICTURE_MAX_BYTES = 25 * 1024 * 1024
const LONGEST_SIDE_PX = 2000
const MAX_PIXELS = 80_000_000

/** When a picture was taken, by its own record; `null` when it keeps none. A camera's clock has no zone and is taken as UTC. */
function takenAt(exif: Buffer | undefined): string | null {
  if (!exif) return null
  try {
    const time = readExif(exif).Photo?.DateTimeOriginal
    return time instanceof Date && !Number.isNaN(time.getTime()) ? time.toISOString() : null
  } catch {
    return null
  }
}

/** A picture made fit to keep: turned upright, at most 2,000 px, without metadata; the time it was taken is kept apart. */
export async function preparePicture(bytes: Uint8Array): Promise<{ jpeg: Uint8Array; takenAt: string | null }> {
  try {
    const image = sharp(bytes, { limitInputPixels: MAX_PIXELS, failOn: 'error' })
    const { exif } = await image.metadata()
    const jpeg = await image
      .rotate()
      .resize({ width: LONGEST_SIDE_PX, height: LONGEST_SIDE_PX, fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 82, mozjpeg: true })
      .toBuffer()
    return { jpeg: new Uint8Array(jpeg), takenAt: takenAt(exif) }
  } catch (error) {
    const why =
      error instanceof Error && /pixel limit/i.test(error.message)
        ? 'it has more than 80 million pixels'
        : 'it is no picture this program knows, or it is damaged'
    throw new Problem(415, `The picture was not stored: ${why}. JPEG, PNG, WebP and AVIF are read.`)
  }
}

/** Adds a picture to a thing of the job. */
export const addPicture = defineUseCase({
  name: 'addPicture',
  via: 'route',
  schema: yup.object({
    id: id().required(),
    jobId: id('job').required(),
    subject: words('Subject', 40).required(required('Subject')),
    fileName: words('File name', 120).default('picture.jpg'),
    takenAt: words('Time', 40).nullable().default(null),
    bytes: yup.mixed<Uint8Array>().required(required('Picture')),
  }),
  run: async (db, actor, input) => {
    await jobOfActor(db, actor, input.jobId)
    const picture = await preparePicture(input.bytes)
    const given =
      input.takenAt !== null && !Number.isNaN(Date.parse(input.takenAt)) ? new Date(input.takenAt).toISOString() : null
    return db.transaction(async (tx) => {
      const sha256 = await storeFile(tx, picture.jpeg, 'image/jpeg')
      await addAttachment(tx, {
        id: input.id,
        jobId: input.jobId,
        kind: 'picture',
        subject: input.subject,
        fileName: input.fileName.replace(/\.\w+$/, '') + '.jpg',
        sha256,
        takenAt: picture.takenAt ?? given,
        addedBy: actor.userId,
      })
      return { id: input.id, sha256, takenAt: picture.takenAt ?? given }
    })
  },
})
