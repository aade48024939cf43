import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type ClearMm, type PlacedUnit, clearances } from './clearances'
import { exposure, ipFigures } from './exposure'
import { level } from './level'
import { liftLevel, lifts } from './lifts'
import { type UnitToPropose, proposePlaces } from './placement'

const clear = (all: number): ClearMm => ({ left: all, right: all, top: all, bottom: all })
const unit = (id: string, change: Partial<UnitToPropose> = {}): UnitToPropose => ({
  id,
  widthMm: 600,
  heightMm: 800,
  clearMm: clear(100),
  entrySide: 'bottom',
  controlsMm: [],
  reserveMm: { right: 0, top: 0 },
  onFeet: false,
  terminalMm: null,
  ...change,
})
const WALL = {
  wall: { widthMm: 4000, ceilingMm: 2400 },
  obstacles: [],
  kindClearMm: { window: 1000, gasMeter: 500 },
  reachMm: { min: 450, max: 1800 },
  cableEntry: { xMm: 0, yMm: 0 },
  floodMm: null,
}

describe('a proposal for a wall', () => {
  it('stands the units in line from the cable entry, lowest trunking first', () => {
    const result = proposePlaces({
      ...WALL,
      units: [unit('battery'), unit('inverter', { widthMm: 400, entrySide: 'left' })],
    })
    if (!result.ok) throw new Error(result.why)
    expect(result.value.places.map(({ id }) => id)).toEqual(['battery', 'inverter'])
    expect(result.value.trunkingMm).toBeLessThan(1600)
  })
  it('keeps controls in reach, terminals above water and the space of a later stack free', () => {
    const result = proposePlaces({
      ...WALL,
      floodMm: 300,
      units: [
        unit('gateway', { controlsMm: [100], terminalMm: 50 }),
        unit('tower', { reserveMm: { right: 700, top: 0 } }),
      ],
    })
    if (!result.ok) throw new Error(result.why)
    const [gateway, tower] = result.value.places
    expect(gateway?.yMm).toBeGreaterThanOrEqual(350)
    const [left, right] = [gateway, tower].sort((a, b) => (a?.xMm ?? 0) - (b?.xMm ?? 0))
    if (left?.id === 'tower') expect(right?.xMm).toBeGreaterThanOrEqual((left?.xMm ?? 0) + 1300)
    else expect((tower?.xMm ?? 0) + 1300).toBeLessThanOrEqual(4000)
  })
  it('names the unit that finds no place and why', () => {
    expect(proposePlaces({ ...WALL, units: [unit('tower', { heightMm: 2300 })] })).toEqual({
      ok: false,
      blocked: 'tower',
      why: 'With its clearances it needs 2500 mm of height; there are 2400 mm.',
    })
    expect(proposePlaces({ ...WALL, units: [unit('wide', { widthMm: 3900 })] })).toMatchObject({
      ok: false,
      why: expect.stringContaining('mm of width'),
    })
    expect(proposePlaces({ ...WALL, units: [unit('display', { onFeet: true, controlsMm: [100] })] })).toMatchObject({
      ok: false,
      why: expect.stringContaining('within reach'),
    })
    expect(proposePlaces({ ...WALL, units: [unit('tower', { reserveMm: { right: 3500, top: 0 } })] })).toMatchObject({
      ok: false,
      why: expect.stringContaining('reserved for its extension'),
    })
    expect(proposePlaces({ ...WALL, units: Array.from({ length: 14 }, (_, k) => unit(`u${k}`)) })).toMatchObject({
      ok: false,
      why: expect.stringContaining('not all of them'),
    })
    expect(
      proposePlaces({
        ...WALL,
        obstacles: [{ id: 'glass', kind: 'window', xMm: 500, yMm: 0, widthMm: 3000, heightMm: 2400 }],
        units: [unit('any')],
      }),
    ).toMatchObject({ ok: false, why: expect.stringContaining('Obstacles') })
  })
  it('never violates a clearance, whatever the wall', () => {
    const box = fc.record({
      xMm: fc.integer({ min: 0, max: 3800 }),
      yMm: fc.integer({ min: 0, max: 2200 }),
      widthMm: fc.integer({ min: 50, max: 900 }),
      heightMm: fc.integer({ min: 50, max: 900 }),
      kind: fc.constantFrom('window', 'gasMeter', 'pipe'),
    })
    const anyUnit = fc.record({
      widthMm: fc.integer({ min: 200, max: 900 }),
      heightMm: fc.integer({ min: 200, max: 1200 }),
      clear: fc.integer({ min: 0, max: 300 }),
      entrySide: fc.constantFrom('left', 'right', 'top', 'bottom'),
      reserve: fc.integer({ min: 0, max: 400 }),
      control: fc.option(fc.integer({ min: 0, max: 1200 })),
    })
    fc.assert(
      fc.property(fc.array(box, { maxLength: 4 }), fc.array(anyUnit, { minLength: 1, maxLength: 4 }), (boxes, list) => {
        const obstacles = boxes.map((one, k) => ({ ...one, id: `o${k}` }))
        const units = list.map(({ clear: all, reserve, control, ...one }, k) =>
          unit(`u${k}`, {
            ...one,
            clearMm: clear(all),
            reserveMm: { right: reserve, top: 0 },
            controlsMm: control === null ? [] : [control],
          }),
        )
        const result = proposePlaces({ ...WALL, obstacles, units })
        if (!result.ok) {
          expect(result.why.length).toBeGreaterThan(10)
          return
        }
        const standing: PlacedUnit[] = result.value.places.map(({ id, xMm, yMm }) => {
          const own = units.find((one) => one.id === id) as UnitToPropose
          return { id, xMm, yMm, widthMm: own.widthMm, heightMm: own.heightMm, clearMm: own.clearMm }
        })
        for (const one of standing) {
          const own = units.find(({ id }) => id === one.id) as UnitToPropose
          const grown = { ...one, widthMm: one.widthMm + own.reserveMm.right }
          const judged = clearances({
            ...WALL,
            obstacles,
            unit: grown,
            otherUnits: standing.filter((other) => other !== one),
            board: null,
            controls: own.controlsMm.map((height) => ({ id: 'c', heightMm: one.yMm + height })),
          })
          expect(judged.violations).toEqual([])
          expect(judged.controlsOutside).toEqual([])
        }
      }),
      { numRuns: 60 },
    )
  })
})

describe('the nearest legal place', () => {
  it('is legal, and no point tried at random is both legal and nearer', () => {
    const box = fc.record({
      xMm: fc.integer({ min: 0, max: 3000 }),
      yMm: fc.integer({ min: 0, max: 1800 }),
      widthMm: fc.integer({ min: 10, max: 1200 }),
      heightMm: fc.integer({ min: 10, max: 1200 }),
    })
    fc.assert(
      fc.property(
        fc.array(box, { maxLength: 5 }),
        fc.integer({ min: -500, max: 4500 }),
        fc.integer({ min: -500, max: 2500 }),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 4000 }), fc.integer({ min: 0, max: 2400 })), {
          minLength: 20,
          maxLength: 20,
        }),
        (boxes, xMm, yMm, points) => {
          const at = (x: number, y: number) =>
            clearances({
              ...WALL,
              obstacles: boxes.map((one, k) => ({ ...one, id: `o${k}`, kind: 'pipe' })),
              unit: { ...unit('u'), xMm: x, yMm: y },
              otherUnits: [],
              board: null,
              controls: [],
            })
          const { nearestLegal, moveMm } = at(xMm, yMm)
          if (nearestLegal) expect(at(nearestLegal.xMm, nearestLegal.yMm).violations).toEqual([])
          for (const [x, y] of points)
            if (at(x, y).violations?.length === 0)
              expect(Math.hypot(x - xMm, y - yMm)).toBeGreaterThanOrEqual((moveMm ?? Infinity) - 1e-6)
        },
      ),
      { numRuns: 80 },
    )
  })
})

describe('level', () => {
  it('never lowers a foot, and levels them all', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            xMm: fc.integer({ min: 0, max: 2000 }),
            yMm: fc.integer({ min: 0, max: 800 }),
            heightMm: fc.integer({ min: -60, max: 60 }),
          }),
          { minLength: 3, maxLength: 12 },
        ),
        (list) => {
          const feet = list.map((foot, k) => ({ ...foot, id: `f${k}` }))
          const { shimsMm } = level(feet)
          const tops = feet.map(({ id, heightMm }) => heightMm + (shimsMm?.[id] as number))
          expect(Math.min(...Object.values(shimsMm ?? {}))).toBe(0)
          expect(new Set(tops).size).toBe(1)
        },
      ),
    )
  })
})

describe('lifts', () => {
  it('never give a team more than it carries, and never fewer lifts than things', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 150, noNaN: true }), { maxLength: 10 }),
        fc.integer({ min: 10, max: 60 }),
        (masses, limitKg) => {
          const result = lifts({
            items: masses.map((massKg, k) => ({ id: `i${k}`, massKg, minutesPerLift: 4, crate: null })),
            limitKg,
            crewSize: 2,
          })
          for (const { massKg, persons, aid } of result.lifts ?? [])
            if (!aid) expect(massKg).toBeLessThanOrEqual(persons * limitKg * [1, 2 / 3, 1 / 2][persons - 1]! + 1e-6)
          expect(result.lifts).toHaveLength(masses.length)
        },
      ),
    )
    expect([liftLevel(25, 25), liftLevel(25.01, 25), liftLevel(100.5, 500)]).toEqual([1, 2, 4])
  })
})

describe('exposure', () => {
  const declared = { minShoreKm: 0.5, ipCode: 'IP55', minTempC: -10, maxTempC: 45 }
  const at = (change: Partial<Parameters<typeof exposure>[0]> = {}) =>
    exposure({
      place: 'outdoors',
      shoreKm: 2,
      minTempC: -5,
      maxTempC: 35,
      floodMm: 0,
      terminalMm: 400,
      declared: [declared],
      ...change,
    })
  it('fits, exceeds at the first millimetre of water and is Open where nothing is declared', () => {
    expect(at().verdict).toBe('fits')
    expect(at({ shoreKm: 0.4 }).findings[0]?.mark).toBe('exceeds')
    expect(at({ minTempC: -11 }).verdict).toBe('exceeds')
    expect(at({ floodMm: 300, terminalMm: 300 }).findings.at(-1)).toEqual({
      check: 'flood',
      mark: 'exceeds',
      why: 'Terminals at 300 mm; water has stood at 300 mm.',
    })
    expect(at({ floodMm: 300, terminalMm: 301 }).verdict).toBe('fits')
    expect(at({ declared: [{ ...declared, ipCode: null }] }).verdict).toBe('open')
    expect(at({ place: null }).verdict).toBe('open')
    expect(at({ floodMm: null }).verdict).toBe('open')
    expect(at({ terminalMm: null }).verdict).toBe('open')
  })
  it.each([
    [{ shoreKm: null }, 'The distance to the shore is not on the survey.'],
    [{ declared: [{ ...declared, minShoreKm: null }] }, 'No least distance to the shore is declared.'],
    [{ minTempC: null }, 'Coldest and hottest at the place are not both on the survey.'],
    [{ maxTempC: null }, 'Coldest and hottest at the place are not both on the survey.'],
    [{ declared: [{ ...declared, minTempC: null }] }, 'No whole temperature band is declared.'],
    [{ declared: [{ ...declared, maxTempC: null }] }, 'No whole temperature band is declared.'],
    [{ declared: [] }, 'No IP code is declared.'],
  ] satisfies [Partial<Parameters<typeof exposure>[0]>, string][])(
    'is Open with %o, and says what is missing',
    (change, why) => {
      const found = at(change)
      expect(found.verdict).toBe('open')
      expect(found.findings.filter(({ mark }) => mark === 'open').map((one) => one.why)).toContain(why)
    },
  )
  it('exceeds at what is known to be too much, whatever else is not known', () => {
    expect(at({ minTempC: -40, maxTempC: null }).verdict).toBe('exceeds')
    expect(at({ maxTempC: 60, minTempC: null, shoreKm: null }).verdict).toBe('exceeds')
  })
  it('takes the stricter of two declared figures, and is Tight for it', () => {
    expect(at({ declared: [declared, { ...declared, minShoreKm: 1 }] })).toMatchObject({
      verdict: 'tight',
      findings: [{ mark: 'tight', why: expect.stringContaining('1 km at least') }, {}, {}, {}],
    })
    expect(at({ shoreKm: 0.8, declared: [declared, { ...declared, minShoreKm: 1 }] }).verdict).toBe('exceeds')
    expect(at({ declared: [declared, { ...declared, ipCode: 'IP65' }] }).verdict).toBe('tight')
  })
  it('reads IP codes', () => {
    expect([ipFigures('IP55'), ipFigures('ip x4'), ipFigures('IP2'), ipFigures('weatherproof')]).toEqual([
      { solids: 5, water: 5 },
      { solids: 0, water: 4 },
      null,
      null,
    ])
    expect(at({ declared: [{ ...declared, ipCode: 'good' }] }).findings[1]).toMatchObject({
      mark: 'open',
      why: '“good” is no IP code.',
    })
  })
})
