/** A rectangle on a face of the roof, in millimetres along the slope from its lower left corner. */
export interface RoofRect {
  xMm: number
  yMm: number
  widthMm: number
  heightMm: number
}

/** What the place for panels on a face is reckoned from. */
export interface RoofFaceInput {
  widthMm: number
  /** Along the slope, eaves to ridge. */
  heightMm: number
  /** Kept free along every edge and around every obstacle. */
  edgeMm: number
  /** Between panels. */
  gapMm: number
  panelWidthMm: number
  panelHeightMm: number
  obstacles: readonly RoofRect[]
}

/** Rows that are reckoned at most: a face of a house has a few. */
const MOST_ROWS = 60
const MOST_OBSTACLES = 40

/** Obstacles as they were written, or which line is none. */
export type Obstacles = { ok: true; obstacles: RoofRect[] } | { ok: false; message: string }

/**
 * Obstacles on a face, one a line: from the left, from the eaves, width and height in millimetres.
 *
 * @example
 * parseObstacles('1200 800 600 900') // => { ok: true, obstacles: [{ xMm: 1200, yMm: 800, widthMm: 600, heightMm: 900 }] }
 * parseObstacles('chimney') // => { ok: false, message: 'Line 1: “chimney” is no obstacle; …' }
 */
export function parseObstacles(text: string): Obstacles {
  const lines = text.split('\n').map((line) => line.trim())
  const obstacles: RoofRect[] = []
  for (const [k, line] of lines.entries()) {
    if (line === '') continue
    const parts = line.split(/[\s,;x×]+/).filter(Boolean)
    const figures = parts.map(Number)
    const [xMm = NaN, yMm = NaN, widthMm = NaN, heightMm = NaN] = figures
    const sound = parts.length === 4 && figures.every((one) => Number.isFinite(one) && one >= 0)
    if (!sound || widthMm === 0 || heightMm === 0)
      return {
        ok: false,
        message: `Line ${k + 1}: “${line.slice(0, 40)}” is no obstacle; write from the left, from the eaves, width and height in millimetres.`,
      }
    obstacles.push({ xMm, yMm, widthMm, heightMm })
  }
  if (obstacles.length > MOST_OBSTACLES)
    return { ok: false, message: `At most ${MOST_OBSTACLES} obstacles are taken on one face.` }
  return { ok: true, obstacles }
}

/** What of a stretch is left free between what is taken, in order. */
function freeStretches(from: number, to: number, taken: readonly { from: number; to: number }[]) {
  const free: { from: number; to: number }[] = []
  let at = from
  for (const one of [...taken].sort((a, b) => a.from - b.from)) {
    if (one.from > at) free.push({ from: at, to: Math.min(one.from, to) })
    at = Math.max(at, one.to)
  }
  if (at < to) free.push({ from: at, to })
  return free
}

/** Stretches of a row at a height, between edges and obstacles, each with the panels that go into it. */
function stretchesAt(
  { widthMm, edgeMm, gapMm, panelWidthMm, panelHeightMm, obstacles }: RoofFaceInput,
  yMm: number,
): { from: number; count: number }[] {
  const taken = obstacles
    .filter((one) => one.yMm - edgeMm < yMm + panelHeightMm && one.yMm + one.heightMm + edgeMm > yMm)
    .map((one) => ({ from: one.xMm - edgeMm, to: one.xMm + one.widthMm + edgeMm }))
  const stretches: { from: number; count: number }[] = []
  // an obstacle may be narrower than the gap that panels keep from each other
  let nextMm = edgeMm
  for (const free of freeStretches(edgeMm, widthMm - edgeMm, taken)) {
    const from = Math.max(free.from, nextMm)
    const count = Math.max(0, Math.floor((free.to - from + gapMm) / (panelWidthMm + gapMm)))
    if (count === 0) continue
    stretches.push({ from, count })
    nextMm = from + count * (panelWidthMm + gapMm)
  }
  return stretches
}

/** The panels of one row, each stretch filled from the left. */
const rowAt = (face: RoofFaceInput, yMm: number): RoofRect[] =>
  stretchesAt(face, yMm).flatMap(({ from, count }) =>
    Array.from({ length: count }, (_, k) => ({
      xMm: from + k * (face.panelWidthMm + face.gapMm),
      yMm,
      widthMm: face.panelWidthMm,
      heightMm: face.panelHeightMm,
    })),
  )

/**
 * Heights at which a row can begin, from the lowest: on the edge at the eaves, right above an obstacle, or on rows above one of these. Any other row
 * can be pushed down to one of them without losing a panel.
 */
function rowHeights({ heightMm, edgeMm, gapMm, panelHeightMm, obstacles }: RoofFaceInput): number[] {
  const bases = [edgeMm, ...obstacles.map((one) => one.yMm + one.heightMm + edgeMm)].filter((base) => base >= edgeMm)
  const heights = bases.flatMap((base) =>
    Array.from({ length: MOST_ROWS }, (_, k) => base + k * (panelHeightMm + gapMm)),
  )
  return [...new Set(heights)].filter((yMm) => yMm + panelHeightMm <= heightMm - edgeMm).sort((a, b) => a - b)
}

/** Two heights that are this near are one, however they were reckoned. */
const SAME_MM = 1e-6

/**
 * Places for panels on a face: in rows from the eaves up, each row filled from the left between edges and obstacles, and each at the height at which
 * all rows together take most panels – a row moves up past an obstacle where that gains one, and stays low where it does not.
 *
 * @returns the panels, row by row from the lowest and from the left; none where a panel has no size or does not fit
 * @example
 * panelPlaces({ widthMm: 5000, heightMm: 4020, edgeMm: 300, gapMm: 20, panelWidthMm: 1100, panelHeightMm: 1700, obstacles: [] }).length // => 6
 */
export function panelPlaces(face: RoofFaceInput): RoofRect[] {
  const { gapMm, panelWidthMm, panelHeightMm } = face
  if (!(panelWidthMm > 0 && panelHeightMm > 0)) return []
  const heights = rowHeights(face)
  const counts = heights.map((yMm) => stretchesAt(face, yMm).reduce((sum, { count }) => sum + count, 0))
  const nextOf = heights.map((yMm) => {
    const at = heights.findIndex((other) => other >= yMm + panelHeightMm + gapMm - SAME_MM)
    return at < 0 ? heights.length : at
  })
  // most panels from each height up; where a row gains nothing by waiting, it is put where it is
  const most = new Float64Array(heights.length + 1)
  const withRow = (k: number) => (counts[k] ?? 0) + (most[nextOf[k] ?? heights.length] ?? 0)
  for (let k = heights.length - 1; k >= 0; k--) most[k] = Math.max(most[k + 1] ?? 0, withRow(k))
  const places: RoofRect[] = []
  for (let k = 0, taken = 0; k < heights.length && taken < MOST_ROWS;) {
    if (counts[k] === 0 || withRow(k) < (most[k] ?? 0)) {
      k++
      continue
    }
    places.push(...rowAt(face, heights[k] ?? NaN))
    taken++
    k = nextOf[k] ?? heights.length
  }
  return places
}

/**
 * Panels in the order in which a string goes from one to the next: along a row, and back along the one above.
 *
 * @example inStringOrder(places)[0] // the first panel of the lowest row
 */
export function inStringOrder(places: readonly RoofRect[]): RoofRect[] {
  const rows = [...new Set(places.map(({ yMm }) => yMm))].sort((a, b) => a - b)
  return rows.flatMap((yMm, k) => {
    const row = places.filter((one) => one.yMm === yMm).sort((a, b) => a.xMm - b.xMm)
    return k % 2 === 0 ? row : row.reverse()
  })
}
