import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import type { Component } from '../installation/installation'
import type { SurveyDetails, SurveyItem } from '../installation/survey'
import { type RoofFaceInput, inStringOrder, panelPlaces, parseObstacles } from './roofFace'
import { roofMaterials } from './roofMaterials'
import { roofOfInstallation } from './roofOfInstallation'

const FACE = {
  widthMm: 5000,
  heightMm: 4000,
  edgeMm: 300,
  gapMm: 20,
  panelWidthMm: 1100,
  panelHeightMm: 1700,
  obstacles: [],
}
const size = fc.integer({ min: 1, max: 6000 })
const someFace = fc.record({
  widthMm: size,
  heightMm: size,
  edgeMm: fc.integer({ min: 0, max: 800 }),
  gapMm: fc.integer({ min: 0, max: 100 }),
  panelWidthMm: fc.integer({ min: 300, max: 2000 }),
  panelHeightMm: fc.integer({ min: 300, max: 2000 }),
  obstacles: fc.array(fc.record({ xMm: size, yMm: size, widthMm: size, heightMm: size }), { maxLength: 4 }),
})

const VENT = { xMm: 1800, yMm: 100, widthMm: 400, heightMm: 300 }

const little = fc.integer({ min: 1, max: 60 })
const smallFace = fc.record({
  widthMm: little,
  heightMm: little,
  edgeMm: fc.integer({ min: 0, max: 4 }),
  gapMm: fc.integer({ min: 0, max: 3 }),
  panelWidthMm: fc.integer({ min: 3, max: 20 }),
  panelHeightMm: fc.integer({ min: 3, max: 20 }),
  obstacles: fc.array(fc.record({ xMm: little, yMm: little, widthMm: little, heightMm: little }), { maxLength: 4 }),
})

/** Panels of a row, put down one by one from the left. */
function countByTrial({ widthMm, edgeMm, gapMm, panelWidthMm, panelHeightMm, obstacles }: RoofFaceInput, yMm: number) {
  let count = 0
  for (let xMm = edgeMm; xMm + panelWidthMm <= widthMm - edgeMm;) {
    const near = obstacles.filter(
      (one) =>
        one.xMm - edgeMm < xMm + panelWidthMm &&
        one.xMm + one.widthMm + edgeMm > xMm &&
        one.yMm - edgeMm < yMm + panelHeightMm &&
        one.yMm + one.heightMm + edgeMm > yMm,
    )
    if (near.length > 0) xMm = Math.max(...near.map((one) => one.xMm + one.widthMm + edgeMm))
    else {
      count++
      xMm += panelWidthMm + gapMm
    }
  }
  return count
}

/** Most panels of all ways to put rows at whole millimetres. */
function mostByTrial(face: RoofFaceInput): number {
  const { heightMm, edgeMm, gapMm, panelHeightMm } = face
  const most = new Map<number, number>()
  for (let yMm = heightMm; yMm >= edgeMm; yMm--) {
    const fits = yMm + panelHeightMm <= heightMm - edgeMm
    const here = fits ? countByTrial(face, yMm) + (most.get(yMm + panelHeightMm + gapMm) ?? 0) : 0
    most.set(yMm, Math.max(here, most.get(yMm + 1) ?? 0))
  }
  return most.get(edgeMm) ?? 0
}

describe('places for panels', () => {
  it('are reckoned by hand: three in a row between the edges, and a second row only where it fits', () => {
    const rowsOf = (heightMm: number) => panelPlaces({ ...FACE, heightMm }).map(({ xMm, yMm }) => [xMm, yMm])
    const first = [
      [300, 300],
      [1420, 300],
      [2540, 300],
    ]
    expect(rowsOf(4019)).toEqual(first)
    expect(rowsOf(4020)).toEqual([...first, [300, 2020], [1420, 2020], [2540, 2020]])
  })
  it('leave an obstacle its room, and take up again behind it', () => {
    const places = panelPlaces({ ...FACE, heightMm: 4100, obstacles: [VENT] })
    expect(places.map(({ xMm, yMm }) => [xMm, yMm])).toEqual([
      [300, 300],
      [2500, 300],
      [300, 2020],
      [1420, 2020],
      [2540, 2020],
    ])
  })
  it('keep their gap also across an obstacle that is narrower than it', () => {
    const narrow = { widthMm: 3101, heightMm: 300, edgeMm: 0, gapMm: 10, panelWidthMm: 302, panelHeightMm: 300 }
    const places = panelPlaces({ ...narrow, obstacles: [{ xMm: 2798, yMm: 1, widthMm: 1, heightMm: 1 }] })
    expect(places.map(({ xMm }) => xMm)).toEqual([0, 312, 624, 936, 1248, 1560, 1872, 2184, 2496])
  })
  it('move a row up past an obstacle where that gains a panel, and only there', () => {
    const places = panelPlaces({ ...FACE, obstacles: [VENT] })
    expect(places.map(({ xMm, yMm }) => [xMm, yMm])).toEqual([
      [300, 700],
      [1420, 700],
      [2540, 700],
    ])
  })
  it('are as many as the best of all heights of the rows, tried millimetre by millimetre', () => {
    fc.assert(
      fc.property(smallFace, (face) => {
        expect(panelPlaces(face)).toHaveLength(mostByTrial(face))
      }),
    )
  })
  it('are none where a panel has no size or is larger than the face', () => {
    expect(panelPlaces({ ...FACE, panelWidthMm: 0 })).toEqual([])
    expect(panelPlaces({ ...FACE, panelHeightMm: 5000 })).toEqual([])
  })
  it('never overlap, leave the face, or come too near an obstacle', () => {
    fc.assert(
      fc.property(someFace, (face) => {
        const places = panelPlaces(face)
        for (const [k, a] of places.entries()) {
          expect(a.xMm).toBeGreaterThanOrEqual(face.edgeMm)
          expect(a.xMm + a.widthMm).toBeLessThanOrEqual(face.widthMm - face.edgeMm)
          expect(a.yMm + a.heightMm).toBeLessThanOrEqual(face.heightMm - face.edgeMm)
          const apart = (b: typeof a, gap: number) =>
            a.xMm + a.widthMm + gap <= b.xMm ||
            b.xMm + b.widthMm + gap <= a.xMm ||
            a.yMm + a.heightMm + gap <= b.yMm ||
            b.yMm + b.heightMm + gap <= a.yMm
          expect(face.obstacles.every((one) => apart(one, face.edgeMm))).toBe(true)
          expect(places.slice(k + 1).every((other) => apart(other, face.gapMm))).toBe(true)
        }
        expect(inStringOrder(places)).toHaveLength(places.length)
      }),
    )
  })
  it('are gone through along a row and back along the next', () => {
    expect(inStringOrder(panelPlaces({ ...FACE, heightMm: 4320 })).map(({ xMm }) => xMm)).toEqual([
      300, 1420, 2540, 2540, 1420, 300,
    ])
  })
})

describe('obstacles as they are written', () => {
  it('are four figures a line', () => {
    expect(parseObstacles('1200 800 600 900\n\n0, 0, 100 x 100')).toMatchObject({ ok: true, obstacles: [{}, {}] })
  })
  it.each(['chimney', '1 2 3', '1 2 3 4 5', '1 2 0 4', '-1 2 3 4', '1 2 NaN 4', '1e400 2 3 4'])(
    'are refused as %j, by their line',
    (text) => {
      const read = parseObstacles(`0 0 100 100\n${text}`)
      expect(read.ok ? '' : read.message).toMatch(/^Line 2: /)
    },
  )
  it('are forty at most', () => {
    expect(parseObstacles('1 1 1 1\n'.repeat(41)).ok).toBe(false)
  })
})

const { obstacles: _none, ...MEASURED } = FACE
const face = (detail: Partial<SurveyDetails['arrayFace']>): SurveyItem =>
  ({
    id: 'f1',
    kind: 'arrayFace',
    tag: 'f1',
    name: 'South',
    detail: { peakW: 4000, tiltDeg: 35, azimuthDeg: 180, ...detail },
  }) as SurveyItem
const system = { id: 'p', kind: 'pvSystem', tag: 'pv1', name: 'Roof', detail: { modulesInString: 3 } } as SurveyItem
const pv = { id: 'pv', tag: 'pv', kind: 'pv', name: 'PV', model: 'x' } as Component

describe('the roof of a house', () => {
  it('has its panels in whole strings, and says where there is part of one or too little room', () => {
    const of = (panels: number | null) =>
      roofOfInstallation(house({ survey: [face({ ...MEASURED, heightMm: 4320, panels }), system] })).faces[0]
    expect(of(6)).toMatchObject({ fits: 6, planned: 6, partString: false })
    expect(of(6)?.panels.map(({ string }) => string)).toEqual([0, 0, 0, 1, 1, 1])
    expect(of(5)).toMatchObject({ partString: true })
    expect(of(5)?.panels.map(({ string }) => string)).toEqual([0, 0, 0, null, null])
    expect(of(9)).toMatchObject({ fits: 6, planned: 9 })
    expect(of(null)).toMatchObject({ planned: null, partString: null })
  })
  it('counts its strings on from face to face', () => {
    const second = { ...face({ ...MEASURED, heightMm: 4320, panels: 3 }), id: 'f2', tag: 'f2' } as SurveyItem
    const { faces } = roofOfInstallation(
      house({ survey: [face({ ...MEASURED, heightMm: 4320, panels: 6 }), second, system] }),
    )
    expect(faces[1]?.panels.map(({ string }) => string)).toEqual([2, 2, 2])
  })
  it('is open where something was not measured, by name', () => {
    expect(roofOfInstallation(house({ survey: [face({ ...MEASURED, gapMm: null })] }))).toEqual({
      faces: [],
      unmeasured: [{ tag: 'f1', name: 'South', missing: ['gap between panels'] }],
    })
  })
})

it('places no panel where obstacles cannot be read', () => {
  const { faces, unmeasured } = roofOfInstallation(house({ survey: [face({ ...MEASURED, obstacles: 'a chimney' })] }))
  expect([faces, unmeasured[0]?.missing]).toEqual([[], ['obstacles that can be read']])
})

describe('what goes to the roof', () => {
  const lines = (detail: Partial<SurveyDetails['arrayFace']>, components = [pv]) =>
    roofMaterials(house({ survey: [face(detail), system], components }))
  it('is rails, anchors and clamps for the panels placed, and covers by the panels walked', () => {
    const found = lines({ ...MEASURED, heightMm: 4320, panels: 6, cover: 'tile' })
    expect(found.map(({ item, quantity }) => [item, quantity])).toEqual([
      ['Mounting rail', 14],
      ['Roof anchor', 16],
      ['Panel clamp', 16],
      ['Spare roof tiles for South', 5],
    ])
    const [many] = lines({ panels: 40, cover: 'slate' })
    expect(many).toMatchObject({ item: 'Spare slates for South', quantity: 16 })
  })
  it('asks what nobody said, takes none for a roof of sheet, and nothing for panels that are there already', () => {
    expect(lines({ panels: 6 })[0]?.item).toBe('Spare covers for South: kind of roof to be said')
    expect(lines({ cover: 'tile' })[0]?.item).toBe('Spare covers for South: panels to be said')
    expect(lines({ panels: 6, cover: 'sheet' })).toEqual([])
    expect(lines({ panels: 6 }, [])).toEqual([])
  })
})
