import { crc32 } from '../../src/db/queries/crc32'
import { publicKeyOf, sealManifest } from '../../src/core/pack/seal'
import { verifyPack } from '../../src/core/pack/verifyPack'
import { composePack } from '../../src/server/pack/composePack'
import { ofBytes } from '../../src/server/pack/sealedSources'

// Sealing and verifying what a long job has: 60 pictures of 1.2 MB and 5 recordings of 8 MB, drawn by a fixed generator.

const KEY = '07'.repeat(32)
let state = 7
const noise = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0)
const picture = () => Uint8Array.from({ length: 1_200_000 }, () => noise() >>> 24)
/** Sixteen-bit samples of a wave with a little noise, as a recorder writes them. */
const recording = () => {
  const samples = Int16Array.from({ length: 4_000_000 }, (_, k) => 9000 * Math.sin(k / 30) + (noise() >>> 28))
  return new Uint8Array(samples.buffer)
}
const files: Record<string, Uint8Array> = {}
for (let k = 1; k <= 60; k++) files[`pictures/${String(k).padStart(3, '0')}-plate.jpg`] = picture()
for (let k = 61; k <= 65; k++) files[`recordings/${String(k).padStart(3, '0')}-gap.dat`] = recording()

const at = new Date()
const began = performance.now()
const listed = Object.entries(files).map(([path, bytes]) => ofBytes(path, bytes))
const seals = sealManifest(
  listed.map(({ path, byteCount, sha256 }) => ({ path, byteCount, sha256 })),
  { jobName: 'Bench', sealedAt: at.toISOString() },
  KEY,
)
const stored = listed.map(({ path, sha256, byteCount, bytes }) => ({
  path,
  sha256,
  byteCount,
  crc32: crc32(bytes),
  parts: async function* () {
    yield bytes
  },
}))
const { byteCount, parts } = await composePack(
  [...stored, ...Object.entries(seals).map(([path, bytes]) => ofBytes(path, bytes))],
  at,
)
const sealed = performance.now()
const byDigest = new Map(listed.map(({ sha256, bytes }) => [sha256, bytes]))
const zip = new Uint8Array(
  Buffer.concat(parts.map((part) => ('bytes' in part ? part.bytes : (byDigest.get(part.of.sha256) as Uint8Array)))),
)
const read = performance.now()
const { intact } = verifyPack(zip, publicKeyOf(KEY))
console.log(
  `composing a pack of 60 pictures and 5 recordings: ${((sealed - began) / 1000).toFixed(2)} s for ${Math.round(byteCount / 1e6)} MB; verifying it: ${((performance.now() - read) / 1000).toFixed(2)} s, ${intact ? 'intact' : 'NOT INTACT'}`,
)
