import { verifyPack } from '@/core/pack/verifyPack'

/** Calls of the verifier's worker: a pack of any size is checked without the page standing still. */
export const packCalls = { verify: verifyPack }
