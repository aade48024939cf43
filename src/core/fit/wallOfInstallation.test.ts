import { describe, expect, it } from 'vitest'
import { aFitUnit, aWall, anObstacle, fitItem, house } from '../../../tests/support/house'
import type { FitItem } from '../installation/fit'
import { drillHoles, parseHoles, templateSvg } from './drillTemplate'
import { SHEET, onSheet, registerMarks, templateLayout } from './templatePages'
import { firstPlace, proposalFor, strandedOf, templateUnits, wallsOfInstallation } from './wallOfInstallation'

const board = (change: object = {}) =>
  fitItem('board', 'bb1', {
    wallTag: 'wall1',
    xMm: 0,
    yMm: 0,
    widthMm: 4000,
    heightMm: 2400,
    nonCombustible: true,
    marginMm: 100,
    material: null,
    ...change,
  })
const judged = (...fit: FitItem[]) =>
  wallsOfInstallation(house({ fit, site: { ...house().site, shoreKm: 3, minTempC: -5, maxTempC: 30 } }))[0]

describe('a wall of a job', () => {
  it('judges each unit with the board behind it; a board that reaches the floor lacks nothing below', () => {
    const wall = judged(aWall(), board(), aFitUnit({ xMm: 1000, yMm: 0, carriedBy: 'feet', clearBottomMm: 0 }))
    expect(wall?.units[0]?.clearances).toMatchObject({ violations: [], boardVerdict: 'fits', verdict: 'fits' })
    expect(judged(aWall(), aFitUnit({ xMm: 1000, yMm: 600 }))?.units[0]?.clearances).toMatchObject({
      boardVerdict: 'open',
      verdict: 'open',
    })
    expect(
      judged(aWall(), board({ nonCombustible: false }), aFitUnit({ xMm: 1000, yMm: 600 }))?.units[0]?.clearances
        .verdict,
    ).toBe('exceeds')
    expect(
      judged(aWall(), board({ xMm: 950, yMm: 500, widthMm: 700, heightMm: 1000 }), aFitUnit({ xMm: 1000, yMm: 600 }))
        ?.units[0]?.clearances.boardMissingMm,
    ).toMatchObject({ left: 50 })
  })
  it('keeps windows by who stays behind them, and takes a sleeping room while that is not known', () => {
    const missing = (room: 'sleep' | 'other' | null) =>
      judged(aWall(), board(), anObstacle({ obstacle: 'window', room, xMm: 2000 }), aFitUnit({ xMm: 1000, yMm: 600 }))
        ?.units[0]?.clearances.violations
    expect(missing('sleep')).toEqual([{ with: 'o1', missingMm: 600 }])
    expect(missing(null)).toEqual(missing('sleep'))
    expect(missing('other')).toEqual([])
  })
  it('counts the door’s leaf, and the space kept for a later stack', () => {
    const door = anObstacle({ obstacle: 'door', swing: 'left', xMm: 2400, yMm: 0, widthMm: 800, heightMm: 2000 })
    expect(
      judged(aWall(), board(), door, aFitUnit({ xMm: 1000, yMm: 600 }))?.units[0]?.clearances.violations?.map(
        ({ with: other }) => other,
      ),
    ).toEqual(['o1, opened'])
    expect(
      judged(
        aWall(),
        board(),
        anObstacle({ obstacle: 'pipe', xMm: 1900, widthMm: 100 }),
        aFitUnit({ xMm: 1000, yMm: 600, reserveRightMm: 500 }),
      )?.units[0]?.clearances.violations,
    ).toHaveLength(1)
  })
  it('names what lies beyond the wall and what stands on none', () => {
    const wall = judged(
      aWall({ widthMm: 3000 }),
      anObstacle({ xMm: 2900, widthMm: 400 }),
      anObstacle({ xMm: 3500 }),
      aFitUnit({ widthMm: 3200, xMm: null, yMm: null }),
    )
    expect(wall?.faults.map(({ message }) => message)).toEqual([
      'Obstacle reaches 300 mm beyond the wall. Correct its size, or the wall.',
      'Obstacle lies beyond the wall of 3000 × 2400 mm. Correct its place, or the wall.',
      'Unit is larger than the wall of 3000 × 2400 mm.',
    ])
    expect(strandedOf(house({ fit: [aFitUnit({ wallTag: 'gone' })] }))).toHaveLength(1)
  })
  it('finds a first place and proposals, both legal', () => {
    const wall = judged(
      aWall(),
      board(),
      anObstacle({ obstacle: 'pipe', xMm: 0, yMm: 0, widthMm: 900, heightMm: 2400 }),
      aFitUnit({ xMm: null, yMm: null }),
    )
    if (!wall) throw new Error('no wall')
    expect(wall.units[0]?.clearances.verdict).toBe('open')
    expect(firstPlace(wall, 'u1')).toEqual({ xMm: 1000, yMm: 450 })
    expect(proposalFor(wall)).toMatchObject({ ok: true, value: { places: [{ id: 'u1', xMm: 1000 }] } })
    expect(firstPlace(wall, 'none')).toBeNull()
  })
})

describe('the drilling template', () => {
  const wall = judged(
    aWall({ datum: 'rightCeiling' }),
    aFitUnit({ xMm: 1000, yMm: 600, holes: '50 50 8\n550 50 8; 50 750 10' }),
  )
  const units = wall ? templateUnits(wall) : []
  it('measures every hole from its datum corner, left to right', () => {
    expect(
      drillHoles(units, { widthMm: 4000, ceilingMm: 2400 }, 'leftFloor').map(
        ({ number, alongMm, heightMm, diameterMm }) => [number, alongMm, heightMm, diameterMm],
      ),
    ).toEqual([
      [1, 1050, 650, 8],
      [2, 1050, 1350, 10],
      [3, 1550, 650, 8],
    ])
    expect(drillHoles(units, { widthMm: 4000, ceilingMm: 2400 }, 'rightCeiling')[0]).toMatchObject({
      alongMm: 2950,
      heightMm: 1750,
      xMm: 1050,
      yMm: 650,
    })
  })
  it('reads holes and names the lines that are none', () => {
    expect(parseHoles('10 20; 30,5 40 12\nabc\n1 2 3 4\n5 -1')).toEqual({
      holes: [
        { xMm: 10, yMm: 20, diameterMm: 8 },
        { xMm: 30.5, yMm: 40, diameterMm: 12 },
      ],
      wrong: [
        { line: 3, text: 'abc' },
        { line: 4, text: '1 2 3 4' },
        { line: 5, text: '5 -1' },
      ],
    })
  })
  it('is SVG in true millimetres, with names that cannot break out of it', () => {
    const [unit] = units
    if (!unit) throw new Error('no unit')
    const svg = templateSvg(
      [{ ...unit, name: '<script>&"' }],
      drillHoles(units, { widthMm: 4000, ceilingMm: 2400 }, 'leftFloor'),
      { widthMm: 4000, ceilingMm: 2400 },
      'leftFloor',
    )
    expect(svg).toContain('width="4000mm" height="2400mm" viewBox="0 0 4000 2400"')
    expect(svg).toContain('<circle cx="1050" cy="1750" r="4"/>')
    expect(svg).not.toContain('<script')
  })
  it('covers everything with sheets whose register marks meet', () => {
    const wall = { widthMm: 4000, ceilingMm: 2400 }
    // drilled all over, so that every sheet is there
    const riddled = units.map((unit) => ({
      ...unit,
      holes: Array.from({ length: 400 }, (_, k) => ({
        xMm: ((k % 20) + 0.5) * (unit.widthMm / 20),
        yMm: (Math.floor(k / 20) + 0.5) * (unit.heightMm / 20),
        diameterMm: 6,
      })),
    }))
    const layout = templateLayout(riddled, drillHoles(riddled, wall, 'leftFloor'))
    if (!layout) throw new Error('no sheets')
    expect([layout.columns, layout.rows]).toEqual([4, 4])
    const few = templateLayout(units, drillHoles(units, wall, 'leftFloor'))
    expect(few).toMatchObject({ columns: 4, rows: 4 })
    expect(few?.sheets.length).toBeLessThan(layout.sheets.length)
    expect(templateLayout(units, [])?.sheets).toEqual([])
    const [first, second] = layout.sheets
    if (!first || !second) throw new Error('no sheets')
    const shared = registerMarks(first).filter((mark) =>
      registerMarks(second).some(
        (other) => Math.abs(other.xMm - mark.xMm) < 1e-9 && Math.abs(other.yMm - mark.yMm) < 1e-9,
      ),
    )
    expect(shared).toHaveLength(2)
    expect(layout.area.xMm).toBeLessThanOrEqual(970)
    expect(layout.area.xMm + layout.area.widthMm).toBeGreaterThanOrEqual(1630)
    expect(onSheet(first, first.xMm, first.yMm).x).toBeGreaterThan(0)
    expect(onSheet(first, first.xMm + first.widthMm, first.yMm).x).toBeLessThan((SHEET.widthMm * 72) / 25.4)
    expect(templateLayout([], [])).toBeNull()
  })
})
