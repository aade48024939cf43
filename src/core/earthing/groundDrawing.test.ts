import { describe, expect, it } from 'vitest'
import { anElectrode, house } from '../../../tests/support/house'
import type { Installation } from '../installation/installation'
import type { SurveyItem } from '../installation/survey'
import { groundDrawing, groundDrawingWords } from './groundDrawing'
import { groundPlot } from './groundPlot'

const service = (atM: number | null, depthM: number | null): SurveyItem => ({
  id: 's1',
  kind: 'service',
  tag: 's1',
  name: 'Water pipe',
  detail: { medium: 'water', material: 'metal', atM, depthM },
})
const drawingOf = (change: Partial<Installation>) => groundDrawing(groundPlot(house(change)), 720)
const rod = anElectrode({ tag: 'e1', kind: 'rod', atM: 3, lengthM: 2.4, diameterMm: 16, depthM: 0 })

/** The thick line of the electrode itself. */
const bodies = (change: Partial<Installation>) =>
  drawingOf(change).shapes.flatMap((shape) =>
    shape.kind === 'line' && shape.ink === 'earth' && shape.width > 4 ? [shape.points] : [],
  )

describe('the section of the ground', () => {
  it('draws a rod as long as it is, in the scale of its ruler', () => {
    const { shapes } = drawingOf({ electrodes: [rod] })
    const [body] = bodies({ electrodes: [rod] })
    const marks = shapes.flatMap((shape) => (shape.kind === 'text' && shape.text === '2 m' ? [shape.at] : []))
    const surface = shapes.find((shape) => shape.kind === 'line' && shape.ink === 'earth')
    const surfaceY = surface?.kind === 'line' ? (surface.points[0]?.y ?? NaN) : NaN
    const metre = ((body?.[1]?.y ?? NaN) - (body?.[0]?.y ?? NaN)) / 2.4
    expect(body?.[0]?.x).toBe(body?.[1]?.x)
    // a mark of the depth ruler stands where its metres are
    expect(marks.some(({ y }) => Math.abs(y - 4 - (surfaceY + 2 * metre)) < 0.5)).toBe(true)
  })

  it('draws a located service at its depth, and one whose depth nobody knows all the way down', () => {
    const located = drawingOf({ electrodes: [rod], survey: [service(5, 0.8)] })
    expect(located.shapes.filter(({ kind }) => kind === 'circle')).toHaveLength(1)
    const unknown = drawingOf({ electrodes: [rod], survey: [service(5, null)] })
    expect(unknown.shapes.filter(({ kind }) => kind === 'circle')).toHaveLength(0)
    expect(unknown.shapes.some((shape) => shape.kind === 'line' && shape.ink === 'stop' && shape.dash)).toBe(true)
  })

  it('draws no electrode whose place or length nobody entered', () => {
    expect(bodies({ electrodes: [{ ...rod, atM: null }] })).toEqual([])
    expect(bodies({ electrodes: [{ ...rod, lengthM: null }] })).toEqual([])
  })

  it('stays inside its size', () => {
    const { width, height, shapes } = drawingOf({ electrodes: [rod], survey: [service(12, 3)] })
    for (const shape of shapes)
      if (shape.kind === 'text' || shape.kind === 'circle') {
        expect(shape.at.x).toBeLessThanOrEqual(width)
        expect(shape.at.y).toBeLessThanOrEqual(height)
      }
  })

  it('is told in words', () => {
    expect(groundDrawingWords(groundPlot(house({ electrodes: [rod], survey: [service(5, 0.8)] })))).toBe(
      'Section of the ground out to 6 m: rod e1 at 3 m down to 2.4 m; Water pipe crossing at 5 m',
    )
  })
})

describe('the ground from above', () => {
  const beside = { ...rod, tag: 'e2', atM: 5, asideM: 2 }
  const dots = (change: Partial<Installation>) =>
    drawingOf(change).shapes.flatMap((shape) => (shape.kind === 'circle' && shape.ink === 'earth' ? [shape.at] : []))
  const texts = (change: Partial<Installation>) =>
    drawingOf(change).shapes.flatMap((shape) => (shape.kind === 'text' ? [shape.text] : []))

  it('is drawn where an electrode stands off the line, as far off as it does', () => {
    const [first, second] = dots({ electrodes: [rod, beside] })
    const metre = ((second?.x ?? NaN) - (first?.x ?? NaN)) / 2
    expect((second?.y ?? NaN) - (first?.y ?? NaN)).toBeCloseTo(2 * metre, 6)
    expect(texts({ electrodes: [rod, beside] })).toContain('rod e2, 2 m aside')
  })

  it('is left out where all stand on the line: the section says it all', () => {
    expect(dots({ electrodes: [rod, { ...beside, asideM: 0 }] })).toEqual([])
    expect(texts({ electrodes: [rod] })).not.toContain('from above, in the same scale')
  })

  it('says so where it is too far off to be drawn in scale', () => {
    const far = { electrodes: [rod, { ...beside, asideM: 400 }] }
    expect(texts(far)).toContain('from above; the distance off the line is not in scale')
    const { height, shapes } = drawingOf(far)
    for (const shape of shapes) if (shape.kind === 'circle') expect(shape.at.y).toBeLessThan(height)
  })

  it('is told in words too', () => {
    expect(groundDrawingWords(groundPlot(house({ electrodes: [beside] })))).toMatch(
      /rod e2 at 5 m, 2 m off the line, down/,
    )
  })
})
