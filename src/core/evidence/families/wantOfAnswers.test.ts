import { describe, expect, it } from 'vitest'
import { everything } from '../../../../tests/support/everything'
import { reading, recordOf } from '../../../../tests/support/house'
import { benchOf } from '../bench'
import type { Point, Slot, SlotInput } from '../point'

const FIGURES = [-1, 0, 0.02, 0.4, 1, 5, 12, 24, 40, 50, 100, 200, 230, 400, 5000]

/** Answers that a slot may be given: every word it knows, or figures over all sizes. */
const answersOf = (input: SlotInput): readonly (number | string)[] => {
  switch (input.kind) {
    case 'word':
      return Object.keys(input.words)
    case 'quantity':
      return FIGURES
    case 'text':
      return ['Something that somebody said']
    case 'attached':
      return []
  }
}

/** Points of several questions of which one answer is enough, each with its reason. */
const ONE_IS_ENOUGH: Readonly<Record<string, string>> = {
  'taskTime done': 'a task is done, whether or not its beginning was recorded',
  'secondBattery way': 'a battery that is off fights nobody',
  'earthCurrent now': 'no current at all leaves nothing to trace',
  'blackStart ownSupply': 'one way to wake that was tried is enough',
  'blackStart pv': 'one way to wake that was tried is enough',
  'blackStart vehicle': 'one way to wake that was tried is enough',
  'awakeAfterCut after': 'a time, or a word, and never both',
  'awakeAfterCut word': 'a time, or a word, and never both',
}

const BUILT = everything()
const asked = benchOf(recordOf(BUILT)).points

/** Whether an answer to this one question alone makes the point Proven. */
const isProvenBy = ({ key }: Point, { id, input }: Slot) =>
  answersOf(input).some(
    (answer) => benchOf(recordOf(BUILT, [reading(key, id, answer)])).judgements.get(key)?.verdict === 'proven',
  )

describe('a point of every family', () => {
  it('is not Proven before the first answer', () => {
    const { judgements } = benchOf(recordOf(BUILT))
    expect([...judgements].filter(([, { verdict }]) => verdict === 'proven')).toEqual([])
  })

  it('is not Proven by an answer to one of its questions, but where one is enough', () => {
    // points of one family ask the same: one of each family and shape is tried
    const kinds = new Map(
      asked.map((point) => [`${point.family} ${point.slots.map(({ input }) => input.kind).join()}`, point]),
    )
    const byOne = [...kinds.values()]
      .filter(({ slots }) => slots.length > 1)
      .flatMap((point) =>
        point.slots.filter((slot) => isProvenBy(point, slot)).map(({ id }) => `${point.family} ${id}`),
      )
    expect([...new Set(byOne)].sort()).toEqual(Object.keys(ONE_IS_ENOUGH).sort())
  })
})
