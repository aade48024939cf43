import { type FitItem } from '../../installation/fit'
import { SIGNAL_WORDS } from '../dataRun'
import type { InstallationGraph } from '../installationGraph'
import { placesSpokenOf } from '../runsAndDrawing'
import type { DrawnGroup } from './schematicPen'

type DataRun = FitItem<'dataRun'>

/** Between two data runs, and from a place down to the first, in units of the drawing. */
const APART = 9
/** A dotted line is what carries no power. */
const DOTS = '1.5 4'

/** Data and control cables on a drawing, and those that it has no place for. */
export interface DataRunLines {
  groups: DrawnGroup[]
  /** Ends that fit no place of the drawing. */
  unplaced: { name: string; end: string }[]
}

function carriedWords({ detail: { carrier, signal } }: DataRun): string {
  const what = signal === null ? 'what is on it is not said' : SIGNAL_WORDS[signal]
  return carrier === null ? what : `${what}, ${carrier}`
}

function lineOf(run: DataRun, near: DrawnGroup, far: DrawnGroup, depth: number, bottom: number): DrawnGroup {
  const middle = ({ box }: DrawnGroup) => box.x + box.width / 2
  const foot = ({ box }: DrawnGroup) => box.y + box.height
  const shift = depth * 4
  const [from, to] = [middle(near) + shift, middle(far) + shift]
  const y = Math.min(bottom - 3, Math.max(foot(near), foot(far)) + APART * (depth + 1))
  const points = [
    { x: from, y: foot(near) },
    { x: from, y },
    { x: to, y },
    { x: to, y: foot(far) },
  ]
  return {
    key: `data ${run.tag}`,
    thing: near.thing,
    role: 'wire',
    title: `${run.name} (${run.tag}), from ${run.detail.from} to ${run.detail.to}: ${carriedWords(run)}`,
    box: { x: Math.min(from, to), y: Math.min(foot(near), foot(far)), width: Math.abs(to - from), height: APART },
    shapes: [
      { kind: 'line', points, ink: 'ink2', width: 1.8, dash: DOTS },
      { kind: 'text', at: { x: (from + to) / 2, y: y - 3 }, text: run.tag, size: 12, ink: 'ink2', anchor: 'middle' },
    ],
    isSwitch: false,
    isFramed: false,
  }
}

/**
 * Data and control cables over a drawing that is laid out: a dotted line below the two places that their ends speak of. Where several fit –
 * both sides of a gateway – it is the first: a data cable goes to the device and not to one of its sides.
 *
 * @param parts the drawn places
 * @param bottom lower edge of the drawing
 * @example dataRunLines(runs, graph, groups, 400).unplaced // [{ name: 'Meter line', end: 'Router' }]
 */
export function dataRunLines(
  runs: readonly DataRun[],
  graph: InstallationGraph,
  parts: readonly DrawnGroup[],
  bottom: number,
): DataRunLines {
  const placed = new Map(parts.filter(({ role }) => role !== 'wire').map((group) => [group.thing, group]))
  const groups: DrawnGroup[] = []
  const unplaced: DataRunLines['unplaced'] = []
  for (const run of runs) {
    const ends = [run.detail.from, run.detail.to].map((end) => ({
      end,
      at: placesSpokenOf(end, graph).flatMap((id) => placed.get(id) ?? [])[0],
    }))
    const lost = ends.filter(({ at }) => at === undefined)
    unplaced.push(...lost.map(({ end }) => ({ name: run.name, end })))
    const [near, far] = ends.map(({ at }) => at)
    if (near && far) groups.push(lineOf(run, near, far, groups.length, bottom))
  }
  return { groups, unplaced }
}
