import { keyFingerprint, publicKeyOf } from '@/core/pack/seal'
import { signingKey } from '@/server/pack/sealPack'

export const dynamic = 'force-dynamic'

/** The public key this server seals with, for the verifier's page. */
export function GET(): Response {
  const publicKey = publicKeyOf(signingKey())
  return Response.json({ publicKey, fingerprint: keyFingerprint(publicKey) })
}
