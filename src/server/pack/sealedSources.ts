import { counted } from '@/core/quantity/counted'
import { PACK_BOUNDS } from '@/core/pack/packZip'
import { type ManifestFile, type SealedFacts, sealManifest } from '@/core/pack/seal'
import type { Db } from '@/db/client'
import { fileParts, filesFacts, sha256Of } from '@/db/queries/files'
import type { MadeSource, PackSource } from './composePack'

/** More than a verifier reads: what could not be verified is not sealed. */
export class PackTooLarge extends Error {
  override name = 'PackTooLarge'
}

/** A file that is at hand as a whole. */
export const ofBytes = (path: string, bytes: Uint8Array): MadeSource => ({
  path,
  sha256: sha256Of(bytes),
  byteCount: bytes.length,
  bytes,
})

/**
 * All files of a pack in their order, manifest and signature last: what was made for it from memory, pictures and recordings as they are
 * stored.
 *
 * @throws PackTooLarge for more, or more files, than a verifier takes
 */
export async function sealedSources(
  db: Db,
  made: Readonly<Record<string, Uint8Array>>,
  attached: readonly { path: string; sha256: string }[],
  facts: SealedFacts,
  secretKeyHex: string,
): Promise<PackSource[]> {
  const stored = await filesFacts(
    db,
    attached.map(({ sha256 }) => sha256),
  )
  const sources = [
    ...Object.entries(made).map(([path, bytes]) => ofBytes(path, bytes)),
    ...attached.map(({ path, sha256 }) => {
      const found = stored.get(sha256)
      if (!found) throw new Error(`the file of ${path} is not there`)
      const { sha256: digest, byteCount, crc32 } = found
      return { path, sha256: digest, byteCount, crc32, parts: () => fileParts(db, found) }
    }),
  ]
  const byteCount = sources.reduce((sum, one) => sum + one.byteCount, 0)
  if (byteCount > PACK_BOUNDS.maxBytes || sources.length + 2 > PACK_BOUNDS.maxFiles)
    throw new PackTooLarge(
      `The pack would hold ${counted(sources.length, ['file', 'files'])} of ${Math.round(byteCount / 1e6)} MB together; ${Math.round(PACK_BOUNDS.maxBytes / 1e6)} MB and ${PACK_BOUNDS.maxFiles} files are taken.`,
    )
  const listed = sources.map(({ path, byteCount: length, sha256 }): ManifestFile => ({
    path,
    byteCount: length,
    sha256,
  }))
  const seals = sealManifest(listed, facts, secretKeyHex)
  return [...sources, ...Object.entries(seals).map(([path, bytes]) => ofBytes(path, bytes))]
}
