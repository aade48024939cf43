import { group } from 'd3'
import { csvCell } from '@/core/exchange/csvCell'
import { type FitItem, fitOf } from '@/core/installation/fit'
import type { Installation } from '@/core/installation/installation'

type Material = FitItem<'material'>

export const GROUPINGS = { van: 'by place in the van', task: 'by task', delivery: 'by delivery' } as const
export type Grouping = keyof typeof GROUPINGS

const NOWHERE: Readonly<Record<Grouping, string>> = {
  van: 'no place in the van yet',
  task: 'no task yet',
  delivery: 'no delivery: it is in the van',
}

/** Which group a line of the pick list stands in, by name. */
function groupOf({ fit }: Pick<Installation, 'fit'>, grouping: Grouping, { detail }: Material): string {
  const nameOf = (kind: 'task' | 'delivery', tag: string | null | undefined) =>
    fitOf(fit, kind).find((thing) => thing.tag === tag)?.name
  const names = {
    van: () => detail.vanPlace,
    task: () => nameOf('task', detail.taskTag),
    delivery: () => nameOf('delivery', detail.deliveryTag),
  }
  return names[grouping]() ?? NOWHERE[grouping]
}

/** The lines of a pick list by place, task or delivery; what has none comes last. */
export function pickGroups(
  installation: Pick<Installation, 'fit'>,
  list: readonly Material[],
  grouping: Grouping,
): { name: string; items: Material[] }[] {
  const groups = group(list, (item) => groupOf(installation, grouping, item))
  const isLast = (name: string) => Number(name === NOWHERE[grouping])
  return [...groups]
    .map(([name, items]) => ({ name, items }))
    .sort((a, b) => isLast(a.name) - isLast(b.name) || a.name.localeCompare(b.name))
}

/** A pick list as a file for whoever packs the van. */
export const pickCsv = (list: readonly Material[]): string =>
  [
    'group,item,planned,unit,van_place,task,delivery,loaded,used,note',
    ...list.map(
      ({ name, detail: { group: kind, planned, unit, vanPlace, taskTag, deliveryTag = null, loaded, used, note } }) =>
        [kind, name, planned, unit, vanPlace, taskTag, deliveryTag, loaded, used, note].map(csvCell).join(','),
    ),
  ].join('\n') + '\n'
