import { NEUTRAL, PROTECTIVE } from '../installationGraph'
import { type Point, type Primitive, line } from '../../drawing/primitive'
import { SAFETY_WORDS } from '../safetyCircuits'
import { SIZE, labelSize, type SchematicPart } from './schematicPart'
import { type DrawnGroup, type Pen, strands, strandInk, changeMark, sayLive } from './schematicPen'
import { type Body, earthSymbol } from './partBody'
import { drawDevice } from './drawDevice'
import { drawSource } from './drawSource'

export const boxOf = (points: readonly Point[]) => {
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)]
  return {
    x: Math.min(...xs),
    y: Math.min(...ys),
    width: Math.max(...xs) - Math.min(...xs),
    height: Math.max(...ys) - Math.min(...ys),
  }
}

export function drawPart(pen: Pen, part: SchematicPart, at: Point): DrawnGroup {
  const middle = at.x + part.width / 2
  const label = labelSize(part)
  const width = Math.max(part.width, label.width)
  const box = { x: middle - width / 2, y: at.y - label.height, width, height: part.height + label.height }
  const thing =
    part.kind === 'place'
      ? part.node.id
      : part.kind === 'device'
        ? part.deviceId
        : part.kind === 'source'
          ? part.source.id
          : part.kind === 'bond'
            ? part.bondId
            : part.edgeId
  const { options } = pen
  const change = options.changes.get(thing)
  const shapes: Primitive[] = []
  const frame = { at: { x: box.x - 4, y: box.y - 3 }, width: box.width + 8, height: box.height + 7 }
  if (options.danger.has(thing)) shapes.push({ kind: 'rect', ...frame, ink: 'stop', stroke: 1.6, fill: 'stopSoft' })
  else if (options.chosen.has(thing)) shapes.push({ kind: 'rect', ...frame, ink: 'ember', stroke: 1.8 })
  if (label.height > 0)
    part.lines.forEach((line, k) =>
      shapes.push({
        kind: 'text',
        at: { x: middle, y: box.y + (k + 1) * SIZE.label - 2 },
        text: k === 0 ? `${changeMark(change)}${line}` : line,
        size: SIZE.text,
        ink: change === 'gone' ? 'rule2' : 'ink',
        anchor: 'middle',
        weight: part.kind === 'place' ? 600 : 400,
      }),
    )
  const remark = options.remarks.get(thing)
  if (remark !== undefined)
    shapes.push(
      { kind: 'circle', at: { x: box.x + box.width + 2, y: box.y + 4 }, r: 7, ink: 'stop', width: 1.4, fill: 'sheet' },
      {
        kind: 'text',
        at: { x: box.x + box.width + 2, y: box.y + 8 },
        text: '!',
        size: SIZE.text,
        ink: 'stop',
        anchor: 'middle',
        weight: 700,
        isSign: true,
      },
    )
  const { body, title } = PART_BODIES[part.kind](pen, part as never, { x: at.x, y: at.y, middle })
  return {
    key: part.id,
    thing,
    role: part.kind,
    title: remark === undefined ? title : `${title}. ${remark}`,
    box,
    shapes: [...shapes, ...body],
    isSwitch: part.kind === 'device' && part.isManual,
    isFramed: options.danger.has(thing) || options.chosen.has(thing),
  }
}

/** A tag on the corner of a circuit that somebody has to be told of before it is switched off. */
const safetyTag = (right: number, top: number): Primitive[] => [
  { kind: 'rect', at: { x: right - 20, y: top - 8 }, width: 15, height: 15, ink: 'watch', stroke: 1.4, fill: 'sheet' },
  {
    kind: 'text',
    at: { x: right - 12.5, y: top + 4 },
    text: 'S',
    size: 12,
    ink: 'watch',
    anchor: 'middle',
    weight: 700,
    isSign: true,
  },
]

const drawPlace: Body<'place'> = (pen, { node, width, height, lines }, { x, y, middle }) => {
  const { graph } = pen
  const title = `${node.name ?? node.id}: ${sayLive(pen, node.id)}`
  if (node.kind === 'electrode') return { body: earthSymbol(middle, y + 2), title: node.name ?? node.id }
  if (node.kind === 'load') {
    const { ink, width: stroke, dash } = strandInk(pen, 'live', node.id, node.phases ?? graph.phases)
    const isSafety = pen.options.safety.has(node.id)
    const promise = node.promise === 'backup' ? 'stays on' : node.promise === 'leftOut' ? 'left out' : ''
    return {
      title: `${title}${promise && `, ${promise} in an outage`}${isSafety ? `, ${SAFETY_WORDS}` : ''}`,
      body: [
        {
          kind: 'rect',
          at: { x, y },
          width,
          height,
          ink: ink === 'rule2' ? 'rule2' : ink,
          stroke: ink === 'rule2' ? 1 : stroke - 0.6,
          fill: 'sheet',
          ...(dash !== undefined && { dash }),
        },
        {
          kind: 'text',
          at: { x: x + 8, y: y + height / 2 + 4 },
          text: lines[0] ?? '',
          size: SIZE.text,
          ink: ink === 'rule2' ? 'ink2' : 'ink',
          anchor: 'start',
        },
        ...(node.promise === 'backup'
          ? [
              {
                kind: 'circle' as const,
                at: { x: x + width - 10, y: y + height / 2 },
                r: 4,
                ink: 'proven' as const,
                width: 1.4,
                fill: 'proven' as const,
              },
            ]
          : node.promise === 'leftOut'
            ? [
                {
                  kind: 'circle' as const,
                  at: { x: x + width - 10, y: y + height / 2 },
                  r: 4,
                  ink: 'ink2' as const,
                  width: 1.4,
                },
              ]
            : []),
        ...(isSafety ? safetyTag(x + width, y) : []),
      ],
    }
  }
  const bottom = y + height
  const bars = strands(pen, [...graph.phases, NEUTRAL, PROTECTIVE])
  return {
    title,
    body: [
      {
        kind: 'rect',
        at: { x: middle - SIZE.bus / 2 - 1, y },
        width: SIZE.bus + 2,
        height: bottom - y,
        ink: node.kind === 'supply' ? 'ink' : 'rule2',
        stroke: node.kind === 'supply' ? 2 : 1,
        fill: 'sheet',
      },
      ...bars.map(({ layer, offset }): Primitive => {
        const { ink, width: own, dash } = strandInk(pen, layer, node.id, graph.phases)
        return {
          kind: 'line',
          points: [
            { x: middle + offset * 0.8, y: y + 2 },
            { x: middle + offset * 0.8, y: bottom - 2 },
          ],
          ink,
          width: own + 0.6,
          ...(dash !== undefined && { dash }),
        }
      }),
    ],
  }
}

const drawBond: Body<'bond'> = (pen, { bondId, deviceId, lines }, { y, middle }) => {
  const closed = pen.state.closed.has(bondId)
  const name = lines.join(' ')
  return {
    title: `${name}: neutral–earth bond, ${closed ? 'closed' : 'open'}${deviceId === null ? '' : ', made by a relay'}`,
    body: [
      { kind: 'circle', at: { x: middle, y: y + 5 }, r: 3, ink: 'neutral', width: 1.6, fill: 'sheet' },
      {
        kind: 'text',
        at: { x: middle + 8, y: y + 9 },
        text: 'N',
        size: SIZE.text,
        ink: 'neutral',
        anchor: 'start',
        isSign: true,
      },
      line(closed ? 'earth' : 'ink2', 2.2, [middle, y + 8], closed ? [middle, y + 17] : [middle + 8, y + 18]),
      ...earthSymbol(middle, y + 16, closed ? 'earth' : 'rule2'),
    ],
  }
}

const drawLoose: Body<'loose'> = (_pen, { lines }, { y, middle }) => ({
  title: lines.join(' '),
  body: [{ kind: 'circle', at: { x: middle, y: y + 6 }, r: 5, ink: 'stop', width: 2, dash: '2 2' }],
})

const PART_BODIES: { [K in SchematicPart['kind']]: Body<K> } = {
  place: drawPlace,
  device: drawDevice,
  source: drawSource,
  bond: drawBond,
  loose: drawLoose,
}
