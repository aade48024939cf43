import Ajv2020 from 'ajv/dist/2020'
import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { RULE_PACK_IDS } from '@/core/rules/rulePack'
import { SCHEMES, choicesOfPlan } from '@/core/wiring/topology/topologyChoices'
import { startingTopology } from '@/core/wiring/topology/startingTopology'
import { MOST_FILE_BYTES, installationFile, readInstallationFile } from '@/schemas/installationFile'
import { house } from '../support/house'

const published = new Ajv2020({ strict: false, allErrors: true }).compile(
  JSON.parse(readFileSync(new URL('../../docs/formats/installation.schema.json', import.meta.url), 'utf8')) as object,
)
const { cases } = JSON.parse(readFileSync(new URL('../reference/vectors/W-1.json', import.meta.url), 'utf8')) as {
  cases: { name: string; input: { installation: object } }[]
}
const inFile = (installation: unknown) => ({ format: 'awlbright-installation', version: 1, installation })
const issuesOf = (text: string) => {
  const read = readInstallationFile(text)
  return read.ok ? [] : read.error
}
const graph = startingTopology(house())
/** A copy with the value at a path replaced; `undefined` takes it out. */
const changed = (path: (string | number)[], value: unknown) => {
  const copy = structuredClone(inFile(graph)) as unknown as Record<string | number, unknown>
  const holder = path
    .slice(0, -1)
    .reduce<Record<string | number, unknown>>((at, step) => at[step] as Record<string | number, unknown>, copy)
  if (value === undefined) delete holder[path.at(-1) as string]
  else holder[path.at(-1) as string] = value
  return copy
}

describe('the installation file', () => {
  for (const packId of RULE_PACK_IDS)
    for (const scheme of SCHEMES)
      it(`${packId}, ${scheme}: what is written is read back the same, and fits the published schema`, () => {
        const own = startingTopology(house({ packId }), {
          ...choicesOfPlan(house({ packId })),
          scheme,
          generatorInlet: true,
          secondBattery: true,
        })
        const text = installationFile(own)
        expect(published(JSON.parse(text)), JSON.stringify(published.errors)).toBe(true)
        const read = readInstallationFile(text)
        // a default that was left out is written out
        expect(read).toMatchObject({ ok: true, value: JSON.parse(JSON.stringify(own)) as object })
      })
  it.each(cases)('$name fits both', ({ input }) => {
    expect(published(inFile(input.installation))).toBe(true)
    expect(readInstallationFile(JSON.stringify(inFile(input.installation))).ok).toBe(true)
  })

  it.each<[string, (string | number)[], unknown, string, string]>([
    [
      'a kind nobody knows',
      ['installation', 'nodes', 3, 'kind'],
      'cloud',
      'installation.nodes[3].kind',
      'must be supply, bus, load or electrode; here it is "cloud"',
    ],
    ['a missing id', ['installation', 'edges', 0, 'id'], undefined, 'installation.edges[0].id', 'is missing'],
    [
      'a number for a name',
      ['installation', 'nodes', 0, 'name'],
      7,
      'installation.nodes[0].name',
      'must be text; here it is 7',
    ],
    [
      'a switch without a position',
      ['installation', 'devices', 0, 'positions'],
      [],
      'installation.devices[0].positions',
      'needs a position',
    ],
    [
      'a wish for true',
      ['installation', 'devices', 0, 'lockable'],
      'yes',
      'installation.devices[0].lockable',
      'must be true or false; here it is "yes"',
    ],
    [
      'one end of an interlock',
      ['installation', 'interlocks'],
      [['main']],
      'installation.interlocks[0]',
      'names two devices',
    ],
    ['no phase', ['installation', 'phases'], [], 'installation.phases', 'needs a phase'],
    ['a plan without its island', ['installation', 'plan', 'island'], undefined, 'installation.plan.island', 'missing'],
    ['another format', ['format'], 'drawing', 'format', 'must be “awlbright-installation”; here it is "drawing"'],
    ['a later version', ['version'], 2, 'version', 'version must be 1; here it is 2'],
    ['a list for the whole', ['installation'], [], 'installation', ''],
  ])('refuses %s by its path, and so does the published schema', (_name, path, value, where, says) => {
    const file = changed(path, value)
    expect(issuesOf(JSON.stringify(file))).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ path: where, message: expect.stringContaining(says) as string }),
      ]),
    )
    expect(published(file)).toBe(false)
  })

  it.each<[string, string, RegExp]>([
    ['an empty file', '', /not JSON: line 1, column 1/],
    ['half a file', '{\n  "format": "awlbright-installation",\n  "version": }', /not JSON: line 3, column 14/],
    ['a number', '7', /holds one object/],
    ['null', 'null', /holds one object/],
    ['brackets without end', '['.repeat(500_000), /nested more deeply/],
    ['objects without end', '{"a":'.repeat(60_000), /nested|JSON/],
    ['too much', ' '.repeat(MOST_FILE_BYTES + 1), /larger than 2 MB/],
  ])('tells of %s where it is wrong', (_name, text, says) => {
    expect(
      issuesOf(text)
        .map(({ message }) => message)
        .join(' '),
    ).toMatch(says)
  })
  it('does not say a thousand times what is wrong', () => {
    const file = changed(
      ['installation', 'nodes'],
      Array.from({ length: 400 }, () => ({ id: 7, kind: 'cloud' })),
    )
    expect(issuesOf(JSON.stringify(file)).length).toBeLessThanOrEqual(51)
  })
  it('never takes over a name of the object’s own chain', () => {
    const text = JSON.stringify(inFile(graph)).replace('"asLeft":{', '"asLeft":{"__proto__":{"polluted":"yes"},')
    expect(issuesOf(text).length).toBeGreaterThanOrEqual(0)
    expect(({} as Record<string, unknown>).polluted).toBeUndefined()
  })
  it('says of any one change what the published schema says', () => {
    const paths: (string | number)[][] = [
      ['installation', 'nodes', 0, 'kind'],
      ['installation', 'nodes', 1, 'promise'],
      ['installation', 'edges', 0, 'carries'],
      ['installation', 'edges', 1, 'device'],
      ['installation', 'edges', 1, 'rcd'],
      ['installation', 'devices', 0, 'kind'],
      ['installation', 'devices', 0, 'symbol'],
      ['installation', 'devices', 1, 'bypass'],
      ['installation', 'sources', 0, 'role'],
      ['installation', 'sources', 0, 'planSide'],
      ['installation', 'bonds', 0, 'node'],
      ['installation', 'bonds'],
      ['installation', 'interlocks'],
      ['installation', 'plan', 'bypass'],
      ['installation', 'plan', 'asLeft', 'main'],
      ['installation', 'phases', 0],
    ]
    const value = fc.oneof(
      fc.constant(undefined),
      fc.constant(null),
      fc.boolean(),
      fc.integer(),
      fc.constantFrom('', 'on', 'bus', 'forming', 'with space', 'x'.repeat(61), 'grid'),
      fc.constant([]),
      fc.constant({}),
      fc.constant(['L1']),
    )
    fc.assert(
      fc.property(fc.constantFrom(...paths), value, (path, wanted) => {
        const file = changed(path, wanted)
        expect(
          readInstallationFile(JSON.stringify(file)).ok,
          JSON.stringify([path, wanted, issuesOf(JSON.stringify(file))]),
        ).toBe(published(file))
      }),
      { seed: 11, numRuns: 400 },
    )
  })
})
