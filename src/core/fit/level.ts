/** A foot of a unit: where it stands in plan, and how high the floor is there (up is positive), all in millimetres. */
export interface Foot {
  id: string
  xMm: number
  yMm: number
  heightMm: number | null
}

export interface Level {
  slopeXMmPerM: number | null
  slopeYMmPerM: number | null
  residualRmsMm: number | null
  /** What goes under each foot, by its id. */
  shimsMm: Readonly<Record<string, number>> | null
  totalShimMm: number | null
  verdict: 'open' | null
}

/** Share of the spread of the feet below which they count as standing in one line. */
const IN_LINE = 1e-12

/**
 * F-2: the plane of the floor under the feet by least squares, its slope in mm/m along both axes, and the shim that lifts each foot to the
 * highest one: the least that levels the unit without lowering any foot. Fewer than three heights, or feet in one line, are Open.
 */
export function level(feet: readonly Foot[]): Level {
  const known = feet.filter((foot): foot is Foot & { heightMm: number } => foot.heightMm !== null)
  if (known.length < 3 || known.length < feet.length)
    return {
      slopeXMmPerM: null,
      slopeYMmPerM: null,
      residualRmsMm: null,
      shimsMm: null,
      totalShimMm: null,
      verdict: 'open',
    }
  const highest = Math.max(...known.map(({ heightMm }) => heightMm))
  const shimsMm = Object.fromEntries(known.map(({ id, heightMm }) => [id, highest - heightMm]))
  const shims = { shimsMm, totalShimMm: known.reduce((sum, { heightMm }) => sum + highest - heightMm, 0) }
  const mean = (of: (foot: (typeof known)[number]) => number) =>
    known.reduce((sum, foot) => sum + of(foot), 0) / known.length
  const [x0, y0, z0] = [mean(({ xMm }) => xMm), mean(({ yMm }) => yMm), mean(({ heightMm }) => heightMm)]
  const sum = (of: (x: number, y: number, z: number) => number) =>
    known.reduce((total, { xMm, yMm, heightMm }) => total + of(xMm - x0, yMm - y0, heightMm - z0), 0)
  const [sxx, syy, sxy, sxz, syz] = [
    sum((x) => x * x),
    sum((_, y) => y * y),
    sum((x, y) => x * y),
    sum((x, _, z) => x * z),
    sum((_, y, z) => y * z),
  ]
  const determinant = sxx * syy - sxy * sxy
  if (determinant <= IN_LINE * (sxx + syy) ** 2)
    return { slopeXMmPerM: null, slopeYMmPerM: null, residualRmsMm: null, ...shims, verdict: 'open' }
  const a = (sxz * syy - syz * sxy) / determinant
  const b = (syz * sxx - sxz * sxy) / determinant
  return {
    slopeXMmPerM: 1000 * a,
    slopeYMmPerM: 1000 * b,
    residualRmsMm: Math.sqrt(sum((x, y, z) => (z - a * x - b * y) ** 2) / known.length),
    ...shims,
    verdict: null,
  }
}
