import { type KeyHandover, earlierKeys, handoversOf } from '@/core/pack/keyHandover'
import { keyFingerprint, publicKeyOf } from '@/core/pack/seal'
import { signingKey } from './sealPack'

/** What a verifier is told: the public key that this server seals with, and those before it, each of which named and signed its successor. */
export interface SigningKeys {
  publicKey: string
  fingerprint: string
  handovers: KeyHandover[]
  earlier: { publicKey: string; fingerprint: string; until: string }[]
}

/** Keys that this server sealed with before, each handed over by itself; what is damaged among them is left out. */
function signingHandovers(): KeyHandover[] {
  try {
    return handoversOf(JSON.parse(process.env.AWLBRIGHT_KEY_HANDOVERS ?? '[]'))
  } catch {
    return []
  }
}

export function signingKeys(): SigningKeys {
  const publicKey = publicKeyOf(signingKey())
  const handovers = signingHandovers()
  const earlier = earlierKeys(publicKey, handovers).map((one) => ({
    ...one,
    fingerprint: keyFingerprint(one.publicKey),
  }))
  return { publicKey, fingerprint: keyFingerprint(publicKey), handovers, earlier }
}
