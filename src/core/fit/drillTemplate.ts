import type { BoxOnWall } from './clearances'

/** A hole in a unit's back, in millimetres from the unit's lower left corner. */
export interface UnitHole {
  xMm: number
  yMm: number
  diameterMm: number
}

export interface TemplateUnit extends BoxOnWall {
  id: string
  name: string
  holes: readonly UnitHole[]
}

export const DATUM_CORNERS = ['leftFloor', 'rightFloor', 'leftCeiling', 'rightCeiling'] as const
/** The one corner of the wall from which everything is measured. */
export type DatumCorner = (typeof DATUM_CORNERS)[number]
export const DATUM_WORDS: Readonly<Record<DatumCorner, string>> = {
  leftFloor: 'lower left corner',
  rightFloor: 'lower right corner',
  leftCeiling: 'upper left corner',
  rightCeiling: 'upper right corner',
}

export interface DrillHole {
  number: number
  unit: string
  /** Along the wall from the datum corner, in millimetres. */
  alongMm: number
  /** Up or down from the datum corner, in millimetres. */
  heightMm: number
  diameterMm: number
  /** On the wall: x from the left end, y from the floor. */
  xMm: number
  yMm: number
}

/** Hole positions of all units, measured from one datum corner, numbered from left to right and then upwards. Outside the wall is possible and is for the reader to see. */
export function drillHoles(
  units: readonly TemplateUnit[],
  wall: { widthMm: number; ceilingMm: number },
  datum: DatumCorner,
): DrillHole[] {
  const fromRight = datum.startsWith('right')
  const fromCeiling = datum.endsWith('Ceiling')
  return units
    .flatMap(({ name, xMm, yMm, holes }) =>
      holes.map((hole) => ({ unit: name, xMm: xMm + hole.xMm, yMm: yMm + hole.yMm, diameterMm: hole.diameterMm })),
    )
    .sort((a, b) => a.xMm - b.xMm || a.yMm - b.yMm)
    .map((hole, k) => ({
      number: k + 1,
      ...hole,
      alongMm: fromRight ? wall.widthMm - hole.xMm : hole.xMm,
      heightMm: fromCeiling ? wall.ceilingMm - hole.yMm : hole.yMm,
    }))
}

/** Reads holes written as `x y ⌀`, one hole a line or a semicolon; returns what cannot be read by its number. */
export function parseHoles(text: string): { holes: UnitHole[]; wrong: { line: number; text: string }[] } {
  const holes: UnitHole[] = []
  const wrong: { line: number; text: string }[] = []
  text
    .split(/[;\n]/)
    .map((line) => line.trim())
    .forEach((line, k) => {
      if (line === '') return
      const figures = line
        .split(/[\s/x]+/)
        .filter(Boolean)
        .map((part) => Number(part.replace(',', '.')))
      const [xMm, yMm, diameterMm = 8] = figures
      if (
        figures.length < 2 ||
        figures.length > 3 ||
        figures.some((figure) => !Number.isFinite(figure) || figure < 0) ||
        diameterMm <= 0 ||
        diameterMm > 120
      )
        wrong.push({ line: k + 1, text: line.slice(0, 40) })
      else holes.push({ xMm: xMm as number, yMm: yMm as number, diameterMm })
    })
  return { holes, wrong }
}

/** The template as SVG in true millimetres: units as outlines, holes as crossed circles with their numbers, the datum marked. */
export function templateSvg(
  units: readonly TemplateUnit[],
  holes: readonly DrillHole[],
  wall: { widthMm: number; ceilingMm: number },
  datum: DatumCorner,
): string {
  const { widthMm, ceilingMm } = wall
  const figure = (value: number) => String(Math.round(value * 1000) / 1000)
  const escape = (text: string) =>
    text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;')
  const up = (yMm: number) => figure(ceilingMm - yMm)
  const [datumX, datumY] = [datum.startsWith('right') ? widthMm : 0, datum.endsWith('Ceiling') ? 0 : ceilingMm]
  const line = (x1: number, y1: number, x2: number, y2: number) =>
    `<line x1="${figure(x1)}" y1="${figure(y1)}" x2="${figure(x2)}" y2="${figure(y2)}"/>`
  return (
    [
      `<svg xmlns="http://www.w3.org/2000/svg" width="${figure(widthMm)}mm" height="${figure(ceilingMm)}mm" viewBox="0 0 ${figure(widthMm)} ${figure(ceilingMm)}" fill="none" stroke="black" stroke-width="0.4" font-family="sans-serif">`,
      `<rect x="0" y="0" width="${figure(widthMm)}" height="${figure(ceilingMm)}"/>`,
      `<g stroke-width="1">${line(datumX - 20, datumY, datumX + 20, datumY)}${line(datumX, datumY - 20, datumX, datumY + 20)}</g>`,
      ...units.map(
        ({ name, xMm, yMm, widthMm: w, heightMm: h }) =>
          `<rect x="${figure(xMm)}" y="${up(yMm + h)}" width="${figure(w)}" height="${figure(h)}" stroke-dasharray="6 4"/><text x="${figure(xMm + 6)}" y="${figure(ceilingMm - yMm - h + 24)}" font-size="18" fill="black" stroke="none">${escape(name)}</text>`,
      ),
      ...holes.map(
        ({ number, xMm, yMm, diameterMm, alongMm, heightMm }) =>
          `<g><circle cx="${figure(xMm)}" cy="${up(yMm)}" r="${figure(diameterMm / 2)}"/>${line(xMm - 10, ceilingMm - yMm, xMm + 10, ceilingMm - yMm)}${line(xMm, ceilingMm - yMm - 10, xMm, ceilingMm - yMm + 10)}<text x="${figure(xMm + 8)}" y="${figure(ceilingMm - yMm - 8)}" font-size="12" fill="black" stroke="none">${number}: ${figure(alongMm)} / ${figure(heightMm)}</text></g>`,
      ),
      '</svg>',
    ].join('\n') + '\n'
  )
}
