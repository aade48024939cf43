import type { Db } from '@/db/client'
import { fileFacts, fileStream } from '@/db/queries/files'
import { Problem, refuseErased } from './problem'

/**
 * A stored file as an answer that a browser keeps and never opens in the app's own place.
 *
 * @throws Problem 404 in the words given, where its bytes are not there
 */
export async function fileAnswer(
  db: Db,
  { sha256, fileName }: { sha256: string; fileName: string },
  missing: string,
): Promise<Response> {
  const facts = await fileFacts(db, sha256)
  if (!facts) throw new Problem(404, missing)
  refuseErased(facts)
  return new Response(fileStream(db, facts), {
    headers: {
      'content-type': facts.mediaType,
      'content-length': String(facts.byteCount),
      'cache-control': 'private, max-age=31536000, immutable',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName)}`,
      'content-security-policy': "default-src 'none'",
      'x-content-type-options': 'nosniff',
    },
  })
}
