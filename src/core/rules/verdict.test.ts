import { describe, expect, it } from 'vitest'
import { worstPlanMark, worstVerdict } from './verdict'
import { judgeBand } from './judgeFigure'

const accuracy = { percentOfReading: 2, digits: 3, resolution: 0.1 }

describe('judgeBand', () => {
  it.each([
    [100, undefined, 'proven'],
    [100.0001, undefined, 'stop'],
    [97, accuracy, 'proven'],
    [98, accuracy, 'watch'],
    [100.5, accuracy, 'stop'],
    [null, accuracy, 'open'],
  ] as const)('%s against ≤ 100', (reading, tool, verdict) => {
    expect(judgeBand(reading, { max: 100 }, tool)).toBe(verdict)
  })
  it('takes a limit exactly met as met, at both ends', () => {
    expect(judgeBand(0.1 + 0.2, { min: 0.3, max: 0.3 })).toBe('proven')
  })
})

it('takes nothing shown for open, and stop before open before watch', () => {
  expect([
    worstVerdict([]),
    worstVerdict(['proven', 'watch']),
    worstVerdict(['watch', 'open']),
    worstVerdict(['open', 'stop', 'proven']),
  ]).toEqual(['open', 'watch', 'open', 'stop'])
  expect([worstPlanMark([]), worstPlanMark(['fits', 'tight']), worstPlanMark(['exceeds', 'open'])]).toEqual([
    'open',
    'tight',
    'exceeds',
  ])
})
