import { type KeyStanding, handoversOf, keyStanding } from '@/core/pack/keyHandover'
import { PACK_BOUNDS } from '@/core/pack/packZip'
import { type PackVerification, verifyPack } from '@/core/pack/verifyPack'
import { BadCall, bytesOf, jsonOf, option, print } from './call'

const KEYS_MAX_BYTES = 256 * 1024

/** Whose key a pack is signed with, by what a server says of its keys. */
function signedByServer(path: string, { publicKey, sealedAt }: PackVerification): KeyStanding {
  const told = jsonOf(path, KEYS_MAX_BYTES) as { publicKey?: unknown; handovers?: unknown } | null
  const current = told?.publicKey
  if (typeof current !== 'string' || !/^[0-9a-f]{64}$/.test(current))
    throw new BadCall('--keys: the file is not what a server says at /api/signing-key')
  return publicKey === null
    ? { whose: 'another' }
    : keyStanding(publicKey, sealedAt, current, handoversOf(told?.handovers))
}

/** `verify PACK [--key K | --keys FILE]`: whether a sealed pack is intact, and whose it is. */
export function verify(args: string[]): number {
  const key = option(args, '--key')
  if (key !== undefined && !/^[0-9a-f]{64}$/.test(key))
    throw new BadCall('--key: a public key is 64 hexadecimal digits')
  const [path] = args
  if (!path) throw new BadCall('verify: name a pack')
  const keysFile = option(args, '--keys')
  const result = verifyPack(bytesOf(path, PACK_BOUNDS.maxBytes), key)
  if (keysFile === undefined) {
    print(result)
    return result.intact ? 0 : 1
  }
  const signedBy = signedByServer(keysFile, result)
  print({ ...result, signedBy })
  return result.intact && signedBy.whose !== 'another' && !(signedBy.whose === 'earlier' && signedBy.late) ? 0 : 1
}
