import type { Db } from '@/db/client'
import { fileFacts, fileStream } from '@/db/queries/files'
import { Problem } from './problem'

/** A stored pack as a download. */
export async function zipResponse(db: Db, sha256: string, jobName: string): Promise<Response> {
  const facts = await fileFacts(db, sha256)
  if (!facts) throw new Problem(404, 'The pack’s file is not there.')
  const name = `${jobName.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}-pack.zip`
  return new Response(fileStream(db, facts), {
    headers: {
      'content-type': 'application/zip',
      'content-length': String(facts.byteCount),
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      'cache-control': 'private, no-store',
    },
  })
}
