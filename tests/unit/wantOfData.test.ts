import { describe, expect, it } from 'vitest'
import { type Bench, benchOf } from '@/core/evidence/bench'
import { ITEM_LISTS } from '@/commands/items'
import { ITEM_FIELDS, ITEM_KINDS, type ItemKind } from '@/schemas/itemFields'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { house, readyForLoads, recordOf } from '../support/house'

/** The rule above all, tried on a house that is ready: whatever is taken away, nothing gets better for it. */
const READY = readyForLoads()
const whole = benchOf(recordOf(house(), READY))

const provenKeys = ({ judgements }: Bench) =>
  [...judgements].filter(([, { verdict }]) => verdict === 'proven').map(([key]) => key)
const releasedSteps = ({ holds }: Bench) => holds.filter(({ released }) => released).map(({ step }) => step.id)
const shownPromises = ({ promises }: Bench) =>
  promises.filter(({ verdict }) => verdict === 'proven').map(({ promise }) => promise.kind)

/** What passes with less that did not pass with all of it. */
function passesForLess(less: Bench): string[] {
  const beyond = <T>(now: readonly T[], before: readonly T[]) => now.filter((one) => !before.includes(one))
  return [
    ...beyond(provenKeys(less), provenKeys(whole)),
    ...beyond(releasedSteps(less), releasedSteps(whole)),
    ...beyond(shownPromises(less), shownPromises(whole)),
  ]
}

const blanks = ITEM_KINDS.flatMap((kind) =>
  (ITEM_FIELDS[kind] as readonly FieldSpec[])
    .filter(({ optional }) => optional)
    .map(({ name }): [ItemKind, string] => [kind, name]),
)

describe('a house that is ready for the outage with loads', () => {
  it('is: otherwise nothing below would show anything', () => {
    expect(releasedSteps(whole)).toEqual(['firstLive', 'firstIsland', 'loadedIsland'])
    expect(provenKeys(whole).length).toBeGreaterThan(20)
  })

  const slots = [...new Map(READY.map((one) => [`${one.pointKey} ${one.slot}`, one])).values()]
  it.each(slots.map(({ pointKey, slot }) => [pointKey, slot]))(
    'without %s, %s: that point is not Proven, and nothing passes for it',
    (pointKey, slot) => {
      const less = benchOf(
        recordOf(
          house(),
          READY.filter((one) => one.pointKey !== pointKey || one.slot !== slot),
        ),
      )
      expect(less.judgements.get(pointKey)?.verdict).not.toBe('proven')
      expect(passesForLess(less)).toEqual([])
    },
  )

  it.each(blanks)('with a blank for %s, %s in one thing after the other: nothing passes for it', (kind, field) => {
    const list = house()[ITEM_LISTS[kind]] as readonly object[]
    for (const at of list.keys()) {
      const blank = list.map((thing, n) => (n === at ? { ...thing, [field]: null } : thing))
      expect(passesForLess(benchOf(recordOf(house({ [ITEM_LISTS[kind]]: blank }), READY)))).toEqual([])
    }
  })

  it.each(ITEM_KINDS)('with no %s at all: nothing passes for it', (kind) => {
    expect(passesForLess(benchOf(recordOf(house({ [ITEM_LISTS[kind]]: [] }), READY)))).toEqual([])
  })

  it('without readings: nothing is Proven, released or shown', () => {
    const bare = benchOf(recordOf(house()))
    expect([provenKeys(bare), releasedSteps(bare), shownPromises(bare)]).toEqual([[], [], []])
  })

  it('without instruments: every figure is at most Watch', () => {
    const handless = benchOf({ ...recordOf(house(), READY), instruments: [] })
    // a setting is read off the gateway's own screen; what is measured needs something to measure with
    const figures = handless.points
      .filter(({ stage }) => stage !== 'settings')
      .filter(({ slots: own }) => own.some(({ input }) => input.kind === 'quantity'))
      .map(({ key }) => key)
    expect(provenKeys(handless).filter((key) => figures.includes(key))).toEqual([])
    expect(passesForLess(handless)).toEqual([])
  })
})
