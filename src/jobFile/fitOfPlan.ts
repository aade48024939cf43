import type { FitDetails, FitKind } from '@/core/installation/fit'
import type { Installation } from '@/core/installation/installation'
import { NO_TIMES } from '@/core/fit/crewTimes'
import { tasksOfPlan } from '@/core/fit/taskTemplates'
import { materialsOfInstallation } from '@/core/plan/materialsOfInstallation'

/** What a scenario takes over from its plan: the visit its tasks wait for, and where each group lies in the van. */
export interface FitFromPlan {
  visit: string | null
  van: Record<string, string>
}

export type ScenarioThing = { kind: FitKind; tag: string; name: string } & Record<string, unknown>

/** Tasks and pick list as the app itself proposes them for a job. */
export function fitOfPlan(installation: Installation, { visit, van }: FitFromPlan): ScenarioThing[] {
  const tasks = tasksOfPlan(installation, NO_TIMES, visit)
  const tagOf = (template: string) => tasks.find(({ detail }) => detail.template === template)?.tag ?? null
  const taskOf: Readonly<Record<string, string | null>> = {
    cable: tagOf('cables'),
    terminations: tagOf('terminate'),
    devices: tagOf('incomer'),
    earthing: tagOf('electrode'),
    labels: tagOf('handover'),
  }
  return [
    ...tasks.map(({ tag, name, detail }): ScenarioThing => ({ kind: 'task', tag, name, ...detail })),
    ...materialsOfInstallation(installation).map(({ group, item, quantity, unit }, k): ScenarioThing => ({
      kind: 'material',
      tag: `m${k + 1}`,
      name: item,
      ...({
        group,
        unit,
        planned: quantity,
        vanPlace: van[group] ?? null,
        taskTag: taskOf[group] ?? null,
        deliveryTag: null,
        loaded: group === 'labels' ? null : quantity,
        used: null,
        note: null,
      } satisfies FitDetails['material']),
    })),
  ]
}
