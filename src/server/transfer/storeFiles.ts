import type { Attachment } from '@/core/evidence/point'
import type { Db } from '@/db/client'
import { storeFile } from '@/db/queries/files'
import { storePicture } from '@/db/queries/smallPictures'
import { attachment } from '@/db/schema'
import type { Actor } from '../access'
import { paperFormat } from '../paperFormat'
import { keptPicture } from '../pictures/keptPicture'
import { recordingMediaType } from '../recordingMediaType'
import { broughtBy } from './broughtBy'
import type { JobZip } from './readJobZip'

/** An attachment of a file with its bytes, ready to be stored. */
export interface ReadyFile {
  attachment: Attachment
  store: (db: Db) => Promise<string>
}

/** Attachments of a file that can be taken in; one whose bytes are missing, or are not what it says, is named. */
export async function readyFiles(
  attachments: readonly Attachment[],
  { fileOf }: Pick<JobZip, 'fileOf'>,
): Promise<{ ready: ReadyFile[]; notTaken: string[] }> {
  const notTaken: string[] = []
  const ready: ReadyFile[] = []
  for (const one of attachments) {
    const bytes = fileOf(one.sha256)
    if (bytes === null) {
      notTaken.push(`${one.fileName} of ${one.subject} is left out: it is not in the file.`)
      continue
    }
    const store = await storing(one, bytes)
    if (typeof store === 'string') notTaken.push(`${one.fileName} of ${one.subject} is left out: ${store}.`)
    else ready.push({ attachment: one, store })
  }
  return { ready, notTaken }
}

async function storing({ kind, fileName }: Attachment, bytes: Uint8Array): Promise<ReadyFile['store'] | string> {
  switch (kind) {
    case 'picture': {
      const picture = await keptPicture(bytes)
      return picture === null ? 'it is no picture that can be read' : (db) => storePicture(db, picture)
    }
    case 'recording':
      return (db) => storeFile(db, bytes, recordingMediaType(fileName))
    case 'document': {
      const format = paperFormat(bytes)
      return format === null ? 'it is neither a PDF nor a picture' : (db) => storeFile(db, bytes, format)
    }
  }
}

export async function storeFiles(
  db: Db,
  files: readonly ReadyFile[],
  { jobId, actor, isOwn }: { jobId: string; actor: Actor; isOwn: boolean },
): Promise<void> {
  for (const { attachment: one, store } of files) {
    const sha256 = await store(db)
    await db.insert(attachment).values({
      id: one.id,
      jobId,
      kind: one.kind,
      subject: one.subject,
      fileName: one.fileName,
      sha256,
      takenAt: one.takenAt,
      addedBy: actor.userId,
      ...broughtBy(one.addedByName, actor, isOwn),
    })
  }
}
