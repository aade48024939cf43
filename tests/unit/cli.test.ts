import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { publicKeyOf, sealFiles } from '@/core/pack/seal'
import { sealedZip } from '../support/jobZips'

const root = fileURLToPath(new URL('../..', import.meta.url))
const cli = (args: string[], input = '') => {
  const { status, stdout, stderr } = spawnSync(join(root, 'node_modules/.bin/tsx'), ['src/cli/main.ts', ...args], {
    cwd: root,
    input,
    encoding: 'utf8',
  })
  return { status, stderr, json: () => JSON.parse(stdout) as unknown }
}
const SUPPLY = { pack: 'iec-1ph-230', ratingA: 80, powerFactor: 0.5, maximumDemandKva: 20 }
const CAPACITY = {
  capacityKva: expect.closeTo(18.4, 9),
  capacityKw: expect.closeTo(9.2, 9),
  headroomKva: expect.closeTo(-1.6, 9),
  verdict: 'exceeds',
}

describe('calc', () => {
  it('takes one object', () => {
    expect(cli(['calc', 'P-1'], JSON.stringify(SUPPLY)).json()).toEqual(CAPACITY)
  })
  it('answers in place for a bad entry of an array', () => {
    const { status, json } = cli(['calc', 'P-1'], JSON.stringify([{ pack: 'nowhere' }, SUPPLY, 5]))
    expect([status, json()]).toEqual([
      0,
      [{ error: expect.stringContaining('pack') }, CAPACITY, { error: expect.any(String) }],
    ])
  })
  it.each([
    [['calc', 'P-1'], '{"pack":"iec-1ph-230","ratingA":"80"}', /ratingA must be a `?number/],
    [['calc', 'Z-9'], '{}', /no code “Z-9”/],
    [['calc', 'P-1'], 'not json', /not JSON/],
    [['trace', '/nowhere.cff'], '', /no such file/],
    [['trace', 'a.cff', '--map', '{"roles":{"v1":"street"}}'], '', /roles must give a channel one of load, grid/],
    [['trace', 'a.cff', '--map', '{roles'], '', /--map: this is not JSON/],
    [['log', '/nowhere.csv'], '', /no such file/],
    [['log', 'tests/reference/traces/n2-forced.csv', '--map', '{"separator":"x"}'], '', /is required/],
    [['log', 'package.json'], '', /no column reads as a time/],
    [['film', 'tests/reference/films/f1-25-h264.csv', '--lamp', 'candle'], '', /--lamp: “candle” is not one of/],
    [[], '', /usage/],
  ] as const)('%s ends with 2 and names the field', (args, input, message) => {
    const { status, stderr } = cli([...args], input)
    expect([status, stderr]).toEqual([2, expect.stringMatching(message)])
  })
})

it('trace prints the analysis of a recording with its partner file', () => {
  const { json } = cli(['trace', 'tests/reference/traces/c1-single-12ms-1999-binary.cfg', '--pack', 'iec-1ph-230'])
  const { gap, fsHz } = json() as { gap: { longestPhaseMs: number; rideThroughClass: string }; fsHz: number }
  expect([Math.abs(gap.longestPhaseMs - 12) < 1, gap.rideThroughClass, fsHz]).toEqual([true, 'unnoticed', 10_000])
})

it('log prints what a meter saw, by its own words where nobody says how to read it', () => {
  const { json } = cli(['log', 'tests/reference/traces/n4-return.csv', '--pack', 'iec-1ph-230'])
  expect(json()).toMatchObject({ gridLostS: 60, gapS: 3, rideThroughClass: 'pause', waitS: 72 })
})

it('film prints the gap of a lamp', () => {
  const { json } = cli(['film', 'tests/reference/films/f1-25-h264.csv'])
  expect(json()).toMatchObject({ evidence: 'C', gapMs: expect.closeTo(400, 6) })
})

it('verify names a changed file and trusts only the key it is given', () => {
  const folder = mkdtempSync(join(tmpdir(), 'awlbright-'))
  const files = sealFiles(
    { 'a.txt': new Uint8Array([1, 2]) },
    { jobName: 'J', sealedAt: '2026-01-01T00:00:00.000Z' },
    '05'.repeat(32),
  )
  const path = (name: string, content: Record<string, Uint8Array>) => {
    writeFileSync(join(folder, name), zipSync(content))
    return join(folder, name)
  }
  const good = path('good.zip', files)
  expect(cli(['verify', good, '--key', publicKeyOf('05'.repeat(32))]).status).toBe(0)
  expect(cli(['verify', good, '--key', publicKeyOf('06'.repeat(32))]).status).toBe(1)
  const bad = cli(['verify', path('bad.zip', { ...files, 'a.txt': new Uint8Array([1, 3]) })])
  expect([bad.status, bad.json()]).toEqual([
    1,
    expect.objectContaining({ intact: false, problems: [expect.objectContaining({ kind: 'changed', path: 'a.txt' })] }),
  ])
})

describe('job with its pictures', () => {
  const sealedJob = () => {
    const files = { 'job.json': new Uint8Array(readFileSync(join(root, 'demo/jobs/4-lantern-steps.json'))) }
    return sealedZip(files, { jobName: 'House', sealedAt: '2027-01-01T00:00:00.000Z' }, '11'.repeat(32))
  }
  const fileOf = (bytes: Uint8Array) => {
    const path = join(mkdtempSync(join(tmpdir(), 'awlbright-')), 'house.job.zip')
    writeFileSync(path, bytes)
    return path
  }

  it('is judged as it was sealed, and refused where it was changed', async () => {
    const zip = await sealedJob()
    const { status, json } = cli(['job', fileOf(zip)])
    expect([status, json()]).toMatchObject([0, { name: 'Lantern Steps 9' }])
    const changed = zip.slice()
    changed[60] = (changed[60] ?? 0) ^ 1
    const refused = cli(['job', fileOf(changed)])
    expect([refused.status, refused.stderr]).toEqual([2, expect.stringContaining('no job file as it was sealed')])
  })
})
