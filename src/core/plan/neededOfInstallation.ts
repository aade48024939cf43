import { type FitItem, fitOf } from '../installation/fit'
import type { Installation } from '../installation/installation'
import { type NeededThing, WORK_PRICES, type WorkPrice } from './costEstimate'
import { materialsOfInstallation } from './materialsOfInstallation'

const work = (what: WorkPrice, quantity: number | null): NeededThing => ({ what, quantity, ...WORK_PRICES[what] })

/** Hours of all people together that the tasks take; `null` while none is planned. */
function workHours(tasks: readonly FitItem<'task'>[]): number | null {
  if (tasks.length === 0) return null
  return tasks.reduce((sum, { detail: { minutes, people } }) => sum + (minutes * people) / 60, 0)
}

function equipmentOf({ components }: Pick<Installation, 'components'>): NeededThing[] {
  const counts = new Map<string, number>()
  for (const { model } of components) counts.set(model, (counts.get(model) ?? 0) + 1)
  return [...counts].map(([model, quantity]) => ({ what: model, label: model, quantity, unit: 'pieces' }))
}

/** A thing that is needed in several places is one line. */
function together(things: readonly NeededThing[]): NeededThing[] {
  const lines = new Map<string, NeededThing>()
  for (const thing of things) {
    const key = `${thing.what} ${thing.unit}`.toLowerCase()
    const line = lines.get(key)
    const quantity = line === undefined ? thing.quantity : add(line.quantity, thing.quantity)
    lines.set(key, { ...(line ?? thing), quantity })
  }
  return [...lines.values()]
}

const add = (a: number | null, b: number | null): number | null => (a === null || b === null ? null : a + b)

/** What a job needs that costs something: equipment by model, the pick list or else the plan's materials, and the work. */
export function neededOfInstallation(installation: Installation): NeededThing[] {
  const picked = fitOf(installation.fit, 'material').map(({ name, detail }) => ({
    what: name,
    label: name,
    quantity: detail.planned,
    unit: detail.unit,
  }))
  const planned = materialsOfInstallation(installation).map(({ item, quantity, unit }) => ({
    what: item,
    label: item,
    quantity,
    unit,
  }))
  const { meterCombinedWithBoard } = installation.supply
  return together([
    work('callOut', 1),
    work('workHour', workHours(fitOf(installation.fit, 'task'))),
    // whether it has to be parted is not known before somebody looked
    ...(meterCombinedWithBoard === false ? [] : [work('partMeter', meterCombinedWithBoard === true ? 1 : null)]),
    ...equipmentOf(installation),
    ...(picked.length > 0 ? picked : planned),
  ])
}
