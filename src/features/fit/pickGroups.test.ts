import { describe, expect, it } from 'vitest'
import type { FitItem } from '@/core/installation/fit'
import { house } from '../../../tests/support/house'
import { pickCsv, pickGroups } from './pickGroups'

type Detail = FitItem<'material'>['detail']
const line = (tag: string, detail: Partial<Detail>): FitItem<'material'> => ({
  id: tag,
  kind: 'material',
  tag,
  name: `Cable ${tag}`,
  sort: 0,
  detail: {
    group: 'cable',
    unit: 'm',
    planned: 12,
    vanPlace: null,
    taskTag: null,
    deliveryTag: null,
    loaded: null,
    used: null,
    note: null,
    ...detail,
  },
})

describe('the groups of a pick list', () => {
  it('go by name, and what has no place comes last', () => {
    const list = [line('m1', {}), line('m2', { vanPlace: 'rack left' }), line('m3', { vanPlace: 'box 2' })]
    expect(pickGroups(house(), list, 'van').map(({ name, items }) => [name, items.map(({ tag }) => tag)])).toEqual([
      ['box 2', ['m3']],
      ['rack left', ['m2']],
      ['no place in the van yet', ['m1']],
    ])
  })
  it('stand under no task where the task is gone', () => {
    expect(pickGroups(house({ fit: [] }), [line('m1', { taskTag: 't9' })], 'task')[0]?.name).toBe('no task yet')
  })
})

describe('a pick list as a file', () => {
  it('has a row a line, and tames what a spreadsheet would run', () => {
    expect(pickCsv([line('m1', { note: '=2+3' })]).split('\n')[1]).toBe("cable,Cable m1,12,m,,,,,,'=2+3")
  })
})
