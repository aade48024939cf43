import { appDatabase } from '@/db/client'
import { packByTokenHash } from '@/db/queries/packs'
import type { PackSummary } from './pack/summary'
import { tokenHash } from './useCases/packs'

export type CustomerPack =
  | { state: 'unknown' | 'withdrawn' | 'expired' }
  | {
      state: 'open'
      linkId: string
      jobId: string
      sha256: string
      jobName: string
      publicKey: string
      expiresAt: string
      summary: PackSummary
    }

/** What a customer's token opens: one pack, while the link lasts and has not been withdrawn. */
export async function customerPack(token: string): Promise<CustomerPack> {
  if (!/^[A-Za-z0-9_-]{32}$/.test(token)) return { state: 'unknown' }
  const found = await packByTokenHash(appDatabase().db, tokenHash(token))
  if (!found) return { state: 'unknown' }
  if (found.link.withdrawnAt !== null) return { state: 'withdrawn' }
  if (new Date(found.link.expiresAt).getTime() <= Date.now()) return { state: 'expired' }
  return {
    state: 'open',
    linkId: found.link.id,
    jobId: found.pack.jobId,
    sha256: found.pack.sha256,
    jobName: found.jobName,
    publicKey: found.pack.publicKey,
    expiresAt: new Date(found.link.expiresAt).toISOString(),
    summary: found.pack.summary as unknown as PackSummary,
  }
}
