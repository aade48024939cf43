import { ed25519 } from '@noble/curves/ed25519.js'
import { hexToBytes, utf8ToBytes } from '@noble/hashes/utils.js'
import { canonicalJson } from './canonicalJson'

export const HANDOVER_FORMAT = 'awlbright-key-1'

/** A key names the one that takes its place, and signs it: whoever trusts the new one can follow it back to the old. */
export interface KeyHandover {
  format: typeof HANDOVER_FORMAT
  /** Public keys, in hex. */
  before: string
  after: string
  /** ISO 8601. */
  at: string
  /** By `before`, over the canonical JSON of the rest. */
  signature: string
}

/** Keys that one server has had at most. */
const MOST_HANDOVERS = 100

const isHex = (value: unknown, bytes: number): value is string =>
  typeof value === 'string' && new RegExp(`^[0-9a-f]{${bytes * 2}}$`).test(value)

function holds({ signature, ...said }: KeyHandover): boolean {
  try {
    return ed25519.verify(hexToBytes(signature), utf8ToBytes(canonicalJson(said)), hexToBytes(said.before))
  } catch {
    return false
  }
}

/**
 * Handovers out of whatever was given: what is none, or is not signed by the key it hands over, is left out.
 *
 * @example handoversOf('nonsense') // => []
 */
export function handoversOf(given: unknown): KeyHandover[] {
  if (!Array.isArray(given)) return []
  return given.slice(0, MOST_HANDOVERS).flatMap((one: Partial<KeyHandover> | null): KeyHandover[] => {
    const { format, before, after, at, signature } = one ?? {}
    const sound =
      format === HANDOVER_FORMAT &&
      isHex(before, 32) &&
      isHex(after, 32) &&
      isHex(signature, 64) &&
      typeof at === 'string' &&
      Number.isFinite(Date.parse(at))
    if (!sound) return []
    const handover = { format, before, after, at, signature }
    return holds(handover) ? [handover] : []
  })
}

/** A key that was in use before the present one, until when. */
export interface EarlierKey {
  publicKey: string
  until: string
}

/**
 * Keys that a key can be followed back to, the latest first: each handed over by itself. A chain that is broken ends there.
 *
 * @example earlierKeys(current, handovers).map(({ publicKey }) => publicKey)
 */
export function earlierKeys(current: string, handovers: readonly KeyHandover[]): EarlierKey[] {
  const found: EarlierKey[] = []
  const known = new Set([current])
  for (let key = current; ;) {
    const handover = handovers.find(({ after, before }) => after === key && !known.has(before))
    if (!handover || !holds(handover)) return found
    found.push({ publicKey: handover.before, until: handover.at })
    known.add(handover.before)
    key = handover.before
  }
}

/** Whose a key is, as far as the one that is trusted tells. */
export type KeyStanding =
  | { whose: 'own' }
  | {
      whose: 'earlier'
      until: string
      /** Sealed after it was handed over: its secret should not have been in use any more. */ late: boolean
    }
  | { whose: 'another' }

/** Whose key a pack is signed with, and whether it was still in use by then. */
export function keyStanding(
  signedWith: string,
  sealedAt: string | null,
  current: string,
  handovers: readonly KeyHandover[],
): KeyStanding {
  if (signedWith === current) return { whose: 'own' }
  const earlier = earlierKeys(current, handovers).find(({ publicKey }) => publicKey === signedWith)
  if (!earlier) return { whose: 'another' }
  // a time that cannot be read is not before anything
  const late = !(Date.parse(sealedAt ?? '') <= Date.parse(earlier.until))
  return { whose: 'earlier', until: earlier.until, late }
}
