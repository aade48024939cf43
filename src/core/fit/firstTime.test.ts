import { describe, expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import { crewTimes } from './crewTimes'
import { type TaskRecord, firstTimeFactors, knownModels, newModels } from './firstTime'
import { tasksOfPlan } from './taskTemplates'

const took = (minutes: number, day: string, models: string[], template = 'mount'): TaskRecord => ({
  template,
  minutes,
  at: `2026-${day}T12:00:00.000Z`,
  models,
})
/** Two models, each slow the first time. */
const RECORDED = [
  took(90, '03-01', ['Hearth 5']),
  took(60, '03-08', ['hearth-5']),
  took(62, '03-15', ['Hearth 5']),
  took(88, '04-01', ['Tern 10']),
  took(58, '04-08', ['Tern 10']),
]
const house1 = () => house({ components: [{ ...house().components[0]!, kind: 'inverter', model: 'Brand-new 8' }] })

describe('the first time with a model', () => {
  it('is what no timed job had, whatever the spelling', () => {
    const inverter = (model: string) => [{ kind: 'inverter' as const, model }]
    expect(newModels(inverter('HEARTH 5'), knownModels(RECORDED))).toEqual([])
    expect(newModels(inverter('Hearth 7'), knownModels(RECORDED))).toEqual(['Hearth 7'])
    expect(newModels([{ kind: 'isolator', model: 'X' }], knownModels(RECORDED))).toEqual([])
    expect(newModels(inverter('Hearth 7'), knownModels([{ template: 'mount', minutes: 60 }]))).toEqual([])
  })
  it('took as much longer as the crew’s own record has it', () => {
    expect(firstTimeFactors(RECORDED).get('mount')).toBeCloseTo(89 / 60)
  })
  it('is allowed nothing where there is no record of two on either side, and never less or far more', () => {
    expect(firstTimeFactors(RECORDED.slice(0, 3)).size).toBe(0)
    expect(firstTimeFactors(RECORDED.map((one) => ({ ...one, minutes: 60 }))).get('mount')).toBe(1)
    const wild = RECORDED.map((one, k) => ({ ...one, minutes: k === 0 || k === 3 ? 500 : 50 }))
    expect(firstTimeFactors(wild).get('mount')).toBe(3)
  })
  it('lengthens the tasks of a job with a new model, but for those the crew has said itself', () => {
    const minutes = (recorded: TaskRecord[], usual = {}) =>
      tasksOfPlan(house1(), crewTimes(recorded), null, usual).find(({ detail }) => detail.template === 'mount')
    const usual = minutes(RECORDED.slice(0, 3))?.detail.minutes
    expect(usual).toBe(60)
    expect(minutes(RECORDED)).toMatchObject({ minutesFrom: 'firstTime', detail: { minutes: 90 } })
    expect(minutes(RECORDED, { mount: 45 })).toMatchObject({ minutesFrom: 'crew', detail: { minutes: 45 } })
  })
})
