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
/** Pictures that are in memory together. */
const AT_ONCE = 8

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
  const small = async (one: (typeof attached)[number]): Promise<PackPicture> => ({
    path: one.path,
    label: labels.get(one.subject) ?? one.subject,
    byName: one.addedByName,
    at: one.takenAt ?? one.receivedAt,
    jpeg: await sharp(await bytesOf(one))
      .resize({ width: WIDTH_PX, withoutEnlargement: true })
      .jpeg({ quality: QUALITY })
      .toBuffer(),
  })
  const chosen = attached.filter(({ kind }) => kind === 'picture').slice(0, MOST_PRINTED)
  const printed: PackPicture[] = []
  for (let k = 0; k < chosen.length; k += AT_ONCE)
    printed.push(...(await Promise.all(chosen.slice(k, k + AT_ONCE).map(small))))
  return printed
}
