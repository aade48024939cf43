// The key that packs are sealed with, in the data folder's secrets: another one takes its place, named and signed by the one before.
import { createHash, createPrivateKey, createPublicKey, sign } from 'node:crypto'

/** What stands before the 32 bytes of an Ed25519 secret in PKCS #8. */
const PKCS8 = Buffer.from('302e020100300506032b657004220420', 'hex')

const secretKeyOf = (hex) =>
  createPrivateKey({ key: Buffer.concat([PKCS8, Buffer.from(hex, 'hex')]), format: 'der', type: 'pkcs8' })

/** Public key, in hex, of a secret one in hex. */
export const publicKeyOf = (secretHex) =>
  createPublicKey(secretKeyOf(secretHex)).export({ format: 'der', type: 'spki' }).subarray(-32).toString('hex')

/** Short form of a public key that two people can compare aloud. */
export const fingerprintOf = (publicHex) =>
  createHash('sha256').update(Buffer.from(publicHex, 'hex')).digest('hex').slice(0, 16).match(/.{4}/g).join(' ')

/**
 * Secrets with another signing key in the place of the one there was: it is named and signed by the old one, whose secret half is gone afterwards.
 *
 * @param {{ signingKey: string, handovers?: object[] }} secrets
 * @param {string} next secret key in hex
 */
export function rotated(secrets, next, now = new Date()) {
  const said = {
    after: publicKeyOf(next),
    at: now.toISOString(),
    before: publicKeyOf(secrets.signingKey),
    format: 'awlbright-key-1',
  }
  // its keys stand in the order of canonical JSON
  const signature = sign(null, Buffer.from(JSON.stringify(said)), secretKeyOf(secrets.signingKey)).toString('hex')
  return { ...secrets, signingKey: next, handovers: [...(secrets.handovers ?? []), { ...said, signature }] }
}
