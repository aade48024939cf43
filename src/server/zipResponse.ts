import type { Db } from '@/db/client'
import { fileFacts, fileStream } from '@/db/queries/files'
import { byteRange } from './byteRange'
import { Problem, refuseErased } from './problem'

/** A stored pack as a download: all of it, or from where a broken-off one left off. */
export async function zipResponse(db: Db, sha256: string, jobName: string, asked: Headers): Promise<Response> {
  const facts = await fileFacts(db, sha256)
  if (!facts) throw new Problem(404, 'The pack’s file is not there.')
  refuseErased(facts)
  const { byteCount } = facts
  const name = `${jobName.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}-pack.zip`
  const tag = `"${sha256}"`
  const headers = {
    'content-type': 'application/zip',
    'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    'cache-control': 'private, no-store',
    'accept-ranges': 'bytes',
    etag: tag,
  }
  // the rest of another file would be no rest of this one
  const onlyIf = asked.get('if-range')
  const range = onlyIf !== null && onlyIf !== tag ? null : byteRange(asked.get('range'), byteCount)
  if (range === 'none')
    return new Response(null, { status: 416, headers: { ...headers, 'content-range': `bytes */${byteCount}` } })
  if (range === null)
    return new Response(fileStream(db, facts), { headers: { ...headers, 'content-length': String(byteCount) } })
  const { from, to } = range
  return new Response(fileStream(db, facts, range), {
    status: 206,
    headers: {
      ...headers,
      'content-length': String(to - from + 1),
      'content-range': `bytes ${from}-${to}/${byteCount}`,
    },
  })
}
