import { inArray } from 'drizzle-orm'
import type { Db } from '../client'
import { smallPicture } from '../schema'
import { storeFile } from './files'

/** Stores a picture with its small form; one that is there already stays as it is. @returns its digest */
export async function storePicture(db: Db, { jpeg, small }: { jpeg: Uint8Array; small: Uint8Array }): Promise<string> {
  const sha256 = await storeFile(db, jpeg, 'image/jpeg')
  await db
    .insert(smallPicture)
    .values({ sha256, jpeg: Buffer.from(small) })
    .onConflictDoNothing()
  return sha256
}

/** The small forms of some pictures, by digest; one that came in before they were kept is not among them. */
export async function smallPicturesOf(db: Db, sha256s: readonly string[]): Promise<Map<string, Uint8Array>> {
  if (sha256s.length === 0) return new Map()
  const rows = await db
    .select()
    .from(smallPicture)
    .where(inArray(smallPicture.sha256, [...sha256s]))
  return new Map(rows.map(({ sha256, jpeg }) => [sha256, jpeg]))
}
