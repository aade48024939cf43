import { describe, expect, it } from 'vitest'
import { everything } from '../../../../tests/support/everything'
import { reading, recordOf } from '../../../../tests/support/house'
import {
  COMMISSIONING_STEPS,
  type CommissioningStep,
  USUAL_STEP_MIN,
  stepDrags,
  stepWork,
  stepTimes,
  usualStepTime,
} from '../../settings/commissioning'
import { benchOf } from '../bench'
import type { Reading } from '../reading'
import { ENDED_SLOT, stepRecord } from './commissioning'

const at = (minute: number) => new Date(Date.UTC(2026, 10, 28, 10, minute)).toISOString()
const said = (step: CommissioningStep, slot: string, word: string, minute: number) =>
  reading(`settings.step.${step}`, slot, word, { recordedAt: at(minute) })
const ended = (step: CommissioningStep, word: string, minute: number) => said(step, ENDED_SLOT, word, minute)
const judged = (step: CommissioningStep, readings: Reading[]) =>
  benchOf(recordOf(everything(), readings)).judgements.get(`settings.step.${step}`)

describe('a step of commissioning', () => {
  const allDone = COMMISSIONING_STEPS.map((step, k) => ended(step, 'done', k))

  it('is Proven once it is done after all that it waits for', () => {
    expect(COMMISSIONING_STEPS.map((step) => judged(step, allDone)?.verdict)).toEqual(
      COMMISSIONING_STEPS.map(() => 'proven'),
    )
    expect(COMMISSIONING_STEPS.map((step) => judged(step, [])?.verdict)).toEqual(COMMISSIONING_STEPS.map(() => 'open'))
  })

  it('is Open while one before it is missing, was done later, failed, or was parked', () => {
    const without = allDone.filter(({ pointKey }) => !pointKey.endsWith('pairing'))
    expect(judged('profile', without)?.why).toMatch(/waits for pairing/)
    for (const again of [ended('pairing', 'done', 30), ended('pairing', 'failed', 30), ended('pairing', 'parked', 30)])
      expect(judged('profile', [...allDone, again])?.verdict).toBe('open')
  })

  it('that is begun again is under way, and what waits for it is Open until it is done again', () => {
    const again = [...allDone, said('pairing', 'begun', 'begun', 30)]
    expect(judged('pairing', again)).toMatchObject({ verdict: 'open', why: 'It is under way.' })
    expect(judged('profile', again)?.why).toMatch(/waits for pairing/)
    expect(judged('firmware', again)?.verdict).toBe('proven')
  })

  it('that failed is stopped, and one that was parked is still to do', () => {
    expect(judged('firmware', [ended('firmware', 'failed', 1)])?.verdict).toBe('stop')
    expect(judged('firmware', [ended('firmware', 'failed', 1), ended('firmware', 'parked', 2)])?.verdict).toBe('open')
    expect(judged('firmware', [ended('firmware', 'failed', 1), ended('firmware', 'done', 2)])?.verdict).toBe('proven')
  })

  it('counts its failures since it was last done', () => {
    const failed = [1, 2, 3].map((minute) => ended('firmware', 'failed', minute))
    expect(stepRecord('firmware', failed).failures).toBe(3)
    expect(stepRecord('firmware', [...failed, ended('firmware', 'done', 4)]).failures).toBe(0)
    expect(stepDrags(stepRecord('firmware', failed), Date.parse(at(4)), 25)).toBe(true)
  })

  it('drags when it has run twice as long as is usual, and not before', () => {
    const running = stepRecord('pairing', [said('pairing', 'begun', 'begun', 0)])
    expect([19, 20, 21].map((minute) => stepDrags(running, Date.parse(at(minute)), 10))).toEqual([false, false, true])
    const over = stepRecord('pairing', [said('pairing', 'begun', 'begun', 0), ended('pairing', 'done', 5)])
    expect(stepDrags(over, Date.parse(at(59)), 10)).toBe(false)
  })
})

describe('what a step is held against', () => {
  const took = (step: CommissioningStep, ...minutes: number[]) =>
    minutes.map((one) => ({ template: stepWork(step), minutes: one }))

  const heldAgainst = (step: CommissioningStep, recorded: ReturnType<typeof took>) =>
    usualStepTime(step, Object.fromEntries(stepTimes(recorded)))

  it('is what four of five of the crew’s earlier steps took, whatever their order, rounded up to a minute', () => {
    expect(heldAgainst('profile', took('profile', 12, 4, 6.2, 5, 7))).toEqual({ minutes: 7, from: 'crew' })
    expect(heldAgainst('profile', took('profile', 1, 2, 3, 4, 5, 6, 7, 8.1, 9, 10))).toEqual({
      minutes: 9,
      from: 'crew',
    })
  })

  it('is what is usual for anybody while the crew did it fewer than five times', () => {
    const few = [...took('profile', 40, 50, 60, 70), ...took('pairing', 40, 40, 40, 40, 40)]
    expect(heldAgainst('profile', few)).toEqual({ minutes: USUAL_STEP_MIN.profile, from: 'default' })
    expect(heldAgainst('pairing', few)).toEqual({ minutes: 40, from: 'crew' })
  })

  it('does not learn from an end that was forgotten until the next day, nor from one tapped at once', () => {
    const forgotten = took('limits', 8, 9, 10, 11, 0.1, 900)
    expect(heldAgainst('limits', forgotten).from).toBe('default')
    expect(heldAgainst('limits', [...forgotten, ...took('limits', 12)])).toEqual({ minutes: 11, from: 'crew' })
  })
})
