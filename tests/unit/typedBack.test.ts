import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { pointsOf } from '@/core/evidence/points'
import { type Target, readQuickLine, spokenPath } from '@/core/evidence/quickLine'
import type { EnteredValue } from '@/core/evidence/readEntry'
import { UNIT_FORMS, conversionFactor } from '@/core/quantity/units'
import { valueText } from '@/features/job/readingText'
import { everything } from '../support/everything'

// What the ledger shows of a reading can be typed again, and is the same reading: on every slot that there is.
const points = pointsOf(everything())
const targets = points.flatMap((point) =>
  point.slots.filter(({ path }) => path.length > 0).map((slot): Target => ({ point, slot })),
)

/** What a line stores on a slot; `null` where it is refused or means something else. */
function stored(target: Target, text: string): EnteredValue | null {
  const mode = target.slot.mode ?? 'grid'
  const state = readQuickLine(`${spokenPath(target)} ${text}`, { points, mode, instrumentFor: () => null })
  if (state.kind !== 'ready' && state.kind !== 'ask') return null
  const same = state.target.point.key === target.point.key && state.target.slot.id === target.slot.id
  return same ? state.value : null
}

const shown = ({ point, slot }: Target, value: EnteredValue) =>
  valueText({
    ...value,
    slot: slot.id,
    pointKey: point.key,
    detail: value.bound === null ? null : { bound: value.bound },
  })

const named = (kind: Target['slot']['input']['kind']) =>
  targets
    .filter(({ slot }) => slot.input.kind === kind)
    .map((target): [string, Target] => [`${target.point.key} ${target.slot.id}`, target])

const figure = fc
  .tuple(fc.integer({ min: 0, max: 999_999 }), fc.integer({ min: 0, max: 3 }))
  .map(([whole, decimals]) => (whole / 10 ** decimals).toFixed(decimals))

describe('a figure', () => {
  it.each(named('quantity'))('%s', (_name, target) => {
    const { input } = target.slot
    if (input.kind !== 'quantity') return
    const units = [...UNIT_FORMS].flatMap(([written, { unit }]) =>
      conversionFactor(unit, input.unit) === null ? [] : [written],
    )
    const bounds = input.measures === null ? [''] : ['', '>', '<']
    let read = 0
    fc.assert(
      fc.property(figure, fc.constantFrom('', ...units), fc.constantFrom(...bounds), (digits, unit, bound) => {
        const value = stored(target, `${bound}${digits} ${unit}`)
        // a figure that can be read two ways is refused
        if (value === null) return
        read++
        const text = shown(target, value)
        expect([text, stored(target, text)]).toEqual([text, value])
      }),
      { seed: 11, numRuns: 40 },
    )
    expect(read).toBeGreaterThan(15)
  })
})

describe('a word', () => {
  it.each(named('word'))('%s', (_name, target) => {
    const { input } = target.slot
    if (input.kind !== 'word') return
    for (const [word, ways] of Object.entries(input.words))
      for (const way of [word, ...ways]) {
        const value = stored(target, way)
        expect([way, value?.valueWord]).toEqual([way, word])
        if (value) expect(stored(target, shown(target, value))).toEqual(value)
      }
  })
})

describe('a text', () => {
  it.each(named('text'))('%s', (_name, target) => {
    const { input, path, mode } = target.slot
    if (input.kind !== 'text') return
    // words that also call the slot are part of what was said
    const word = fc.constantFrom('Said', 'K7Q4', ...path, ...path.map((one) => one.toUpperCase()), mode ?? 'grid')
    fc.assert(
      fc.property(fc.array(word, { minLength: 1, maxLength: 4 }), (words) => {
        const text = words.join(' ').slice(0, input.maxLength).trimEnd()
        const value = stored(target, text)
        expect([text, value?.valueWord]).toEqual([text, text])
        if (value) expect(stored(target, shown(target, value))).toEqual(value)
      }),
      { seed: 12, numRuns: 40 },
    )
  })
})
