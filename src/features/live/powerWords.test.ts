import { describe, expect, it } from 'vitest'
import { livePowerOf } from '@/core/settings/livePower'
import { powerBalance } from '@/core/settings/powerBalance'
import { ageWords, balanceWords, flowsOf, phaseWords } from './powerWords'

const words = (given: object) =>
  Object.fromEntries(
    flowsOf(livePowerOf({ ...given })).map(({ part, words: own }) => [part, own.replaceAll('\u00a0', ' ')]),
  )

describe('what flows, in words', () => {
  it('has a sign for each, and says what is not given', () => {
    expect(words({ gridW: -900, pvW: 1500, batteryW: -300, houseW: 300, socPercent: 61.6 })).toEqual({
      street: 'takes 900 W',
      pv: 'gives 1.5 kW',
      battery: 'charges with 300 W, 62 % charged',
      house: 'draws 300 W',
    })
    expect(words({})).toEqual({ street: 'not given', pv: 'not given', battery: 'not given', house: 'not given' })
  })
  it('draws a charging vehicle beside the house, and not twice', () => {
    const flows = flowsOf(livePowerOf({ gridW: 8000, pvW: 0, batteryW: 0, houseW: 8000, vehicleW: -7000 }))
    expect(flows.find(({ part }) => part === 'house')).toMatchObject({ intoHouseW: -1000 })
    expect(flows.reduce((sum, { intoHouseW }) => sum + (intoHouseW ?? 0), 0)).toBe(0)
  })
  it('calls a street without voltage dead, whatever its meter says', () => {
    expect(words({ gridW: 3, streetV: 0 }).street).toBe('dead')
  })
})

describe('the street by phase', () => {
  const of = (gridPhaseW: unknown, phases: readonly ('L1' | 'L2' | 'L3')[]) =>
    phaseWords(livePowerOf({ gridPhaseW }), phases)?.replaceAll('\u00a0', ' ')
  it('says each phase, and which is not given', () => {
    expect(of({ L1: 1200, L2: -340 }, ['L1', 'L2', 'L3'])).toBe('L1 gives 1.2 kW · L2 takes 340 W · L3 not given')
  })
  it('says nothing of a single phase, nor where no figure is one', () => {
    expect(of({ L1: 1200 }, ['L1'])).toBeUndefined()
    for (const given of [undefined, null, 'L1', { L1: 'much', L2: NaN }, { L4: 3 }])
      expect(of(given, ['L1', 'L2'])).toBeUndefined()
  })
})

it('says how old a value is and how it came', () => {
  expect([ageWords(0.4, 'mqtt'), ageWords(42.4, 'modbus')]).toEqual([
    'pushed by the gateway, just now',
    'read from the gateway, 42 s ago',
  ])
})

it('has a sentence for every outcome of the balance', () => {
  const of = (given: object) => balanceWords(powerBalance(livePowerOf({ ...given }), 1))
  expect(of({})).toContain('one is not given')
  expect(of({ gridW: 0, pvW: 0, batteryW: 0, houseW: 0 })).toContain('shows nothing yet')
  const agrees = of({ gridW: 900, pvW: 0, batteryW: 0, houseW: 880 }).replaceAll('\u00a0', ' ')
  expect(agrees).toContain('agree: 20 W apart, 45 W may be')
  expect(of({ gridW: -900, pvW: 0, batteryW: 0, houseW: 900 })).toContain('transformer at the street')
  expect(of({ gridW: 900, pvW: 0, batteryW: 0, houseW: 4000 })).toContain('No single meter')
})
