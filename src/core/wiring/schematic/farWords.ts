import type { Point, Primitive } from '../../drawing/primitive'
import { CHARACTER_WIDTH, SIZE } from './schematicPart'
import type { DrawnGroup } from './schematicPen'

type Text = Extract<Primitive, { kind: 'text' }>

/** Words of one thing, grown so that they are read from afar. */
export interface FarWords {
  key: string
  /** Where the last line's foot is. */
  at: Point
  lines: readonly Text[]
  /** How much larger they are drawn than the drawing has them. */
  grown: number
}

interface Box {
  left: number
  right: number
  top: number
  bottom: number
}

/** Whose words are kept where not all have room, after what stands in a frame. */
const RANK: Readonly<Record<DrawnGroup['role'], number>> = {
  place: 1,
  source: 1,
  device: 2,
  loose: 2,
  bond: 3,
  wire: 4,
}

const rankOf = ({ role, isFramed }: DrawnGroup): number => (isFramed ? 0 : RANK[role])

/** What a load has at its right end: the mark of its promise. */
const END_MARK = 18

/** Fewest characters of a name that still say something. */
const LEAST_CHARACTERS = 4

/** A word within a thing, cut to the room that is left in it; none where too little is left. Names above a thing have no such bound. */
function fitting(word: Text, { box }: DrawnGroup, grown: number): Text[] {
  if (word.anchor !== 'start') return [word]
  const most = Math.floor((box.x + box.width - END_MARK - word.at.x) / (CHARACTER_WIDTH * grown))
  if (word.text.length <= most) return [word]
  return most < LEAST_CHARACTERS ? [] : [{ ...word, text: `${word.text.slice(0, most - 1).trimEnd()}…` }]
}

/** A thing's words, lines on end as one. */
function stacksOf({ shapes }: DrawnGroup): Text[][] {
  const stacks: Text[][] = []
  for (const shape of shapes) {
    if (shape.kind !== 'text' || shape.isSign) continue
    const last = stacks.at(-1)
    const above = last?.at(-1)
    if (last && above && above.at.x === shape.at.x && shape.at.y - above.at.y === SIZE.label) last.push(shape)
    else stacks.push([shape])
  }
  return stacks
}

function roomOf({ at, lines, grown }: FarWords): Box {
  const width = grown * CHARACTER_WIDTH * Math.max(...lines.map(({ text }) => text.length))
  const anchor = lines[0]?.anchor ?? 'start'
  const left = at.x - width * (anchor === 'middle' ? 0.5 : anchor === 'end' ? 1 : 0)
  return { left, right: left + width, top: at.y - grown * SIZE.label * lines.length, bottom: at.y + grown * 3 }
}

/** Words moved so far to the side that they do not stick out of the drawing. */
function drawnIn(words: FarWords, left: number, right: number): FarWords {
  const room = roomOf(words)
  const by = Math.max(0, left - room.left) - Math.max(0, room.right - right)
  return by === 0 ? words : { ...words, at: { x: words.at.x + by, y: words.at.y } }
}

const meet = (a: Box, b: Box): boolean => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom

/**
 * The words of a drawing that is shown smaller than it is: each at its own size on the screen, and none over another. Where not all have room, what is
 * chosen or in danger keeps its words, then sources and boards, then switches; what lost them is still called by its name when it is pointed at.
 *
 * @param scale below 1: how large a length of the drawing is on the screen
 * @example farWords(groups, 0.5).every(({ grown }) => grown === 2) // true
 */
export function farWords(groups: readonly DrawnGroup[], scale: number): FarWords[] {
  const grown = 1 / scale
  const left = Math.min(...groups.map(({ box }) => box.x))
  const right = Math.max(...groups.map(({ box }) => box.x + box.width))
  const taken: Box[] = []
  return groups
    .map((group) => ({ group, rank: rankOf(group) }))
    .sort((a, b) => a.rank - b.rank)
    .flatMap(({ group }) =>
      stacksOf(group).flatMap((stack, k) => {
        const lines = stack.flatMap((word) => fitting(word, group, grown))
        const last = lines.at(-1)
        if (last === undefined) return []
        const words = drawnIn({ key: `${group.key} ${k}`, at: last.at, lines, grown }, left, right)
        const room = roomOf(words)
        if (taken.some((one) => meet(one, room))) return []
        taken.push(room)
        return [words]
      }),
    )
}
