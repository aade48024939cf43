import readExif from 'exif-reader'
import sharp, { type Sharp } from 'sharp'
import { Problem } from '../problem'
import { pictureFormat } from './pictureFormat'
import { smallPicture } from './smallPicture'
import { WorkQueue } from './workQueue'

export const PICTURE_MAX_BYTES = 25 * 1024 * 1024
const LONGEST_SIDE_PX = 2000
const MAX_PIXELS = 80_000_000
/** A phone's picture takes well under a second; what takes longer was made to. */
const MOST_S = 10

const queue = new WorkQueue(
  { atOnce: 2, mostWaiting: 24 },
  'Many pictures are being taken in just now. This one was not stored; it is tried again by itself.',
)

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

const refused = (why: string) =>
  new Problem(415, `The picture was not stored: ${why}. JPEG, PNG, WebP and AVIF are read.`)

/** A picture as it is kept, and as a report prints it. */
export interface PreparedPicture {
  jpeg: Uint8Array
  small: Uint8Array
  takenAt: string | null
}

async function convert(image: Sharp): Promise<PreparedPicture> {
  const { exif } = await image.metadata()
  const jpeg = await image
    .rotate()
    .resize({ width: LONGEST_SIDE_PX, height: LONGEST_SIDE_PX, fit: 'inside', withoutEnlargement: true })
    .jpeg({ quality: 82, mozjpeg: true })
    .toBuffer()
  return { jpeg: new Uint8Array(jpeg), small: await smallPicture(jpeg), takenAt: takenAt(exif) }
}

/**
 * Makes something of a picture that came from outside, within the bounds of size, time and queue that every such picture has.
 *
 * @throws Problem 415 for what is no picture, is damaged, too large or takes too long; 503 where too many wait
 */
export async function fromPicture<T>(bytes: Uint8Array, make: (image: Sharp) => Promise<T>): Promise<T> {
  if (pictureFormat(bytes) === null) throw refused('it is no picture this program knows')
  return queue.run(async () => {
    try {
      return await make(sharp(bytes, { limitInputPixels: MAX_PIXELS, failOn: 'error' }).timeout({ seconds: MOST_S }))
    } catch (error) {
      const said = error instanceof Error ? error.message : ''
      if (/pixel limit/i.test(said)) throw refused('it has more than 80 million pixels')
      if (/timeout/i.test(said)) throw refused(`reading it takes more than ${MOST_S} s`)
      throw refused('it is damaged')
    }
  })
}

/**
 * A picture made fit to keep: turned upright, at most 2,000 px, without metadata; the time it was taken is kept apart.
 *
 * @throws Problem as `fromPicture` does
 */
export const preparePicture = (bytes: Uint8Array): Promise<PreparedPicture> => fromPicture(bytes, convert)
