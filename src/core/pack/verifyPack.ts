import { ed25519 } from '@noble/curves/ed25519.js'
import { hexToBytes } from '@noble/hashes/utils.js'
import { canonicalJson } from './canonicalJson'
import { type PackEntry, readPackZip } from './packZip'
import {
  MANIFEST_FORMATS,
  MANIFEST_NAME,
  type Manifest,
  type ManifestFile,
  type PackSignature,
  SIGNATURE_NAME,
  type Sealed,
  keyFingerprint,
  sha256Hex,
} from './seal'

export type PackProblem =
  | { kind: 'unreadable' | 'layout'; message: string }
  | { kind: 'changed' | 'missing' | 'added'; path: string; message: string }
  | { kind: 'signature'; message: string }

export interface PackVerification {
  intact: boolean
  problems: PackProblem[]
  jobName: string | null
  sealedAt: string | null
  fileCount: number
  publicKey: string | null
  fingerprint: string | null
}

const parseJson = (bytes: Uint8Array | undefined): unknown => {
  if (!bytes || bytes.length > 4 * 1024 * 1024) return null
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes))
  } catch {
    return null
  }
}

const isHex = (value: unknown, bytes: number): value is string =>
  typeof value === 'string' && new RegExp(`^[0-9a-f]{${bytes * 2}}$`).test(value)

function asManifest(value: unknown, sealed: Sealed): Manifest | null {
  const manifest = value as Manifest | null
  if (
    !manifest ||
    typeof manifest !== 'object' ||
    manifest.format !== MANIFEST_FORMATS[sealed] ||
    !Array.isArray(manifest.files)
  )
    return null
  const files = manifest.files.map((file: ManifestFile | null) => ({
    path: file?.path,
    byteCount: file?.byteCount,
    sha256: file?.sha256,
  }))
  const sound = files.every(
    ({ path, byteCount, sha256 }) => typeof path === 'string' && Number.isInteger(byteCount) && isHex(sha256, 32),
  )
  if (!sound || typeof manifest.jobName !== 'string' || typeof manifest.sealedAt !== 'string') return null
  return {
    format: MANIFEST_FORMATS[sealed],
    jobName: manifest.jobName,
    sealedAt: manifest.sealedAt,
    files: files as ManifestFile[],
  }
}

function asSignature(value: unknown): PackSignature | null {
  const signature = value as PackSignature | null
  return signature && isHex(signature.publicKey, 32) && isHex(signature.signature, 64) ? signature : null
}

/** Whether these are the very bytes that sealing writes for the value; another spelling may be read otherwise by another program. */
const isCanonical = (bytes: Uint8Array, value: object): boolean => {
  const text = new TextEncoder().encode(canonicalJson(value))
  return text.length === bytes.length && text.every((byte, k) => byte === bytes[k])
}

/** The signature against the manifest's bytes, and against the key that is trusted. */
function signatureProblems(
  bytes: Uint8Array | null,
  manifestBytes: Uint8Array,
  trustedKeyHex: string | undefined,
): { signature: PackSignature | null; problems: PackProblem[] } {
  const signature = asSignature(parseJson(bytes ?? undefined))
  const problems: PackProblem[] = []
  const say = (message: string) => problems.push({ kind: 'signature', message })
  if (!bytes || !signature) {
    say('The signature is missing or unreadable.')
    return { signature, problems }
  }
  const { algorithm, publicKey, signature: value } = signature
  if (algorithm !== 'Ed25519' || !isCanonical(bytes, { algorithm, publicKey, signature: value }))
    say('The signature’s file is not written as sealing writes it.')
  if (!signatureHolds(signature, manifestBytes))
    say('The signature does not fit the manifest: the manifest was changed after sealing.')
  if (trustedKeyHex && trustedKeyHex !== publicKey)
    say(
      `Signed by another key (${keyFingerprint(publicKey)}) than the one you trust (${keyFingerprint(trustedKeyHex)}).`,
    )
  return { signature, problems }
}

/** Every file against the manifest: changed, missing or added, by name. */
function fileProblems(
  manifest: Manifest,
  entries: ReadonlyMap<string, PackEntry>,
  digestOf: (bytes: Uint8Array) => string,
): PackProblem[] {
  const problems: PackProblem[] = []
  const listed = new Set([MANIFEST_NAME, SIGNATURE_NAME])
  for (const { path, sha256, byteCount } of manifest.files) {
    if (listed.has(path)) problems.push({ kind: 'changed', path, message: `${path} is listed twice in the manifest.` })
    listed.add(path)
    const entry = entries.get(path)
    if (!entry) problems.push({ kind: 'missing', path, message: `${path} is missing.` })
    else if (entry.bytes === null)
      problems.push({ kind: 'changed', path, message: `${path} is damaged: it ${entry.fault}.` })
    else if (entry.bytes.length !== byteCount || digestOf(entry.bytes) !== sha256)
      problems.push({ kind: 'changed', path, message: `${path} was changed after sealing.` })
  }
  for (const path of entries.keys())
    if (!listed.has(path)) problems.push({ kind: 'added', path, message: `${path} was added after sealing.` })
  return problems
}

/**
 * H-2: verifies a sealed pack without any database: the archive's layout, the signature over the manifest, then every file against its digest. It reads the
 * archive by its directory, as every unpacker does, and names every changed, missing or added file; a damaged one does not end the search.
 *
 * @param trustedKeyHex when given, a pack signed by any other key is a problem; without it the fingerprint is for a person to compare
 * @param how what was sealed, where it is no pack; and a quicker digest, where the platform has one
 * @returns `intact` only for the exact layout that sealing writes, with every file as it was sealed; never throws
 */
export function verifyPack(
  zip: Uint8Array,
  trustedKeyHex?: string,
  { sealed = 'pack', digestOf = sha256Hex }: { sealed?: Sealed; digestOf?: (bytes: Uint8Array) => string } = {},
): PackVerification {
  const result: PackVerification = {
    intact: false,
    problems: [],
    jobName: null,
    sealedAt: null,
    fileCount: 0,
    publicKey: null,
    fingerprint: null,
  }
  let read: ReturnType<typeof readPackZip>
  try {
    read = readPackZip(zip)
  } catch (error) {
    result.problems.push({
      kind: 'unreadable',
      message: `The pack cannot be unpacked: ${error instanceof Error ? error.message : String(error)}.`,
    })
    return result
  }
  for (const fault of read.layout)
    result.problems.push({ kind: 'layout', message: `The archive is not as sealing writes it: ${fault}.` })
  const entries = new Map(read.entries.map((entry) => [entry.path, entry]))
  const manifestBytes = entries.get(MANIFEST_NAME)?.bytes
  const manifest = asManifest(parseJson(manifestBytes ?? undefined), sealed)
  if (!manifestBytes || !manifest) {
    result.problems.push({
      kind: 'changed',
      path: MANIFEST_NAME,
      message: 'The manifest is missing or not one of this program’s.',
    })
    return result
  }
  Object.assign(result, { jobName: manifest.jobName, sealedAt: manifest.sealedAt, fileCount: manifest.files.length })
  const { signature, problems } = signatureProblems(
    entries.get(SIGNATURE_NAME)?.bytes ?? null,
    manifestBytes,
    trustedKeyHex,
  )
  if (signature)
    Object.assign(result, { publicKey: signature.publicKey, fingerprint: keyFingerprint(signature.publicKey) })
  result.problems.push(...problems, ...fileProblems(manifest, entries, digestOf))
  if (!isCanonical(manifestBytes, manifest))
    result.problems.push({
      kind: 'changed',
      path: MANIFEST_NAME,
      message: 'The manifest is not written as sealing writes it.',
    })
  result.intact = result.problems.length === 0
  return result
}

function signatureHolds({ signature, publicKey }: PackSignature, message: Uint8Array): boolean {
  try {
    return ed25519.verify(hexToBytes(signature), message, hexToBytes(publicKey), { zip215: false })
  } catch {
    return false
  }
}
