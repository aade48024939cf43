import { describe, expect, it } from 'vitest'
import { nextTry } from './nextTry'

const MINUTE_MS = 60_000

describe('the next try of a page that could not be made', () => {
  it('waits longer each time, and then waits for a person', () => {
    const waits: (number | null)[] = []
    let tries: number[] = []
    let nowMs = 1_000_000
    for (let k = 0; k < 5; k++) {
      const { lately, waitS } = nextTry(tries, nowMs)
      waits.push(waitS)
      nowMs += (waitS ?? 0) * 1000
      tries = [...lately, nowMs]
    }
    expect(waits).toEqual([3, 10, 30, null, null])
  })

  it('begins anew once the page was well for five minutes', () => {
    const tries = [0, 1, 2]
    expect(nextTry(tries, 5 * MINUTE_MS - 1).waitS).toBeNull()
    expect(nextTry(tries, 5 * MINUTE_MS + 2)).toEqual({ lately: [], waitS: 3 })
  })

  it('passes over what is no time of the past: storage belongs to whoever holds the device', () => {
    expect(nextTry(['yesterday', null, Number.NaN, 2e15, {}], MINUTE_MS)).toEqual({ lately: [], waitS: 3 })
  })
})
