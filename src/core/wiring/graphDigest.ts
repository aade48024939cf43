import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'
import { canonicalJson } from '../pack/canonicalJson'
import type { InstallationGraph } from './installationGraph'

const DIGITS = 8
const known = new WeakMap<InstallationGraph, string>()

/**
 * What tells one wiring from another: the first eight hex digits of the SHA-256 of all it holds. Whoever confirms a wiring confirms this one,
 * and no later edit of it.
 *
 * @example
 * graphDigest(graph) // => '3f2a9c1d'
 */
export function graphDigest(graph: InstallationGraph): string {
  const there = known.get(graph)
  if (there !== undefined) return there
  const digest = bytesToHex(sha256(utf8ToBytes(canonicalJson(graph)))).slice(0, DIGITS)
  known.set(graph, digest)
  return digest
}
