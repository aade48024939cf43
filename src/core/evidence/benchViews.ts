import { STAGES, type Stage } from './point'

/** The views of each stage's bench that points are shown in; a family names one of them. */
export const BENCH_VIEWS = {
  survey: ['supply'],
  plan: [],
  fit: ['day', 'mounted'],
  wire: ['schematic', 'runs', 'dead', 'order', 'cts'],
  earth: ['bench', 'modes', 'leakage', 'clamp'],
  settings: ['bench'],
  outage: ['bench'],
  handover: ['bench'],
} as const satisfies Readonly<Record<Stage, readonly string[]>>

/** A view by its stage and its own name, such as `wire.dead`. */
export type BenchViewId = { [S in Stage]: `${S}.${(typeof BENCH_VIEWS)[S][number]}` }[Stage]

/**
 * The stage a view belongs to.
 *
 * @throws RangeError where no stage has such a view
 * @example
 * stageOfView('wire.dead') // => 'wire'
 */
export function stageOfView(view: BenchViewId): Stage {
  const stage = STAGES.find((candidate) => view.startsWith(`${candidate}.`))
  if (!stage) throw new RangeError(`no stage has a view ${view}`)
  return stage
}

/** The view's name within its stage: `wire.dead` is `dead`. */
export const viewWithinStage = (view: BenchViewId): string => view.slice(view.indexOf('.') + 1)
