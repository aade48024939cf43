import { unzipSync } from 'fflate'
import { sealFiles } from '@/core/pack/seal'
import { composePack } from '@/server/pack/composePack'
import { ofBytes } from '@/server/pack/sealedSources'

type Files = Readonly<Record<string, Uint8Array>>

/** All of a stream's bytes. */
export async function bytesOfStream(stream: ReadableStream<Uint8Array>): Promise<Uint8Array<ArrayBuffer>> {
  return new Uint8Array(await new Response(stream as ReadableStream<Uint8Array<ArrayBuffer>>).arrayBuffer())
}

/** Files sealed as a job in the layout that sealing writes. */
export async function sealedZip(
  files: Files,
  facts: { jobName: string; sealedAt: string },
  secretKeyHex: string,
): Promise<Uint8Array> {
  const sealed = sealFiles(files, { ...facts, sealed: 'job' }, secretKeyHex)
  const { parts } = await composePack(
    Object.entries(sealed).map(([path, bytes]) => ofBytes(path, bytes)),
    new Date(facts.sealedAt),
  )
  return new Uint8Array(Buffer.concat(parts.flatMap((part) => ('bytes' in part ? [part.bytes] : []))))
}

/** A job's file sealed anew with a key, after its files were changed: as another server of a crew would have written it. */
export async function resealed(
  zip: Uint8Array,
  secretKeyHex: string,
  change: (files: Record<string, Uint8Array>) => Files = (files) => files,
): Promise<Uint8Array> {
  const { 'manifest.json': manifest, 'signature.json': _signature, ...files } = unzipSync(zip)
  const { jobName, sealedAt } = JSON.parse(new TextDecoder().decode(manifest)) as { jobName: string; sealedAt: string }
  return sealedZip(change(files), { jobName, sealedAt }, secretKeyHex)
}

/** A job's file with its job changed. */
export const withJob = (
  zip: Uint8Array,
  secretKeyHex: string,
  change: (job: Record<string, unknown>) => unknown,
): Promise<Uint8Array> =>
  resealed(zip, secretKeyHex, (files) => ({
    ...files,
    'job.json': new TextEncoder().encode(
      JSON.stringify(change(JSON.parse(new TextDecoder().decode(files['job.json'])) as Record<string, unknown>)),
    ),
  }))

const UUIDS = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g

/** The same job as it would be in another place: every id another, and the same one wherever it stood; its instruments stay those of the crew. */
export function elsewhere(job: unknown, newId: () => string): Record<string, unknown> {
  const { instruments = [] } = job as { instruments?: { id: string }[] }
  const ids = new Map(instruments.map(({ id }) => [id, id]))
  const text = JSON.stringify(job).replace(UUIDS, (id) => {
    if (!ids.has(id)) ids.set(id, newId())
    return ids.get(id) as string
  })
  return JSON.parse(text) as Record<string, unknown>
}
