import { Buffer } from 'node:buffer'
import { zipSync } from 'fflate'
import JSZip from 'jszip'
import { describe, expect, it } from 'vitest'
import { fromBuffer } from 'yauzl'
import { dice } from '../support/dice'
import { type ForgedArchive, type ForgedFile, forgedZip } from '../support/forgedZip'
import { crc32 } from '@/core/pack/crc32'
import { readPackZip } from '@/core/pack/packZip'
import { publicKeyOf, sealFiles } from '@/core/pack/seal'
import { verifyPack } from '@/core/pack/verifyPack'

const KEY = '07'.repeat(32)
const utf8 = (text: string) => new TextEncoder().encode(text)
const REPORT = 'report.pdf'
const SEALED = sealFiles(
  {
    [REPORT]: utf8('the crew’s own report, the crew’s own report'),
    'record.json': utf8('{"a":1}'),
    'pictures/2b31-Zähler.jpg': Uint8Array.from({ length: 90 }, (_, k) => (k * 37) & 255),
  },
  { jobName: 'House', sealedAt: '2026-01-01T00:00:00.000Z' },
  KEY,
)
const genuine: ForgedFile[] = Object.entries(SEALED).map(([path, bytes]) => ({ path, bytes }))
const forge = (change: (files: ForgedFile[]) => ForgedFile[], archive: Omit<ForgedArchive, 'files'> = {}) =>
  forgedZip({ files: change(genuine.map((file) => ({ ...file }))), ...archive })
const only = (path: string, change: Partial<ForgedFile>) => (files: ForgedFile[]) =>
  files.map((file) => (file.path === path ? { ...file, ...change } : file))
const verdictOf = (zip: Uint8Array) => verifyPack(zip, publicKeyOf(KEY))
const same = (files: ForgedFile[]) => files

/** What another unpacker takes out of it, by the directory; `null` where it refuses. */
async function unpackedByJsZip(zip: Uint8Array): Promise<Map<string, Uint8Array> | null> {
  try {
    const archive = await JSZip.loadAsync(zip, { checkCRC32: true })
    const files = Object.values(archive.files).filter(({ dir }) => !dir)
    return new Map(await Promise.all(files.map(async (file) => [file.name, await file.async('uint8array')] as const)))
  } catch {
    return null
  }
}

const unpackedByYauzl = (zip: Uint8Array): Promise<Map<string, Uint8Array> | null> =>
  new Promise((resolve) => {
    const files = new Map<string, Uint8Array>()
    fromBuffer(Buffer.from(zip), { lazyEntries: true }, (error, archive) => {
      if (error) return resolve(null)
      archive.on('error', () => resolve(null))
      archive.on('end', () => resolve(files))
      archive.on('entry', (entry) =>
        archive.openReadStream(entry, (failure, stream) => {
          if (failure) return resolve(null)
          const parts: Buffer[] = []
          stream.on('error', () => resolve(null))
          stream.on('data', (part: Buffer) => parts.push(part))
          stream.on('end', () => {
            files.set(entry.fileName, new Uint8Array(Buffer.concat(parts)))
            archive.readEntry()
          })
        }),
      )
      archive.readEntry()
    })
  })

const isSealed = (files: Map<string, Uint8Array> | null) =>
  files !== null &&
  files.size === Object.keys(SEALED).length &&
  Object.entries(SEALED).every(([path, bytes]) => {
    const found = files.get(path)
    return found !== undefined && Buffer.compare(found, bytes) === 0
  })

describe('the layout that sealing writes', () => {
  it.each([
    ['packed by sealing', zipSync(SEALED)],
    ['stored', zipSync(SEALED, { level: 0 })],
    ['packed hard', zipSync(SEALED, { level: 9 })],
    ['written byte by byte', forge(same)],
  ])('is intact, %s', (_name, zip) => {
    expect(verdictOf(zip)).toMatchObject({ intact: true, problems: [] })
  })
  it('knows the checksum of the standard', () => expect(crc32(utf8('123456789'))).toBe(0xcbf43926))
})

const FORGED = utf8('a forged report, and nobody would know')
const FORGERIES: [string, Uint8Array][] = [
  [
    'a forged report in the directory, the genuine one left in the archive',
    forge((files) => [
      ...files.map((file) => (file.path === REPORT ? { ...file, hidden: true } : file)),
      { path: REPORT, bytes: FORGED, detached: true },
    ]),
  ],
  ['a file left out of the directory', forge(only('record.json', { hidden: true }))],
  ['bytes behind the end', forge(same, { after: utf8('more') })],
  ['a comment on the archive', forge(same, { comment: utf8('hello') })],
  ['bytes before the first file', forge(only(REPORT, { before: utf8('MZ') }))],
  ['bytes between two files', forge(only('record.json', { before: utf8('gap') }))],
  ['bytes before the directory', forge(same, { beforeDirectory: utf8('gap') })],
  ['bytes before the end record', forge(same, { beforeEnd: utf8('gap') })],
  ['a comment on a file', forge(only(REPORT, { comment: utf8('x') }))],
  ['extra fields in the directory', forge(only(REPORT, { extra: Uint8Array.of(1, 0, 0, 0) }))],
  ['extra fields in the header', forge(only(REPORT, { localExtra: Uint8Array.of(1, 0, 0, 0) }))],
  ['a link instead of a file', forge(only(REPORT, { madeBy: 0x0314, attributes: 0xa1ff0000 }))],
  ['another name in the header', forge(only(REPORT, { localPath: 'repart.pdf' }))],
  ['a name without its encoding', forge(only('pictures/2b31-Zähler.jpg', { flags: 0 }))],
  ['the same file twice', forge((files) => [...files, { path: REPORT, bytes: FORGED }])],
  ['the same name in other letters', forge((files) => [...files, { path: 'REPORT.pdf', bytes: FORGED }])],
  ['a name out of the folder', forge((files) => [...files, { path: '../../etc/passwd', bytes: FORGED }])],
  ['an absolute name', forge((files) => [...files, { path: '/etc/passwd', bytes: FORGED }])],
  ['a folder', forge((files) => [...files, { path: 'pictures/', bytes: new Uint8Array(), method: 0 }])],
  ['a wrong checksum', forge(only(REPORT, { crc: 7 }))],
  ['a wrong size', forge(only(REPORT, { byteCount: 4 }))],
  ['bytes behind a packed stream', forge(only(REPORT, { tail: utf8('tail') }))],
]

describe('a forged pack', () => {
  it.each(FORGERIES)('is not intact: %s', (_name, zip) => {
    const { intact, problems } = verdictOf(zip)
    expect(intact).toBe(false)
    expect(problems.length).toBeGreaterThan(0)
  })
  it('names the file whose content would be another', () => {
    const [, zip] = FORGERIES[0] as [string, Uint8Array]
    expect(verdictOf(zip).problems).toContainEqual({
      kind: 'changed',
      path: REPORT,
      message: 'report.pdf was changed after sealing.',
    })
  })
  it('goes on after a damaged file and names every file that is changed, missing or added', () => {
    const zip = forge((files) => [
      ...only(REPORT, { crc: 7 })(files.filter(({ path }) => path !== 'record.json')),
      { path: 'extra.txt', bytes: utf8('x') },
    ])
    expect(verdictOf(zip).problems.map((problem) => [problem.kind, 'path' in problem ? problem.path : ''])).toEqual([
      ['missing', 'record.json'],
      ['changed', REPORT],
      ['added', 'extra.txt'],
    ])
  })
  it.each([
    ['another spelling', (text: string) => text.replace('{', '{ ')],
    ['another field', (text: string) => text.replace('}', ',"x":1}')],
    ['another algorithm', (text: string) => text.replace('Ed25519', 'ed25519')],
  ])('is not intact with %s of the signature', (_name, change) => {
    const text = new TextDecoder().decode(SEALED['signature.json'])
    const zip = forge(only('signature.json', { bytes: utf8(change(text)) }))
    expect(verdictOf(zip).problems.map(({ kind }) => kind)).toEqual(['signature'])
  })
  it('survives a manifest nested deeper than any stack', () => {
    const deep = utf8(`{"format":"awlbright-pack-1","files":[],"jobName":${'['.repeat(100_000)}${']'.repeat(100_000)}}`)
    expect(verdictOf(forge(only('manifest.json', { bytes: deep }))).intact).toBe(false)
  })
  it('is refused before anything is unpacked when it declares more than a pack may hold', () => {
    const zip = forge(only(REPORT, { byteCount: 0x7fffffff }))
    expect(() => readPackZip(zip)).toThrow(/unpacks to more/)
  })
})

function mutated(zip: Uint8Array, seed: number): Uint8Array {
  const roll = dice(seed)
  const at = roll(zip.length)
  const length = 1 + roll(40)
  switch (roll(5)) {
    case 0: // a few bytes elsewhere
      return Buffer.concat([zip.subarray(0, at), zip.subarray(at, at + length), zip.subarray(at)])
    case 1: // a hole
      return Buffer.concat([zip.subarray(0, at), zip.subarray(at + length)])
    case 2: {
      // a range copied over another
      const other = Uint8Array.from(zip)
      other.copyWithin(roll(zip.length), at, at + length)
      return other
    }
    case 3: {
      // several bytes at once, as a forger who mends both headers would
      const other = Uint8Array.from(zip)
      for (let k = 0; k < 2; k++) other[roll(zip.length)] = roll(256)
      return other
    }
    default: {
      const other = Uint8Array.from(zip)
      other[at] = (other[at] as number) ^ (1 << roll(8))
      return other
    }
  }
}

describe('held against other unpackers', () => {
  const whole = zipSync(SEALED, { mtime: '2026-01-01T00:00:00Z' })
  it('both take out of a sealed pack what was sealed', async () => {
    expect(isSealed(await unpackedByJsZip(whole))).toBe(true)
    expect(isSealed(await unpackedByYauzl(whole))).toBe(true)
  })
  it('no changed byte is intact, whichever it is, unless it changes the time alone', () => {
    const intact: number[] = []
    for (let at = 0; at < whole.length; at++) {
      const other = Uint8Array.from(whole)
      other[at] = (other[at] as number) ^ (1 + (at % 255))
      if (verdictOf(other).intact) intact.push(at)
    }
    expect(intact.length).toBeLessThan(5)
  })
  it('whatever is called intact unpacks to what was sealed, of 4,000 mutations and every forgery', async () => {
    const untrue: string[] = []
    let intact = 0
    const hold = async (name: string, zip: Uint8Array) => {
      if (!verdictOf(zip).intact) return
      intact++
      const [one, two] = await Promise.all([unpackedByJsZip(zip), unpackedByYauzl(zip)])
      if (!isSealed(one) || !isSealed(two)) untrue.push(name)
    }
    for (let seed = 1; seed <= 4000; seed++) await hold(`mutation ${seed}`, mutated(whole, seed))
    for (const [name, zip] of FORGERIES) await hold(name, zip)
    expect(untrue).toEqual([])
    expect(intact).toBeLessThan(400)
  })
})
