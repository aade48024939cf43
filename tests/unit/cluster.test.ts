import { chmodSync, mkdtempSync, readFileSync, rmSync, statSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { ownFolder, secretsOf } from '../../scripts/lib/cluster.mjs'

let folder: string
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'awlbright-cluster-'))
})
afterEach(() => rmSync(folder, { recursive: true, force: true }))
const modeOf = (path: string) => statSync(path).mode & 0o777

describe('the secrets of a data folder', () => {
  it('are made once, differ from one another, and are their owner’s to read', () => {
    const first = secretsOf(folder) as Record<string, string>
    expect(new Set(Object.values(first)).size).toBe(Object.keys(first).length)
    expect(secretsOf(folder)).toEqual(first)
    expect(modeOf(join(folder, 'secrets.json'))).toBe(0o600)
  })
  it('are not read or written through a link', () => {
    const elsewhere = join(folder, 'elsewhere.json')
    writeFileSync(elsewhere, '{"app":"planted"}', { mode: 0o600 })
    symlinkSync(elsewhere, join(folder, 'secrets.json'))
    expect(() => secretsOf(folder)).toThrow(/is a link/)
    expect(readFileSync(elsewhere, 'utf8')).toBe('{"app":"planted"}')
  })
  it('are not made at the end of a link that leads nowhere', () => {
    symlinkSync(join(folder, 'nowhere.json'), join(folder, 'secrets.json'))
    expect(() => secretsOf(folder)).toThrow(/is a link/)
  })
  it('are refused when others can read them', () => {
    secretsOf(folder)
    chmodSync(join(folder, 'secrets.json'), 0o644)
    expect(() => secretsOf(folder)).toThrow(/can be read by others/)
  })
})

describe('the folder of the database', () => {
  it('is made for its owner alone', () => {
    ownFolder(join(folder, 'postgres'))
    expect(modeOf(join(folder, 'postgres'))).toBe(0o700)
  })
  it('is refused as a link or a file', () => {
    symlinkSync(folder, join(folder, 'link'))
    writeFileSync(join(folder, 'file'), '')
    expect(() => ownFolder(join(folder, 'link'))).toThrow(/is no folder/)
    expect(() => ownFolder(join(folder, 'file'))).toThrow()
  })
})
