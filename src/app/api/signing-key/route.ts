import { signingKeys } from '@/server/pack/signingKeys'

export const dynamic = 'force-dynamic'

/** The public keys this server seals and has sealed with, for the verifier's page. */
export const GET = (): Response => Response.json(signingKeys())
