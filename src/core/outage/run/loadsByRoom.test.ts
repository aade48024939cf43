import { describe, expect, it } from 'vitest'
import { aLoad } from '../../../../tests/support/house'
import { loadsByRoom } from './loadsByRoom'

describe('loads by room', () => {
  it('follow the list, with what has no room last, and a room however it is written', () => {
    const loads = [
      aLoad({ tag: 'lights' }),
      aLoad({ tag: 'fridge', room: 'Kitchen' }),
      aLoad({ tag: 'router', room: 'Hall' }),
      aLoad({ tag: 'oven', room: ' kitchen' }),
      aLoad({ tag: 'pump', room: '' }),
    ]
    expect(loadsByRoom(loads).map(({ room, loads: own }) => [room, own.map(({ tag }) => tag)])).toEqual([
      ['Kitchen', ['fridge', 'oven']],
      ['Hall', ['router']],
      [null, ['lights', 'pump']],
    ])
    expect(loadsByRoom([])).toEqual([])
  })
})
