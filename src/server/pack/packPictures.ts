import sharp from 'sharp'
import type { Bench } from '@/core/evidence/bench'
import type { Attachment } from '@/core/evidence/point'

/** A picture as the report prints it: small, and beside what it is evidence of. */
export interface PackPicture {
  path: string
  label: string
  byName: string
  at: string
  jpeg: Buffer
}

/** Pictures that are printed; more of them are in the pack alone, so that a long job does not swell its report. */
export const MOST_PRINTED = 60
const WIDTH_PX = 460
const QUALITY = 62

/**
 * Pictures for the report, in the order of the pack.
 *
 * @param bytesOf reads the file of an attachment
 */
export async function packPictures(
  { points }: Bench,
  attached: readonly (Attachment & { path: string })[],
  bytesOf: (attachment: Attachment) => Promise<Uint8Array>,
): Promise<PackPicture[]> {
  const labels = new Map(points.map(({ subject, key, label }) => [subject || key, label]))
  const printed: PackPicture[] = []
  for (const one of attached.filter(({ kind }) => kind === 'picture').slice(0, MOST_PRINTED)) {
    const jpeg = await sharp(await bytesOf(one))
      .resize({ width: WIDTH_PX, withoutEnlargement: true })
      .jpeg({ quality: QUALITY })
      .toBuffer()
    printed.push({
      path: one.path,
      label: labels.get(one.subject) ?? one.subject,
      byName: one.addedByName,
      at: one.takenAt ?? one.receivedAt,
      jpeg,
    })
  }
  return printed
}
