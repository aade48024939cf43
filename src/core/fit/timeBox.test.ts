import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fitItem, house } from '../../../tests/support/house'
import { safeStateOf, timeBoxOf } from './timeBox'

const person = (tag: string, licensed: boolean, toMin: number) =>
  fitItem('person', tag, { licensed, fromMin: 480, toMin })
const LEFT = [
  { step: 'pairing', minutes: 10 },
  { step: 'association', minutes: 20 },
  { step: 'profile', minutes: 5 },
] as const

describe('the time box of commissioning', () => {
  it('ends before the last licensed person leaves, by what making safe takes', () => {
    const day = house({ fit: [person('p1', true, 960), person('p2', false, 1080)] })
    expect(timeBoxOf(day, LEFT, 840)).toEqual({
      fromMin: 480,
      untilMin: 960,
      safeMin: 30,
      stopAtMin: 930,
      needsMin: 35,
      beginByMin: 895,
      reaches: 'profile',
      fits: true,
    })
  })
  it('says how far it gets where not all of it fits, and nothing on another day', () => {
    const day = house({ fit: [person('p1', true, 960)] })
    expect(timeBoxOf(day, LEFT, 900)).toMatchObject({ reaches: 'association', fits: false })
    expect(timeBoxOf(day, LEFT, 925)).toMatchObject({ reaches: null, fits: false })
    expect(timeBoxOf(day, LEFT, null)).toMatchObject({ reaches: null, fits: null, beginByMin: 895 })
  })
  it('is not known while nobody licensed is planned', () => {
    expect(timeBoxOf(house({ fit: [person('p1', false, 960)] }), LEFT, 840)).toBeNull()
  })
  it('never fits what would end after it', () => {
    const day = house({ fit: [person('p1', true, 960)] })
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1439 }), fc.integer({ min: 1, max: 600 }), (nowMin, minutes) => {
        const box = timeBoxOf(day, [{ step: 'limits', minutes }], nowMin)
        expect(box?.fits).toBe(nowMin + minutes <= 930)
        expect(box?.reaches).toBe(box?.fits ? 'limits' : null)
      }),
    )
  })
})

describe('the state a house is left in', () => {
  it('is told by its changeover, and of PV only where there is some', () => {
    const [byHand] = safeStateOf(house({ chosenSchool: 'manualChangeover', components: [] }))
    const [unchosen] = safeStateOf(house({ chosenSchool: null, components: [] }))
    expect([byHand, unchosen]).toEqual([
      'Changeover switch on the street and locked there.',
      'The changeover is not chosen: the house stays on the street as it was found.',
    ])
    expect(safeStateOf(house({ components: [] })).join(' ')).not.toContain('PV')
  })
})
