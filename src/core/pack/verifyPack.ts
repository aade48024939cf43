import { ed25519 } from '@noble/curves/ed25519.js'
import { hexToBytes } from '@noble/hashes/utils.js'
import { Unzip, UnzipInflate, UnzipPassThrough } from 'fflate'
import {
  MANIFEST_FORMAT,
  MANIFEST_NAME,
  type Manifest,
  type PackSignature,
  SIGNATURE_NAME,
  keyFingerprint,
  sha256Hex,
} from './seal'

export type PackProblem =
  | { kind: 'unreadable'; message: string }
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

/** Bounds that keep a hostile archive from filling memory. */
export const PACK_BOUNDS = { maxBytes: 256 * 1024 * 1024, maxUnpackedBytes: 512 * 1024 * 1024, maxFiles: 2000 } as const

/**
 * Unpacks a zip within bounds, stopping as soon as it grows past them.
 *
 * @throws RangeError when it is too large or holds too many files; Error when it is no zip
 */
export function unpackBounded(zip: Uint8Array): Record<string, Uint8Array> {
  if (zip.length > PACK_BOUNDS.maxBytes) throw new RangeError('the pack is larger than any pack of this program')
  if (!(zip[0] === 0x50 && zip[1] === 0x4b)) throw new Error('this is not a zip file')
  const files = new Map<string, Uint8Array>()
  let unpacked = 0
  let count = 0
  const unzip = new Unzip((file) => {
    if (++count > PACK_BOUNDS.maxFiles) throw new RangeError('the pack holds too many files')
    const parts: Uint8Array[] = []
    let length = 0
    file.ondata = (error, data, final) => {
      if (error) throw error
      unpacked += data.length
      length += data.length
      if (unpacked > PACK_BOUNDS.maxUnpackedBytes) throw new RangeError('the pack unpacks to more than it should')
      parts.push(data)
      if (!final) return
      const whole = new Uint8Array(length)
      let at = 0
      for (const part of parts) {
        whole.set(part, at)
        at += part.length
      }
      if (files.has(file.name)) throw new Error(`the file ${file.name} is in the pack twice`)
      files.set(file.name, whole)
    }
    file.start()
  })
  unzip.register(UnzipInflate)
  unzip.register(UnzipPassThrough)
  for (let at = 0; at < zip.length; at += 1 << 20)
    unzip.push(zip.subarray(at, at + (1 << 20)), at + (1 << 20) >= zip.length)
  if (files.size !== count || count === 0) throw new Error('the zip ends before its files do')
  return Object.fromEntries(files)
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

function asManifest(value: unknown): Manifest | null {
  const manifest = value as Manifest | null
  if (
    !manifest ||
    typeof manifest !== 'object' ||
    manifest.format !== MANIFEST_FORMAT ||
    !Array.isArray(manifest.files)
  )
    return null
  const sound = manifest.files.every(
    (file) => file && typeof file.path === 'string' && Number.isInteger(file.byteCount) && isHex(file.sha256, 32),
  )
  return sound && typeof manifest.jobName === 'string' && typeof manifest.sealedAt === 'string' ? manifest : null
}

/**
 * H-2: verifies a sealed pack without any database: the signature over the manifest, then every file against its digest. Any changed,
 * missing or added file is named.
 *
 * @param trustedKeyHex when given, a pack signed by any other key is a problem; without it the fingerprint is for a person to compare
 */
export function verifyPack(zip: Uint8Array, trustedKeyHex?: string): PackVerification {
  const result: PackVerification = {
    intact: false,
    problems: [],
    jobName: null,
    sealedAt: null,
    fileCount: 0,
    publicKey: null,
    fingerprint: null,
  }
  let files: Record<string, Uint8Array>
  try {
    files = unpackBounded(zip)
  } catch (error) {
    result.problems.push({
      kind: 'unreadable',
      message: `The pack cannot be unpacked: ${error instanceof Error ? error.message : String(error)}.`,
    })
    return result
  }
  const manifestBytes = files[MANIFEST_NAME]
  const manifest = asManifest(parseJson(manifestBytes))
  const signature = parseJson(files[SIGNATURE_NAME]) as PackSignature | null
  if (!manifestBytes || !manifest) {
    result.problems.push({
      kind: 'changed',
      path: MANIFEST_NAME,
      message: 'The manifest is missing or not one of this program’s.',
    })
    return result
  }
  Object.assign(result, { jobName: manifest.jobName, sealedAt: manifest.sealedAt, fileCount: manifest.files.length })
  if (!signature || !isHex(signature.publicKey, 32) || !isHex(signature.signature, 64))
    result.problems.push({ kind: 'signature', message: 'The signature is missing or unreadable.' })
  else {
    Object.assign(result, { publicKey: signature.publicKey, fingerprint: keyFingerprint(signature.publicKey) })
    if (!signatureHolds(signature, manifestBytes))
      result.problems.push({
        kind: 'signature',
        message: 'The signature does not fit the manifest: the manifest was changed after sealing.',
      })
    if (trustedKeyHex && trustedKeyHex !== signature.publicKey)
      result.problems.push({
        kind: 'signature',
        message: `Signed by another key (${result.fingerprint}) than the one you trust (${keyFingerprint(trustedKeyHex)}).`,
      })
  }
  const listed = new Set([MANIFEST_NAME, SIGNATURE_NAME])
  for (const { path, sha256, byteCount } of manifest.files) {
    listed.add(path)
    const bytes = Object.hasOwn(files, path) ? files[path] : undefined
    if (!bytes) result.problems.push({ kind: 'missing', path, message: `${path} is missing.` })
    else if (bytes.length !== byteCount || sha256Hex(bytes) !== sha256)
      result.problems.push({ kind: 'changed', path, message: `${path} was changed after sealing.` })
  }
  for (const path of Object.keys(files))
    if (!listed.has(path)) result.problems.push({ kind: 'added', path, message: `${path} was added after sealing.` })
  result.intact = result.problems.length === 0
  return result
}

function signatureHolds({ signature, publicKey }: PackSignature, message: Uint8Array): boolean {
  try {
    return ed25519.verify(hexToBytes(signature), message, hexToBytes(publicKey))
  } catch {
    return false
  }
}
