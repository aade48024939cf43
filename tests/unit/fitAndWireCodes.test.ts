import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { ValidationError } from 'yup'
import { CALC_CODES } from '@/cli/calcCodes'

/** What a calculation says of an input: `null` when it takes it, else the message. */
function refusal(code: string, input: unknown): string | null {
  try {
    CALC_CODES[code]?.run(input)
    return null
  } catch (error) {
    if (error instanceof ValidationError || error instanceof RangeError) return error.message
    throw error
  }
}

const vector = (code: string) =>
  (
    JSON.parse(readFileSync(new URL(`../reference/vectors/${code}.json`, import.meta.url), 'utf8')) as {
      cases: { input: Record<string, unknown> }[]
    }
  ).cases[0]?.input as Record<string, never>
/** An input with one field changed, by its path. */
function changed(code: string, path: string, value: unknown): unknown {
  const input = structuredClone(vector(code)) as Record<string, unknown>
  const parts = path.split('.')
  const last = parts.pop() as string
  const at = parts.reduce<Record<string, unknown>>((node, part) => node[part] as Record<string, unknown>, input)
  if (value === undefined) delete at[last]
  else at[last] = value
  return input
}

describe('the codes of fit and wire', () => {
  it.each(['F-1', 'F-2', 'F-3', 'W-1', 'W-2', 'W-5'])('%s takes its first vector', (code) => {
    expect(refusal(code, vector(code))).toBeNull()
  })

  it.each([
    ['F-1', 'wall.widthMm', 0, 'wall.widthMm must be above 0'],
    ['F-1', 'wall.widthMm', '4200', 'wall.widthMm must be a number'],
    ['F-1', 'unit.clearMm.left', -1, 'unit.clearMm.left must be 0 or more'],
    ['F-1', 'unit.clearMm', undefined, 'unit.clearMm'],
    ['F-1', 'obstacles', {}, 'obstacles must be a list'],
    ['F-1', 'kindClearMm.window', -5, 'kindClearMm.window'],
    ['F-2', 'feet.0.heightMm', 'low', 'feet[0].heightMm must be a number'],
    ['F-2', 'feet', undefined, 'feet'],
    ['F-3', 'limitKg', 0, 'limitKg must be above 0'],
    ['F-3', 'items.0.massKg', -1, 'items[0].massKg must be 0 or more'],
    ['F-3', 'crewSize', 1.5, 'crewSize must be a whole number'],
    ['W-1', 'installation.nodes.0.kind', 'cloud', 'installation.nodes[0].kind must be supply, bus, load or electrode'],
    ['W-1', 'installation.edges.0.to', 'nowhere', 'tails: It ends at “nowhere”, which is not there.'],
    ['W-1', 'installation.devices.0.positions', [], 'needs a position'],
    ['W-1', 'installation.plan.island.mainSwitch', 'half', 'stands at “half”'],
    ['W-1', 'installation.interlocks', [['bypassSwitch']], 'names two devices'],
    ['W-1', 'installation.sources.0.role', 'leading', 'must be forming or following'],
    ['W-2', 'target', 'attic', 'there is no node “attic”'],
    ['W-2', 'target', 7, 'target must be text'],
    ['W-5', 'meterNoiseW', -1, 'meterNoiseW must be 0 or more'],
    ['W-5', 'steps.0.meterW', null, 'steps[0].meterW'],
  ] as const)('%s with %s = %j says where it is wrong', (code, path, value, message) => {
    expect(refusal(code, changed(code, path, value))).toContain(message)
  })

  it('W-1 goes through more combinations than could be walked one by one, when most cannot matter', () => {
    const { installation } = structuredClone(vector('W-1')) as unknown as {
      installation: { devices: object[]; edges: object[]; plan: Record<string, Record<string, string>> }
    }
    for (let k = 0; k < 40; k++) {
      installation.devices.push({
        id: `s${k}`,
        kind: 'manual',
        positions: [
          { name: 'off', closes: [] },
          { name: 'on', closes: [] },
        ],
        lockable: true,
        bypass: false,
      })
      for (const name of ['asLeft', 'island', 'bypass'])
        (installation.plan[name] as Record<string, string>)[`s${k}`] = 'off'
    }
    const before = CALC_CODES['W-1']?.run(vector('W-1')) as { allowedCombinations: number }
    expect(CALC_CODES['W-1']?.run({ installation })).toMatchObject({
      allowedCombinations: before.allowedCombinations * 2 ** 40,
      leftOut: 0,
      violated: [],
    })
  })

  it.each([null, 7, 'text', [], {}, { installation: null }, { feet: null }, { steps: [{}] }])(
    'never falls over %j',
    (input) => {
      for (const code of ['F-1', 'F-2', 'F-3', 'F-4', 'W-1', 'W-2', 'W-5'])
        expect(refusal(code, input), code).toBeTypeOf('string')
    },
  )

  it('F-4 judges a unit by the stricter of two documents', () => {
    const declared = { minShoreKm: 0.5, ipCode: 'IP55', minTempC: -10, maxTempC: 45 }
    const input = {
      place: 'outdoors',
      shoreKm: 0.8,
      minTempC: -5,
      maxTempC: 30,
      floodMm: 0,
      terminalMm: 400,
      declared: [declared, { ...declared, minShoreKm: 1 }],
    }
    expect(CALC_CODES['F-4']?.run(input)).toMatchObject({
      verdict: 'exceeds',
      findings: [
        { check: 'shore', mark: 'exceeds' },
        { check: 'ingress', mark: 'fits' },
        { check: 'temperature', mark: 'fits' },
        { check: 'flood', mark: 'fits' },
      ],
    })
    expect(refusal('F-4', { ...input, place: 'moon' })).toContain('place must be one of')
  })
})
