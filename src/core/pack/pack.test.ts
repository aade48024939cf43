import fc from 'fast-check'
import { unzipSync, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { canonicalJson } from './canonicalJson'
import { publicKeyOf, sealFiles } from './seal'
import { readPackZip } from './packZip'
import { verifyPack } from './verifyPack'

const KEY = '07'.repeat(32)
const utf8 = (text: string) => new TextEncoder().encode(text)
const FILES = {
  'record.json': utf8('{"a":1}'),
  'readings.csv': utf8('id,value\n1,2\n'),
  'pictures/plate.jpg': Uint8Array.from({ length: 400 }, (_, k) => k & 255),
}
const sealed = () => sealFiles(FILES, { jobName: 'House', sealedAt: '2026-01-01T00:00:00.000Z' }, KEY)
const kinds = (zip: Uint8Array, key?: string) =>
  verifyPack(zip, key).problems.map((problem) => [problem.kind, 'path' in problem ? problem.path : ''])

describe('a sealed pack', () => {
  it('verifies, with its signer', () => {
    const result = verifyPack(zipSync(sealed()), publicKeyOf(KEY))
    expect([result.intact, result.problems, result.fileCount, result.jobName, result.publicKey]).toEqual([
      true,
      [],
      3,
      'House',
      publicKeyOf(KEY),
    ])
  })
  it.each(Object.keys(FILES))('names %s when a byte of it changes, when it is missing, and what was added', (path) => {
    const changed = sealed()
    changed[path] = Uint8Array.from(changed[path] as Uint8Array, (byte, k) => (k === 2 ? byte ^ 1 : byte))
    const { [path]: _gone, ...missing } = sealed()
    expect([
      kinds(zipSync(changed)),
      kinds(zipSync(missing)),
      kinds(zipSync({ ...sealed(), 'extra.txt': utf8('x') })),
    ]).toEqual([[['changed', path]], [['missing', path]], [['added', 'extra.txt']]])
  })
  it('finds any changed byte of the manifest or the signature', () => {
    const files = sealed()
    fc.assert(
      fc.property(
        fc.constantFrom('manifest.json', 'signature.json'),
        fc.nat(),
        fc.integer({ min: 1, max: 255 }),
        (path, at, flip) => {
          const bytes = Uint8Array.from(files[path] as Uint8Array)
          const k = at % bytes.length
          bytes[k] = (bytes[k] as number) ^ flip
          expect(verifyPack(zipSync({ ...files, [path]: bytes }), publicKeyOf(KEY)).intact).toBe(false)
        },
      ),
      { seed: 11, numRuns: 60 },
    )
  })
  it('is a problem when another key signed it than the trusted one', () => {
    const forged = sealFiles(FILES, { jobName: 'House', sealedAt: '2026-01-01T00:00:00.000Z' }, '09'.repeat(32))
    expect([verifyPack(zipSync(forged)).intact, kinds(zipSync(forged), publicKeyOf(KEY))]).toEqual([
      true,
      [['signature', '']],
    ])
  })
  it('survives what is no pack', () => {
    const whole = zipSync(sealed())
    for (const bytes of [
      new Uint8Array(),
      utf8('hello'),
      whole.subarray(0, whole.length / 2),
      Uint8Array.from([0x50, 0x4b, 3, 4, 0, 0]),
    ])
      expect(verifyPack(bytes).problems[0]?.kind).toBe('unreadable')
  })
  it('stops unpacking what grows past its bounds', () => {
    const many = Object.fromEntries(Array.from({ length: 2100 }, (_, k) => [`f${k}`, new Uint8Array(1)]))
    expect(() => readPackZip(zipSync(many, { level: 0 }))).toThrow(/2100 files, more than 2000/)
  })
  it('unpacks to the same bytes', () => {
    expect(unzipSync(zipSync(sealed()))['pictures/plate.jpg']).toEqual(FILES['pictures/plate.jpg'])
  })
})

describe('canonicalJson', () => {
  it('writes the same data the same way, whatever order it came in', () => {
    expect(canonicalJson({ b: [1, { z: null, a: 'é' }], a: -0 })).toBe('{"a":0,"b":[1,{"a":"é","z":null}]}')
    fc.assert(
      fc.property(fc.dictionary(fc.string(), fc.jsonValue()), (value) => {
        const text = canonicalJson(value)
        expect(canonicalJson(Object.fromEntries(Object.entries(value).reverse()))).toBe(text)
        expect(canonicalJson(JSON.parse(text))).toBe(text)
      }),
      { seed: 5 },
    )
  })
  it('refuses what JSON cannot hold', () => {
    for (const value of [NaN, Infinity, { a: () => 1 }, [undefined]])
      expect(() => canonicalJson(value)).toThrow(TypeError)
  })
})
