import { describe, expect, it } from 'vitest'
import { house, tester } from '../../../tests/support/house'
import { pointsOf } from './points'
import { instrumentFor } from './instrumentFor'
import { readQuickLine } from './quickLine'

const points = pointsOf(house())
const read = (text: string, mode: 'grid' | 'island' = 'grid') =>
  readQuickLine(text, { points, mode, instrumentFor: (measures) => instrumentFor([tester], [tester.id], measures) })
const ready = (text: string, mode?: 'grid' | 'island') => {
  const state = read(text, mode)
  return state.kind === 'ready'
    ? [state.target.point.key, state.target.slot.id, state.value.valueNumber ?? state.value.valueWord]
    : state.kind
}

describe('a line that can be stored', () => {
  it.each([
    ['ra 62 38.2', ['earth.electrode.e1', 'r618', 38.2]],
    ['ra 62 0,31 kΩ', ['earth.electrode.e1', 'r618', 310]],
    ['ra e1 52 38', ['earth.electrode.e1', 'r52', 38]],
    ['clamp .08', ['earth.electrode.e1', 'clamp', 0.08]],
    ['rcd c1 x5 22', ['earth.rcd.c1.grid', 'x5', 22]],
    ['rcd c1 x5 island 22', ['earth.rcd.c1.island', 'x5', 22]],
    ['rcd c1 x1 0.024 s', ['earth.rcd.c1.grid', 'x1', 24]],
    ['rcd c1 x1 none', ['earth.rcd.c1.grid', 'x1', 'none']],
    ['join w1 yes', ['wire.identity.w1', 'joined:w1', 'continuity']],
    ['free w1 no', ['wire.identity.w1', 'joined:none', 'open']],
    ['join w1 w2 no', ['wire.identity.w2', 'joined:w1', 'open']],
    ['serial inv1 K7Q-11a', ['fit.component.inv1', 'serial', 'K7Q-11a']],
    ['medical none', ['outage.medical', 'answer', 'none']],
    ['left bypass open', ['outage.asLeftBypass', 'answer', 'open']],
  ])('%s', (text, expected) => {
    expect(ready(text)).toEqual(expected)
  })
  it('takes the bench’s mode where a test is made in both', () => {
    expect(ready('rcd c1 x5 22', 'island')).toEqual(['earth.rcd.c1.island', 'x5', 22])
  })
})

describe('a line that is not guessed', () => {
  it.each([
    ['banana 4', /no point of this job/],
    ['ra 62 3 V', /this reading is in Ω/],
    ['ra 62 5 furlongs', /unit “furlongs” is not known/],
    ['join w1 perhaps', /no answer here/],
    ['rcd c9 x5 22', /does not go with “rcd”/],
    ['serial inv1 a;drop', /Use letters/],
  ])('%s', (text, message) => {
    const state = read(text)
    expect(state.kind === 'error' && state.message).toMatch(message)
  })
  it('asks before it takes a value outside the instrument’s range, or below zero', () => {
    expect([read('ra 62 2500').kind, read('ra 62 -3').kind, read('ra 62 2000').kind]).toEqual(['ask', 'ask', 'ready'])
  })
  it('offers what fits while a name is being typed', () => {
    const state = read('rcd c')
    expect(state.kind === 'incomplete' && new Set(state.targets.map(({ point }) => point.subject))).toEqual(
      new Set(['c1']),
    )
    expect(read('').kind).toBe('empty')
  })
})

it('records with the instrument that measures the quantity, not the one in the hand', () => {
  const clamp = {
    ...tester,
    id: 'other',
    tag: 'K1',
    functions: [
      {
        measures: 'earthCurrent' as const,
        unit: 'A' as const,
        min: 0,
        max: 60,
        accuracy: { percentOfReading: 1, digits: 1, resolution: 0.01 },
      },
    ],
  }
  expect([
    instrumentFor([tester, clamp], [tester.id, clamp.id], 'earthCurrent')?.tag,
    instrumentFor([tester, clamp], [clamp.id, tester.id], 'voltage')?.tag,
    // nobody's instrument is chosen silently
    instrumentFor([tester, clamp], [], 'voltage'),
    instrumentFor([tester, clamp], [clamp.id], 'voltage'),
    instrumentFor([tester], [tester.id], 'torque'),
    instrumentFor([tester], [tester.id], null),
  ]).toEqual(['K1', 'M9', null, null, null, null])
})
