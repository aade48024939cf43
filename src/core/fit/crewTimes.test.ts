import { describe, expect, it } from 'vitest'
import { NO_TIMES, crewTimes, ownTime } from './crewTimes'

const took = (template: string, minutes: number, day = '03-01', models: string[] = []) => ({
  template,
  minutes,
  at: `2026-${day}T12:00:00.000Z`,
  models,
})

describe('what earlier jobs teach', () => {
  it('is said of each kind of task and each step of commissioning, and of the models that were had', () => {
    const recorded = [
      took('mount', 90, '03-01', ['Hearth 5']),
      took('mount', 88, '04-01', ['Tern 10']),
      took('mount', 60, '03-08', ['hearth-5']),
      took('mount', 58, '04-08', ['Tern 10']),
      took('isolate', 30),
      ...[4, 5, 6, 7, 12].map((minutes) => took('commissioning.profile', minutes)),
    ]
    expect(crewTimes(recorded)).toEqual({
      taskMin: { mount: 74, 'commissioning.profile': 6 },
      firstTimeFactor: { mount: 89 / 59 },
      stepMin: { profile: 7 },
      knownModels: ['hearth5', 'tern10'],
    })
  })
  it('is as short for ten thousand records as for ten', () => {
    const many = Array.from({ length: 10_000 }, (_, k) => took('mount', 50 + (k % 20), '03-01', ['Hearth 5']))
    const size = (recorded: typeof many) => JSON.stringify(crewTimes(recorded)).length
    expect(size(many)).toBeLessThanOrEqual(size(many.slice(0, 10)) + 4)
  })
  it('is nothing where nothing was timed, and knows no model then', () => {
    expect(NO_TIMES).toEqual({ taskMin: {}, firstTimeFactor: {}, stepMin: {}, knownModels: null })
  })
  it('is not asked of what an object has from birth', () => {
    expect(ownTime(crewTimes([took('isolate', 20), took('isolate', 30)]).taskMin, 'isolate')).toBe(25)
    expect(ownTime(NO_TIMES.taskMin, 'constructor')).toBeUndefined()
  })
})
