import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { benchOf } from '@/core/evidence/bench'
import { house, reading, recordOf, tester } from '../../../tests/support/house'
import { readingsCsv } from './readingsCsv'

const first = reading('earth.islandBond', 'ne', 0.4, { unit: 'V', digits: '0.40', instrumentId: tester.id })
const second = reading('earth.islandBond', 'ne', 0.3, {
  unit: 'V',
  supersedes: first.id,
  supersedeReason: 'loose lead, "again"\nlonger',
})
const wild = reading('fit.component.inv1', 'serial', '=HYPERLINK("x")')
const record = recordOf(house(), [first, second, wild])
const { data } = Papa.parse<Record<string, string>>(readingsCsv(record.readings, benchOf(record)), { header: true })

describe('readings as CSV', () => {
  it('holds every reading, corrected ones included, with the digits that were typed', () => {
    expect(data.map(({ value, corrects }) => [value, corrects])).toEqual([
      ['0.40', ''],
      ['0.3', first.id],
      ['', ''],
    ])
  })

  it('names point, instrument and person', () => {
    expect(data[0]).toMatchObject({
      label: 'Neutral–earth bond in island mode',
      instrument: 'M9',
      recorded_by: 'Test Hand',
      unit: 'V',
    })
  })

  it('keeps a reason with quotes and lines whole', () => {
    expect(data[1]?.reason).toBe('loose lead, "again"\nlonger')
  })

  it('lets no cell be run by a spreadsheet', () => {
    expect(data[2]?.word).toBe(`'=HYPERLINK("x")`)
  })
})
