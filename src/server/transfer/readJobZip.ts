import { readPackZip } from '@/core/pack/packZip'
import { keyStanding } from '@/core/pack/keyHandover'
import { verifyPack } from '@/core/pack/verifyPack'
import { sha256Of } from '@/db/queries/files'
import { signingKeys } from '../pack/signingKeys'
import { Problem } from '../problem'
import { JOB_ENTRY, fileEntry } from './jobZip'

/** Largest job with its pictures that is taken in. */
export const JOB_ZIP_MAX_BYTES = 128 * 1024 * 1024
const JOB_JSON_MAX_BYTES = 16 * 1024 * 1024
const MOST_TOLD = 20

/** A job's file as it was sealed: its job, its pictures and recordings, and who sealed it. */
export interface JobZip {
  job: unknown
  /** Bytes of a file by their digest; `null` where it is not there. */
  fileOf: (sha256: string) => Uint8Array | null
  /** Short form of the key it was sealed with. */
  fingerprint: string
  /** Sealed with this server’s own key, as it is now or was before: it was made here, or on a copy of here. */
  isOwn: boolean
  sealedAt: string
}

/**
 * Reads a job's file and holds it against its seal: what was changed on the way is not taken in.
 *
 * @throws Problem 422 with everything that is not as it was sealed; 413 for what is too large
 */
export function readJobZip(bytes: Uint8Array): JobZip {
  const verified = verifyPack(bytes, undefined, { sealed: 'job', digestOf: sha256Of })
  const { intact, problems, publicKey, fingerprint, sealedAt } = verified
  if (!intact || publicKey === null || fingerprint === null || sealedAt === null)
    throw new Problem(
      422,
      'This is no job file as this program writes it, or it was changed on its way. Nothing was stored. Have it saved again where it came from.',
      problems.slice(0, MOST_TOLD).map(({ message }) => ({ path: 'file', message })),
    )
  const entries = new Map(readPackZip(bytes).entries.map((entry) => [entry.path, entry.bytes]))
  const text = entries.get(JOB_ENTRY)
  if (!text) throw new Problem(422, `The file holds no ${JOB_ENTRY}. Nothing was stored.`)
  if (text.length > JOB_JSON_MAX_BYTES) throw new Problem(413, `Its ${JOB_ENTRY} is larger than 16 MB.`)
  const keys = signingKeys()
  return {
    job: parsed(text),
    fileOf: (sha256) => {
      const file = entries.get(fileEntry(sha256)) ?? null
      return file !== null && sha256Of(file) === sha256 ? file : null
    },
    fingerprint,
    isOwn: isOwnKey(keyStanding(publicKey, sealedAt, keys.publicKey, keys.handovers)),
    sealedAt,
  }
}

const isOwnKey = (standing: ReturnType<typeof keyStanding>): boolean =>
  standing.whose === 'own' || (standing.whose === 'earlier' && !standing.late)

function parsed(bytes: Uint8Array): unknown {
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes))
  } catch {
    throw new Problem(422, `Its ${JOB_ENTRY} is not JSON. Nothing was stored.`)
  }
}
