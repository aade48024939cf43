import { describe, expect, it } from 'vitest'
import { evidenceOf, judgementOf } from '@/core/evidence/judge'
import type { Judgement, Point, Slot } from '@/core/evidence/point'
import { pointsOf } from '@/core/evidence/points'
import type { Reading } from '@/core/evidence/reading'
import { everything } from '../support/everything'
import { reading, readyForLoads, recordOf } from '../support/house'

// Two figures that an instrument of four digits tells apart and that are judged differently are not told alike: “40 ms, at most 40 ms: Stop”.
const built = everything()
const figures = pointsOf(built).flatMap((point) =>
  point.slots.filter(({ input }) => input.kind === 'quantity').map((slot) => ({ point, slot })),
)

/** The judgement of a point with one figure on a slot, beside other readings. */
function judged(point: Point, slot: Slot, value: number, beside: readonly Reading[]): Judgement {
  const unit = slot.input.kind === 'quantity' ? slot.input.unit : ''
  const others = beside.filter((one) => one.pointKey !== point.key || one.slot !== slot.id)
  const figure = reading(point.key, slot.id, value, { unit, digits: String(value) })
  return judgementOf(evidenceOf(recordOf(built, [...others, figure])), point)
}

const TRIED = [0.001, 0.01, 0.1, 0.3, 1, 3, 10, 30, 100, 300, 1000, 3000, 10_000, 100_000]

/** Where the verdict changes between two figures: the last of four digits before, and the first behind. */
function changeBetween(from: number, to: number, verdictOf: (value: number) => string): [number, number] {
  const before = verdictOf(from)
  let [inside, outside] = [from, to]
  for (let halved = 0; halved < 30; halved++) {
    const middle = (inside + outside) / 2
    if (verdictOf(middle) === before) inside = middle
    else outside = middle
  }
  const step = 10 ** (3 - Math.floor(Math.log10(inside)))
  return [Math.floor(inside * step - 0.001) / step, Math.ceil(outside * step + 0.001) / step]
}

/** Pairs that are judged differently, with what is told of each. */
function toldAlike(point: Point, slot: Slot, beside: readonly Reading[]): string[] {
  const at = (value: number) => judged(point, slot, value, beside)
  const alike: string[] = []
  let changes = 0
  TRIED.forEach((to, k) => {
    const from = TRIED[k - 1]
    if (from === undefined || at(from).verdict === at(to).verdict) return
    changes++
    const [low, high] = changeBetween(from, to, (value) => at(value).verdict).map(at) as [Judgement, Judgement]
    const told = ({ value, why }: Judgement) => `${value}: ${why}`
    if (low.verdict !== high.verdict && told(low) === told(high)) alike.push(told(low))
  })
  all += changes
  return alike
}
let all = 0

describe.each([
  ['alone', []],
  ['in a house that is ready', readyForLoads()],
] as [string, Reading[]][])('%s', (_how, beside) => {
  it.each(figures.map(({ point, slot }): [string, Point, Slot] => [`${point.key} ${slot.id}`, point, slot]))(
    '%s',
    (_name, point, slot) => {
      expect(toldAlike(point, slot, beside)).toEqual([])
    },
  )
})

it('has looked at a good number of limits', () => {
  expect(all).toBeGreaterThan(60)
})
