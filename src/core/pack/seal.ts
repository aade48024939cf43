import { ed25519 } from '@noble/curves/ed25519.js'
import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, hexToBytes, utf8ToBytes } from '@noble/hashes/utils.js'
import { canonicalJson } from './canonicalJson'

export const MANIFEST_NAME = 'manifest.json'
export const SIGNATURE_NAME = 'signature.json'
/** What was sealed: a pack for the customer, or a job on its way to another server. */
export const MANIFEST_FORMATS = { pack: 'awlbright-pack-1', job: 'awlbright-job-1' } as const
export type Sealed = keyof typeof MANIFEST_FORMATS

export interface ManifestFile {
  path: string
  byteCount: number
  sha256: string
}

/** What is sealed: every file of the pack but the manifest and its signature, by path, size and digest. */
export interface Manifest {
  format: (typeof MANIFEST_FORMATS)[Sealed]
  jobName: string
  sealedAt: string
  files: ManifestFile[]
}

/** What a manifest says beside its files; a pack is sealed where nothing else is said. */
export interface SealedFacts {
  jobName: string
  sealedAt: string
  sealed?: Sealed
}

/** One Ed25519 signature over the manifest's bytes. */
export interface PackSignature {
  algorithm: 'Ed25519'
  publicKey: string
  signature: string
}

export const sha256Hex = (bytes: Uint8Array): string => bytesToHex(sha256(bytes))

/** Short form of a public key that two people can compare aloud. */
export const keyFingerprint = (publicKeyHex: string): string =>
  (sha256Hex(hexToBytes(publicKeyHex)).slice(0, 16).match(/.{4}/g) ?? []).join(' ')

/** Public key, in hex, of a 32-byte secret key in hex. */
export const publicKeyOf = (secretKeyHex: string): string => bytesToHex(ed25519.getPublicKey(hexToBytes(secretKeyHex)))

/**
 * H-2: the manifest of files by path, size and digest, in canonical JSON, with one Ed25519 signature over its bytes.
 *
 * @param files in any order; neither `manifest.json` nor `signature.json` may be among them
 * @returns the two files that seal the others
 */
export function sealManifest(
  files: readonly ManifestFile[],
  facts: SealedFacts,
  secretKeyHex: string,
): Record<typeof MANIFEST_NAME | typeof SIGNATURE_NAME, Uint8Array> {
  if (files.some(({ path }) => path === MANIFEST_NAME || path === SIGNATURE_NAME))
    throw new Error('manifest and signature are made by sealing')
  const manifest: Manifest = {
    format: MANIFEST_FORMATS[facts.sealed ?? 'pack'],
    jobName: facts.jobName,
    sealedAt: facts.sealedAt,
    files: files.toSorted((a, b) => (a.path < b.path ? -1 : 1)),
  }
  const manifestBytes = utf8ToBytes(canonicalJson(manifest))
  const signature: PackSignature = {
    algorithm: 'Ed25519',
    publicKey: publicKeyOf(secretKeyHex),
    signature: bytesToHex(ed25519.sign(manifestBytes, hexToBytes(secretKeyHex))),
  }
  return { [MANIFEST_NAME]: manifestBytes, [SIGNATURE_NAME]: utf8ToBytes(canonicalJson(signature)) }
}

/**
 * H-2: seals files that are at hand as a whole.
 *
 * @returns the same files with manifest and signature added
 */
export function sealFiles(
  files: Readonly<Record<string, Uint8Array>>,
  facts: SealedFacts,
  secretKeyHex: string,
): Record<string, Uint8Array> {
  const listed = Object.entries(files).map(([path, bytes]) => ({
    path,
    byteCount: bytes.length,
    sha256: sha256Hex(bytes),
  }))
  return { ...files, ...sealManifest(listed, facts, secretKeyHex) }
}
