import { type Ink, type Primitive, line } from '../drawing/primitive'
import type { GroundPlot, PlottedElectrode, PlottedOther, PlottedService } from './groundPlot'
import { groundFromAbove, inMetres } from './groundFromAbove'
import { type GroundPlotLayout, groundPlotLayout } from './groundPlotLayout'

const ROW = 17
/** About what a letter of the labels takes. */
const LETTER = 7
const LABEL_SIZE = 12.5
const RULER_SIZE = 12
/** Points that a half circle is drawn through. */
const ARC_STEPS = 24

/** The section of the ground as shapes, in the units of the width that was asked for. */
export interface GroundDrawing {
  width: number
  height: number
  shapes: Primitive[]
}

interface Words {
  text: string
  atM: number
  ink: Ink
}

/** Everything that is labelled above the ground, with where it points. */
const labelled = ({ electrodes, services, others }: GroundPlot): Words[] => [
  ...electrodes.flatMap(({ tag, kind, parts, asideM }) =>
    parts[0]
      ? [
          {
            text: asideM > 0 ? `${kind} ${tag}, ${inMetres(asideM)} aside` : `${kind} ${tag}`,
            atM: parts[0].fromM,
            ink: 'ink' as const,
          },
        ]
      : [],
  ),
  ...[...services, ...others].map(({ name, atM }) => ({ text: name, atM, ink: 'ink2' as const })),
]

/** House, surface, soil and the two rulers. */
function soil({ surfaceY, height, x, y, outTicks, deepTicks }: GroundPlotLayout, width: number): Primitive[] {
  const ruler = (text: string, at: { x: number; y: number }, anchor: 'middle' | 'end'): Primitive => ({
    kind: 'text',
    at,
    text,
    size: RULER_SIZE,
    ink: 'ink3',
    anchor,
  })
  return [
    {
      kind: 'rect',
      at: { x: 0, y: surfaceY },
      width,
      height: height - surfaceY,
      ink: 'sheet2',
      stroke: 0,
      fill: 'sheet2',
    },
    {
      kind: 'rect',
      at: { x: x(0) - 12, y: surfaceY - 18 },
      width: 12,
      height: 34,
      ink: 'ink2',
      stroke: 1,
      fill: 'sheet',
    },
    ruler('house', { x: x(0) - 16, y: surfaceY - 7 }, 'end'),
    line('earth', 2.4, [0, surfaceY], [width, surfaceY]),
    ...outTicks
      .slice(1)
      .flatMap((metres) => [
        line('ink3', 1, [x(metres), surfaceY], [x(metres), surfaceY + 5]),
        ruler(`${metres} m`, { x: x(metres), y: height - 3 }, 'middle'),
      ]),
    ...deepTicks.flatMap((metres) => [
      line('rule', 1, [x(0), y(metres)], [width, y(metres)]),
      ruler(`${metres} m`, { x: x(0) - 22, y: y(metres) + 4 }, 'end'),
    ]),
  ]
}

/** The half circle below a rod, as far as its own length reaches: there it has the ground for itself, or shares it. */
function reach({ x, y, scale }: GroundPlotLayout, fromM: number, topM: number, lengthM: number): Primitive {
  const points = Array.from({ length: ARC_STEPS + 1 }, (_, k) => {
    const angle = (Math.PI * k) / ARC_STEPS
    return {
      x: x(fromM) - Math.cos(angle) * lengthM * scale,
      y: y(topM) + Math.sin(angle) * lengthM * scale,
    }
  })
  return { kind: 'line', points, ink: 'earth', width: 1, dash: '3 4', opacity: 0.55 }
}

/** An electrode in the section; one that stands off the line is drawn thin, where it lies behind. */
function electrode({ kind, parts, asideM }: PlottedElectrode, layout: GroundPlotLayout): Primitive[] {
  const { x, y } = layout
  const thick = (width: number) => (asideM > 0 ? width / 2 : width)
  const [first] = parts
  const last = parts.at(-1)
  return [
    ...parts.flatMap(({ fromM, toM, topM, bottomM }) => [
      ...(fromM === toM ? [reach(layout, fromM, topM, bottomM - topM)] : []),
      line('earth', thick(kind === 'plate' ? 7 : 4.5), [x(fromM), y(topM)], [x(toM), y(bottomM)]),
      ...(topM > 0 ? [line('earth', 1.6, [x(fromM), y(0)], [x(fromM), y(topM)])] : []),
    ]),
    ...(first && last && parts.length > 1
      ? [line('earth', 1.6, [x(first.fromM), y(first.topM)], [x(last.fromM), y(first.topM)])]
      : []),
  ]
}

/** A service where it crosses the line; at a depth that nobody located it may lie anywhere below. */
function service({ atM, depthM }: PlottedService, { x, y }: GroundPlotLayout, bottomM: number): Primitive {
  if (depthM !== null)
    return { kind: 'circle', at: { x: x(atM), y: y(depthM) }, r: 6, ink: 'stop', width: 2.4, fill: 'stopSoft' }
  const points = [
    { x: x(atM), y: y(0) },
    { x: x(atM), y: y(bottomM) },
  ]
  return { kind: 'line', points, ink: 'stop', width: 2, dash: '5 4' }
}

function other({ atM }: PlottedOther, { x, surfaceY, scale }: GroundPlotLayout): Primitive {
  const points = [
    { x: x(atM), y: surfaceY },
    { x: x(atM), y: surfaceY + scale * 0.5 },
  ]
  return { kind: 'line', points, ink: 'ink3', width: 3, dash: '4 3' }
}

/** The ground along one line out from the house, to scale, as one drawing for screen and paper. */
export function groundDrawing(plot: GroundPlot, width: number): GroundDrawing {
  const words = labelled(plot)
  const layout = groundPlotLayout(
    plot,
    words.map(({ text, atM }) => ({ atM, widthPx: text.length * LETTER })),
    width,
  )
  const labels = words.flatMap(({ text, ink }, k): Primitive[] => {
    const { x = 0, wordsX = 0, row = 0 } = layout.labels[k] ?? {}
    const y = layout.surfaceY - 12 - row * ROW
    const points = [
      { x, y: y + 3 },
      { x, y: layout.surfaceY },
    ]
    return [
      { kind: 'line', points, ink: 'rule2', width: 1, dash: '2 3' },
      {
        kind: 'text',
        at: { x: wordsX, y },
        text,
        size: LABEL_SIZE,
        ink,
        anchor: 'middle',
        weight: ink === 'ink' ? 600 : 400,
      },
    ]
  })
  const above = groundFromAbove(plot, layout, width)
  return {
    width,
    height: layout.height + (above?.height ?? 0),
    shapes: [
      ...soil(layout, width),
      ...labels,
      ...plot.electrodes.flatMap((one) => electrode(one, layout)),
      ...plot.services.map((one) => service(one, layout, plot.deepM)),
      ...plot.others.map((one) => other(one, layout)),
      ...(above?.shapes ?? []),
    ],
  }
}

/** The same in words, for whoever cannot see it. */
export const groundDrawingWords = ({ electrodes, services, outM }: GroundPlot): string => {
  const driven = electrodes.flatMap(({ tag, kind, asideM, parts: [part] }) =>
    part
      ? [
          `${kind} ${tag} at ${inMetres(part.fromM)}${asideM > 0 ? `, ${inMetres(asideM)} off the line,` : ''} down to ${inMetres(part.bottomM)}`,
        ]
      : [],
  )
  const crossing = services.map(({ name, atM }) => `${name} crossing at ${inMetres(atM)}`)
  return [`Section of the ground out to ${inMetres(outM)}: ${driven.join(', ')}`, crossing.join(', ')]
    .filter(Boolean)
    .join('; ')
}
