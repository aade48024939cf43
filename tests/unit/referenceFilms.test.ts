import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { readFilmCsv } from '@/core/exchange/filmCsv'
import type { FilmFrames } from '@/core/outage/filmFrames'
import { type FilmGap, filmGap } from '@/core/outage/filmGap'

const folder = fileURLToPath(new URL('../reference/films/', import.meta.url))

interface Patch {
  patchCsv: string
  lamp: 'filament' | 'led'
  expected: FilmGap
}
interface Film extends Patch {
  id: string
  others: Patch[]
  tolerances: { frames: number; timeS: number; gapMs: number }
}
const { films } = JSON.parse(readFileSync(`${folder}truth.json`, 'utf8')) as { films: Film[] }

const framesOf = (name: string): FilmFrames => {
  const read = readFilmCsv(readFileSync(folder + name, 'utf8'))
  if (!read.ok) throw new Error(read.error.message)
  return read.value
}
const patches = films.flatMap(({ id, others, tolerances, ...own }) =>
  [own, ...others].map((patch) => ({ ...patch, tolerances, name: `${id} ${patch.patchCsv}` })),
)

describe.each(patches)('$name', ({ patchCsv, lamp, expected, tolerances }) => {
  const found = filmGap(framesOf(patchCsv), lamp)

  it('is judged as it should be', () => {
    const { drop, evidence, reason } = found
    expect({ drop, evidence, reason }).toEqual({
      drop: expected.drop,
      evidence: expected.evidence,
      reason: expected.reason,
    })
  })

  it('has its frames, times and bounds', () => {
    const near = (value: number | null, tolerance: number) =>
      value === null ? null : expect.closeTo(value, -Math.log10(2 * tolerance))
    expect(found).toMatchObject({
      lastLitFrame: expected.lastLitFrame,
      firstRelitFrame: expected.firstRelitFrame,
      lastLitS: near(expected.lastLitS, tolerances.timeS),
      firstRelitS: near(expected.firstRelitS, tolerances.timeS),
      gapMs: near(expected.gapMs, tolerances.gapMs),
      gapMinMs: near(expected.gapMinMs, tolerances.gapMs),
      gapMaxMs: near(expected.gapMaxMs, tolerances.gapMs),
    })
  })

  it('says the same of a film that another decoder made a little brighter', () => {
    const { timeS, brightness } = framesOf(patchCsv)
    const brighter = brightness.map((value, k) => value + (k % 3) - 1)
    const again = filmGap({ timeS, brightness: brighter, whiteShare: null }, lamp)
    expect([again.evidence, again.reason, again.lastLitFrame]).toEqual([
      expected.evidence,
      expected.reason,
      expected.lastLitFrame,
    ])
  })
})

describe('a film of nothing much', () => {
  const film = (values: number[]): FilmFrames => ({
    timeS: Float64Array.from(values, (_, k) => k / 25),
    brightness: Float64Array.from(values),
    whiteShare: null,
  })
  const lit = Array<number>(20).fill(120)
  const dark = Array<number>(20).fill(3)
  it.each([
    ['dark from the start', [...dark, ...lit], 'notLit'],
    ['shorter than its lit level needs', lit.slice(0, 5), 'notLit'],
    ['never lit again', [...lit, ...dark], 'notRelit'],
    ['lit again for two frames as it ends', [...lit, ...dark, 120, 120], 'notRelit'],
    ['lit for three frames and dark to the end', [...lit, ...dark, 120, 120, 120, ...dark], 'notRelit'],
    ['never dark', lit, 'noDrop'],
  ])('%s claims nothing', (_, values, reason) => {
    expect(filmGap(film(values), 'filament')).toMatchObject({ evidence: 'none', reason, gapMs: null })
  })

  it.each([
    ['frame,time_s\n0,0\n', 'brightness'],
    ['frame,time_s,brightness\n0,0,120\n1,0,120\n', 'does not go on'],
    ['frame,time_s,brightness\n0,0,120\n1,0.04,bright\n', 'found “bright”'],
    ['frame,time_s,brightness\n0,0,120\n1,0.04,999\n', 'between 0 and 255'],
    ['', 'empty'],
  ])('%j is refused with the reason', (text, message) => {
    const read = readFilmCsv(text)
    expect(read.ok ? '' : read.error.message).toContain(message)
  })

  it('a start that does not last is no end of its gap', () => {
    const steady = filmGap(film([...lit, ...dark, ...dark, ...lit]), 'filament')
    const stuttering = [...lit, ...dark.slice(4), 120, 120, 120, 120, ...dark, ...lit]
    expect(filmGap(film(stuttering), 'filament')).toEqual(steady)
    expect(steady.gapMs).toBeCloseTo(1600, 6)
  })
})
