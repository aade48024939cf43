import { describe, expect, it } from 'vitest'
import { jobRests } from './jobRests'

describe('jobs that were worked out a moment ago', () => {
  it('rest four times as long as they took, each for itself', () => {
    let now = 1000
    const rests = jobRests(() => now)
    rests.workedOut('long', 300)
    rests.workedOut('short', 10)
    expect([rests.isResting('long'), rests.isResting('short'), rests.isResting('other')]).toEqual([true, true, false])
    now = 1040
    expect([rests.isResting('long'), rests.isResting('short')]).toEqual([true, false])
    now = 2199
    expect(rests.isResting('long')).toBe(true)
    now = 2200
    expect(rests.isResting('long')).toBe(false)
  })

  it('never rest longer than ten seconds', () => {
    let now = 0
    const rests = jobRests(() => now)
    rests.workedOut('endless', 60_000)
    now = 10_000
    expect(rests.isResting('endless')).toBe(false)
  })

  it('are forgotten when they have rested', () => {
    let now = 0
    const rests = jobRests(() => now)
    for (let k = 0; k < 1000; k++) {
      now += 100
      rests.workedOut(`job ${k}`, 20)
    }
    expect(rests.count()).toBe(1)
  })
})
