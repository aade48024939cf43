import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { filmGap } from '@/core/outage/filmGap'
import { type MadeFilm, madeFilm } from '../support/madeFilms'

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })

/** Any lamp with a filament before any phone, as long as the film can show how bright it is. */
const films = (framesPerS: readonly number[]): fc.Arbitrary<MadeFilm> =>
  fc.record({
    framesPerS: fc.constantFrom(...framesPerS),
    shutterShare: between(0.3, 1),
    fallS: between(0.02, 0.12),
    riseS: between(0.02, 0.08),
    cutS: between(0.8, 1),
    gapMs: between(60, 1500),
    litLuma: between(60, 210),
    darkLuma: between(4, 25),
    flicker: fc.constantFrom(0, 0.03, 0.06),
    whiteOfPatch: fc.constant(0),
    timesTooBright: fc.constant(1),
    noiseLuma: fc.constantFrom(0, 0.3),
    seed: fc.nat(1_000_000),
  })

const RUNS = { numRuns: 2000 }

/** A frame in which the lamp was lit for a part looks like either; in slow motion the mains’ own flicker hides as much. */
const leastSlackMs = 1000 / 60

/** A gap that is claimed lies between its bounds. */
function expectHonest(film: MadeFilm): void {
  const { gapMinMs, gapMaxMs, reason } = filmGap(madeFilm(film), 'filament')
  if (gapMinMs === null || gapMaxMs === null) {
    // too short for the lamp to go dark, or for the film to show that it did
    expect(['noDrop', 'notRelit']).toContain(reason)
    return
  }
  const slackMs = Math.max(leastSlackMs, 1000 / film.framesPerS) + 0.001
  expect(film.gapMs).toBeLessThanOrEqual(gapMaxMs + slackMs)
  expect(film.gapMs).toBeGreaterThanOrEqual(gapMinMs - slackMs)
}

describe('films made from a model of lamp and camera', () => {
  it('hold the gap between their bounds at the usual rates', () => {
    fc.assert(fc.property(films([24, 25, 30, 50, 60]), expectHonest), RUNS)
  })

  it('hold it where frames come faster than the lamp changes', () => {
    fc.assert(fc.property(films([120, 240]), expectHonest), RUNS)
  })

  it('hold it where the mains’ flicker beats with the frames, and the lamp has hardly fallen', () => {
    expectHonest({
      ...plain,
      framesPerS: 120,
      shutterShare: 0.3,
      fallS: 0.053,
      riseS: 0.067,
      cutS: 0.9285,
      gapMs: 60,
      litLuma: 60,
      darkLuma: 4,
      flicker: 0.06,
    })
  })

  it('claim more than a frame’s width only as far as the lamp’s own fall goes', () => {
    fc.assert(
      fc.property(films([240]), (film) => {
        const { gapMinMs, gapMaxMs } = filmGap(madeFilm({ ...film, flicker: 0, gapMs: 800 }), 'filament')
        expect((gapMaxMs ?? NaN) - (gapMinMs ?? NaN)).toBeLessThan(1000 * film.fallS + 20)
      }),
      RUNS,
    )
  })

  it('hold it where the lamp is white, and its glow shows the fall', () => {
    const glow = fc.record({ whiteOfPatch: between(0.05, 0.4), timesTooBright: between(1.5, 10) })
    const inSight: string[] = []
    fc.assert(
      fc.property(films([25, 30, 60, 120, 240]), glow, (film, white) => {
        const made = { ...film, ...white, litLuma: Math.max(film.litLuma, 120), flicker: 0 }
        const { reason } = filmGap(madeFilm(made), 'filament')
        inSight.push(String(reason))
        if (reason !== 'tooBright') expectHonest(made)
      }),
      RUNS,
    )
    expect(inSight.filter((reason) => reason === 'null').length).toBeGreaterThan(RUNS.numRuns / 2)
  })

  it('claim nothing where the square is white, whatever the gap', () => {
    const white = fc.record({ whiteOfPatch: between(0.9, 1), timesTooBright: between(1.5, 10) })
    fc.assert(
      fc.property(films([25, 60, 240]), white, (film, tooBright) => {
        const found = filmGap(madeFilm({ ...film, ...tooBright, flicker: 0 }), 'filament')
        expect(found).toMatchObject({ evidence: 'none', reason: 'tooBright', gapMs: null })
      }),
      RUNS,
    )
  })

  it('claim nothing where only the mean is known, and it is white', () => {
    const frames = madeFilm({ ...plain, whiteOfPatch: 1, timesTooBright: 4 })
    expect(filmGap({ ...frames, whiteShare: null }, 'filament').reason).toBe('tooBright')
  })

  it('tell the gap of a slow-motion film of a large lamp, which a twentieth a frame would cut short', () => {
    const { gapMinMs, gapMaxMs } = filmGap(madeFilm({ ...plain, framesPerS: 240, fallS: 0.07 }), 'filament')
    expect(gapMinMs).toBeLessThan(300)
    expect(gapMaxMs).toBeGreaterThan(300)
    expect((gapMaxMs ?? 0) - (gapMinMs ?? 0)).toBeLessThan(40)
  })
})

const plain: MadeFilm = {
  framesPerS: 30,
  shutterShare: 0.5,
  fallS: 0.04,
  riseS: 0.03,
  cutS: 0.9,
  gapMs: 300,
  litLuma: 120,
  darkLuma: 10,
  flicker: 0,
  whiteOfPatch: 0,
  timesTooBright: 1,
  noiseLuma: 0,
  seed: 1,
}
