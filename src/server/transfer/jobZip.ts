import type { Db } from '@/db/client'
import { fileParts, filesFacts, streamOf } from '@/db/queries/files'
import type { FilePart } from '@/db/queries/fileParts'
import type { JobRow } from '@/db/queries/installations'
import { jobFileOfRecord } from '@/jobFile/jobFileOfRecord'
import { jobRecord } from '../jobAccess'
import { composePack } from '../pack/composePack'
import { sealedSources } from '../pack/sealedSources'

/** The job itself, in its open form. */
export const JOB_ENTRY = 'job.json'
/** Where a picture or recording stands, by its digest. */
export const fileEntry = (sha256: string) => `files/${sha256}`

const READ_ME = `This file holds a job with its pictures and recordings, for another server of the crew.

job.json        the whole job in its open form
files/          pictures and recordings, each by its SHA-256; job.json says what each is called
manifest.json   SHA-256 of every file; signature.json: one Ed25519 signature over it
`

/** A job with its pictures and recordings as one file: how long it is, and its bytes, a part of it in memory at a time. */
export async function jobZip(
  db: Db,
  row: JobRow,
  { secretKeyHex, now = new Date() }: { secretKeyHex: string; now?: Date },
): Promise<{ byteCount: number; sha256: string; stream: ReadableStream<Uint8Array> }> {
  const record = await jobRecord(db, row)
  const utf8 = (text: string) => new TextEncoder().encode(text)
  const made = {
    'README.txt': utf8(READ_ME),
    [JOB_ENTRY]: utf8(`${JSON.stringify(jobFileOfRecord(record, row), null, 2)}\n`),
  }
  const digests = [...new Set(record.attachments.map(({ sha256 }) => sha256))]
  const attached = digests.map((sha256) => ({ path: fileEntry(sha256), sha256 }))
  const facts = { jobName: row.name, sealedAt: now.toISOString(), sealed: 'job' } as const
  const sources = await sealedSources(db, made, attached, facts, secretKeyHex)
  const { byteCount, sha256, parts } = await composePack(sources, now)
  return { byteCount, sha256, stream: streamOf(bytesOf(db, parts)) }
}

async function* bytesOf(db: Db, parts: readonly FilePart[]): AsyncGenerator<Uint8Array> {
  const stored = await filesFacts(
    db,
    parts.flatMap((part) => ('of' in part ? [part.of.sha256] : [])),
  )
  for (const part of parts) {
    if ('bytes' in part) {
      yield part.bytes
      continue
    }
    const facts = stored.get(part.of.sha256)
    if (facts === undefined) throw new Error('a file of the job is gone')
    yield* fileParts(db, facts)
  }
}
