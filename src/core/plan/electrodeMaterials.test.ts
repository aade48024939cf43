import { describe, expect, it } from 'vitest'
import { RULE_PACKS } from '../rules/packs'
import { aCircuit, anElectrode } from '../../../tests/support/house'
import { electrodeMaterials } from './electrodeMaterials'
import { materials } from './materials'

const linesOf = (change: Parameters<typeof anElectrode>[0]) =>
  electrodeMaterials(anElectrode(change)).map(({ item, quantity, unit }) => `${quantity} ${unit} ${item}`)

describe('what an electrode takes', () => {
  it.each([
    ['a rod', { lengthM: 2.4 }, ['1 pieces Rod of 2.4 m with coupling, clamp and inspection pit']],
    ['a rod of no known length', {}, ['1 pieces Rod with coupling, clamp and inspection pit']],
    [
      'an array',
      { kind: 'array', lengthM: 2.4, rodCount: 3, spacingM: 3 },
      ['3 pieces Rod of 2.4 m with coupling and clamp', '6 m Linking conductor', '1 pieces Inspection pit'],
    ],
    [
      'an array that nobody has laid out',
      { kind: 'array' },
      ['1 pieces Rods with couplings, clamps, linking conductor and inspection pit'],
    ],
    [
      'a conductor',
      { kind: 'conductor', lengthM: 12 },
      ['12 m Conductor to bury', '1 pieces Clamp and inspection pit'],
    ],
  ] as const)('%s', (_name, change, lines) => expect(linesOf(change)).toEqual(lines))
})

it('a residual-current device is one device, however many circuits are behind it', () => {
  const behind = (tag: string, residualTag: string | null) =>
    aCircuit({ id: tag, tag, iDeltaNMa: 30, backedUp: true, residualTag })
  const circuits = [behind('c1', 'd1'), behind('c2', 'd1'), behind('c3', null)]
  const lines = materials({
    dataRuns: [],
    rules: RULE_PACKS['iec-1ph-230'],
    runs: [],
    circuits,
    electrodes: [],
    sourceDevicesA: [],
    extraM: {},
  })
  expect(lines.find(({ group }) => group === 'devices')).toMatchObject({ quantity: 2 })
})
