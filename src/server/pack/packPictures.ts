import type { Bench } from '@/core/evidence/bench'
import type { Attachment } from '@/core/evidence/point'
import { smallPicture } from '../pictures/smallPicture'

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
/** Whole pictures that are in memory together. */
const AT_ONCE = 8

/**
 * Pictures for the report, in the order of the pack.
 *
 * @param smallOf reads the small ones that are kept, by digest
 * @param bytesOf reads the whole file of an attachment
 */
export async function packPictures(
  { points }: Bench,
  attached: readonly (Attachment & { path: string })[],
  {
    smallOf,
    bytesOf,
  }: {
    smallOf: (sha256s: readonly string[]) => Promise<ReadonlyMap<string, Uint8Array>>
    bytesOf: (attachment: Attachment) => Promise<Uint8Array>
  },
): Promise<PackPicture[]> {
  const labels = new Map(points.map(({ subject, key, label }) => [subject || key, label]))
  const chosen = attached.filter(({ kind }) => kind === 'picture').slice(0, MOST_PRINTED)
  const kept = await smallOf(chosen.map(({ sha256 }) => sha256))
  const small = async (one: (typeof attached)[number]): Promise<PackPicture> => ({
    path: one.path,
    label: labels.get(one.subject) ?? one.subject,
    byName: one.addedByName,
    at: one.takenAt ?? one.receivedAt,
    // one that came in before small ones were kept is made small now
    jpeg: Buffer.from(kept.get(one.sha256) ?? (await smallPicture(await bytesOf(one)))),
  })
  const printed: PackPicture[] = []
  for (let k = 0; k < chosen.length; k += AT_ONCE)
    printed.push(...(await Promise.all(chosen.slice(k, k + AT_ONCE).map(small))))
  return printed
}
