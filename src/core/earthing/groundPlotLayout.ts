import type { GroundPlot } from './groundPlot'

/** A label above the ground, in the lowest row where it stands clear of the others. */
export interface GroundLabel {
  /** Where it points. */
  x: number
  /** Middle of its words, which stay inside the picture. */
  wordsX: number
  row: number
}

export interface GroundPlotLayout {
  /** Pixels a metre, the same across and down: the picture is to scale. */
  scale: number
  /** Height of the part above the ground, with its rows of labels. */
  surfaceY: number
  height: number
  x: (metres: number) => number
  y: (metres: number) => number
  /** Metres that the rulers mark. */
  outTicks: number[]
  deepTicks: number[]
  labels: GroundLabel[]
}

const LEFT = 64
const RIGHT = 18
const ROW = 17
const MOST_DEPTH_PX = 300
const MOST_SCALE = 70

const ticksOf = (most: number, step: number) =>
  Array.from({ length: Math.floor(most / step + 1e-9) + 1 }, (_, k) => Math.round(k * step * 100) / 100)
/** A step of the ruler that keeps its marks apart. */
const stepFor = (scale: number, leastPx: number) =>
  [0.25, 0.5, 1, 2, 5, 10, 20, 50, 100].find((step) => step * scale >= leastPx) ?? 200

/**
 * Lays a ground plot out in a width: one scale for both directions, rulers, and a row for each label so that none lies on another.
 *
 * @param labels where labels point to along the line, in metres, and how wide each is in px
 */
export function groundPlotLayout(
  { outM, deepM }: Pick<GroundPlot, 'outM' | 'deepM'>,
  labels: readonly { atM: number; widthPx: number }[],
  width: number,
): GroundPlotLayout {
  const scale = Math.min((width - LEFT - RIGHT) / outM, MOST_DEPTH_PX / deepM, MOST_SCALE)
  const x = (metres: number) => LEFT + metres * scale
  const ends: number[] = []
  const placed = labels
    .map(({ atM, widthPx }, index) => ({
      index,
      x: x(atM),
      wordsX: Math.max(widthPx / 2 + 2, Math.min(x(atM), width - widthPx / 2 - 2)),
      widthPx,
    }))
    .sort((a, b) => a.wordsX - b.wordsX)
    .map(({ widthPx, ...label }) => {
      const free = ends.findIndex((end) => end < label.wordsX - widthPx / 2)
      const row = free >= 0 ? free : ends.length
      ends[row] = label.wordsX + widthPx / 2 + 8
      return { ...label, row }
    })
    .sort((a, b) => a.index - b.index)
  const surfaceY = 26 + Math.max(1, ends.length) * ROW
  return {
    scale,
    surfaceY,
    height: surfaceY + deepM * scale + 8,
    x,
    y: (metres) => surfaceY + metres * scale,
    outTicks: ticksOf(outM, stepFor(scale, 46)),
    deepTicks: ticksOf(deepM, stepFor(scale, 22)).slice(1),
    labels: placed.map(({ x: at, wordsX, row }) => ({ x: at, wordsX, row })),
  }
}
