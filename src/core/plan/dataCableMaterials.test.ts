import { describe, expect, it } from 'vitest'
import { aDataRun } from '../../../tests/support/house'
import { type FitDetails, fitOf } from '../installation/fit'
import { RULE_PACKS } from '../rules/packs'
import { dataCableMaterials } from './dataCableMaterials'

const runs = (...changes: Partial<FitDetails['dataRun']>[]) =>
  fitOf(
    changes.map((change) => aDataRun(change)),
    'dataRun',
  )
const { limits } = RULE_PACKS['iec-1ph-230']

describe('data cable on the pick list', () => {
  it('is ordered by what is on it, with slack, and ends for each run', () => {
    const lines = dataCableMaterials(runs({}, { lengthM: 8 }, { signal: 'can' }), limits)
    expect(lines.map(({ item }) => item)).toEqual([
      'Data cable, RS-485 pair',
      'Connectors or ferrules for data cable, RS-485 pair',
      'Data cable, CAN pair',
      'Connectors or ferrules for data cable, CAN pair',
    ])
    expect(lines[0]?.quantity).toBeGreaterThan(20)
    expect(lines[1]?.quantity).toBe(4)
  })
  it('names a run whose length nobody entered, and leaves out what is wireless', () => {
    const lines = dataCableMaterials(runs({ lengthM: null }, { carrier: 'wireless' }), limits)
    expect(lines[0]).toMatchObject({ item: 'Data cable, RS-485 pair: length to measure', quantity: 1, from: 'd1' })
    expect(lines).toHaveLength(2)
  })
})
