import { fitOf } from '../../installation/fit'
import type { CableRun, Component, ComponentKind, Installation } from '../../installation/installation'

/** How the end of a run is called that lands on a component of a kind. */
const END_WORDS: Readonly<Record<ComponentKind, readonly string[]>> = {
  inverter: ['inverter'],
  battery: ['battery', 'module'],
  gateway: ['gateway'],
  isolator: ['isolator', 'disconnect'],
  surge: ['surge'],
  meter: ['meter'],
  pv: ['pv', 'array', 'string'],
  charger: ['charger'],
  bridge: ['bridge', 'router'],
}

/** Kinds of component that a run's evidence rests on, at whichever end they are. */
export const RUN_ENDS = ['inverter', 'battery', 'gateway', 'isolator', 'surge', 'meter', 'charger'] as const

/** The same for a data or control run. */
export const DATA_RUN_ENDS = ['inverter', 'battery', 'gateway', 'meter', 'charger', 'bridge'] as const

function landsOn({ from, to }: Pick<CableRun, 'from' | 'to'>, { tag, name, kind }: Component): boolean {
  const named = [tag, name, ...END_WORDS[kind]].map((word) => word.toLowerCase())
  return [from, to].some((end) => {
    const words = end.toLowerCase()
    return named.some((word) => words.includes(word))
  })
}

/** Whether a run lands on a component. Where the names of its ends do not tell of any run, every run may. */
export const runAtComponent = (run: CableRun, component: Component, { runs }: Installation): boolean =>
  landsOn(run, component) || !runs.some((other) => landsOn(other, component))

/** The same for a data or control run, told by the names of its ends among those of all data runs. */
export function dataRunAtComponent(
  { detail }: { detail: Pick<CableRun, 'from' | 'to'> },
  component: Component,
  { fit }: Installation,
): boolean {
  return landsOn(detail, component) || !fitOf(fit, 'dataRun').some((other) => landsOn(other.detail, component))
}
