import { median } from '../quantity/median'
import { saysSomething } from './firstTime'

/**
 * Minutes by kind of task as recorded on earlier jobs: the median, once there are two (F-5).
 *
 * @param recorded minutes by kind of task; a start that was forgotten until the evening is left out
 * @example learnedMinutes([{ template: 'isolate', minutes: 31 }, { template: 'isolate', minutes: 43 }]).get('isolate') // 37
 */
export function learnedMinutes(
  recorded: readonly { template: string; minutes: number }[],
): ReadonlyMap<string, number> {
  const byTemplate = new Map<string, number[]>()
  for (const { template, minutes } of recorded.filter(saysSomething)) {
    const list = byTemplate.get(template)
    if (list) list.push(minutes)
    else byTemplate.set(template, [minutes])
  }
  return new Map(
    [...byTemplate].flatMap(([template, list]): [string, number][] =>
      list.length < 2 ? [] : [[template, median(list)]],
    ),
  )
}
