import { type Primitive, line } from '../drawing/primitive'
import type { GroundPlot, PlottedElectrode } from './groundPlot'
import type { GroundPlotLayout } from './groundPlotLayout'

/** Room for the heading above the line, and below the farthest electrode. */
const HEAD_PX = 34
const FOOT_PX = 22
/** An electrode farther off the line than the picture can hold in scale is drawn at this edge, and labelled with its distance. */
const MOST_ASIDE_PX = 220
const WORDS_SIZE = 12

/** Metres as a drawing labels them, to the centimetre. */
export const inMetres = (value: number): string => `${Math.round(value * 100) / 100} m`

const words = (
  text: string,
  at: { x: number; y: number },
  anchor: 'start' | 'middle' | 'end' = 'start',
): Primitive => ({
  kind: 'text',
  at,
  text,
  size: WORDS_SIZE,
  ink: 'ink2',
  anchor,
})

/** An electrode as somebody sees it who looks down: a rod is a dot, what is laid is a line. */
function seen({ tag, kind, parts, asideM }: PlottedElectrode, x: GroundPlotLayout['x'], y: number): Primitive[] {
  const last = parts.at(-1)
  if (last === undefined) return []
  return [
    ...parts.map(({ fromM, toM }): Primitive =>
      fromM === toM
        ? { kind: 'circle', at: { x: x(fromM), y }, r: 4.5, ink: 'earth', width: 2, fill: 'sheet' }
        : line('earth', kind === 'plate' ? 9 : 4.5, [x(fromM), y], [x(toM), y]),
    ),
    words(asideM > 0 ? `${tag}, ${inMetres(asideM)} off the line` : tag, {
      x: x(last.toM) + 9,
      y: y + 4,
    }),
  ]
}

/**
 * The same ground from above, under its section and in the same scale: which electrodes stand off the line and how far. `null` where all stand on it.
 * A service is drawn across the line as far as its crossing is known, and no farther: nobody said which way it runs.
 */
export function groundFromAbove(
  { electrodes, services }: GroundPlot,
  { x, scale, height }: GroundPlotLayout,
  width: number,
): { height: number; shapes: Primitive[] } | null {
  const placed = electrodes.filter(({ parts }) => parts.length > 0)
  const farthestM = Math.max(0, ...placed.map(({ asideM }) => asideM))
  if (farthestM === 0) return null
  const lineY = height + HEAD_PX
  const farthestPx = Math.min(farthestM * scale, MOST_ASIDE_PX)
  const asidePx = (metres: number) => (metres / farthestM) * farthestPx
  const inScale = farthestM * scale <= MOST_ASIDE_PX
  return {
    height: HEAD_PX + farthestPx + FOOT_PX,
    shapes: [
      words(inScale ? 'from above, in the same scale' : 'from above; the distance off the line is not in scale', {
        x: x(0),
        y: lineY - 16,
      }),
      line('ink2', 3, [x(0), lineY - 8], [x(0), lineY + farthestPx + 10]),
      words('house', { x: x(0) - 8, y: lineY + 4 }, 'end'),
      {
        kind: 'line',
        points: [
          { x: x(0), y: lineY },
          { x: width, y: lineY },
        ],
        ink: 'rule2',
        width: 1.4,
        dash: '7 4',
      },
      ...services.map(({ atM }) => line('stop', 2, [x(atM), lineY - 8], [x(atM), lineY + 8])),
      ...placed.flatMap((electrode) => seen(electrode, x, lineY + asidePx(electrode.asideM))),
    ],
  }
}
