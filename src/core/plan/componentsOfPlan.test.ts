import { describe, expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import type { Component } from '../installation/installation'
import { componentsNotListed } from './componentsOfPlan'

const own = house()
const [unit] = own.sources.units
const planned = (components: readonly Pick<Component, 'kind' | 'name'>[], change: object = {}) =>
  componentsNotListed({
    components,
    sources: { ...own.sources, gatewayA: 63, units: [{ ...unit!, name: 'Made-up 6', moduleCount: 2, ...change }] },
  }).map(({ name }) => name)

describe('what the plan counts on and the list lacks', () => {
  it('is every inverter with its modules, and the gateway', () => {
    expect(planned([])).toEqual(['Made-up 6', 'Made-up 6 module 1', 'Made-up 6 module 2', 'Gateway'])
  })
  it('is nothing that is on the list, by its name or as another of its kind', () => {
    expect(
      planned([
        { kind: 'battery', name: 'made-up 6 module 2' },
        { kind: 'gateway', name: 'Box in the hall' },
        { kind: 'isolator', name: 'Made-up 6' },
      ]),
    ).toEqual(['Made-up 6', 'Made-up 6 module 1'])
    expect(
      planned([
        { kind: 'battery', name: 'A' },
        { kind: 'battery', name: 'B' },
      ]),
    ).toEqual(['Made-up 6', 'Gateway'])
  })
  it('is no module while nobody has counted them, and no gateway without a rating', () => {
    expect(planned([], { moduleCount: null })).toEqual(['Made-up 6', 'Gateway'])
    expect(componentsNotListed({ components: [], sources: { ...own.sources, gatewayA: null, units: [] } })).toEqual([])
  })
})
