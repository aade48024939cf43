import { type FitItem, fitOf } from '../installation/fit'
import { DAY_MIN, type DayMin, MOST_DAYS } from './crewDay'

const DAY_MS = 86_400_000
const tagsIn = (text: string | null) => (text ?? '').split(/[\s,;]+/).filter(Boolean)

/** What keeps a task until something is on site: a delivery that nobody has a day for, or one that comes after the days of the work. */
export interface Undelivered {
  delivery: string
  code: 'noDeliveryDay' | 'deliveryTooLate'
}

/** What a task waits for that is not on site yet: when all of it is, or what is not known to come in time. */
export interface DeliveryWait {
  earliestMin: DayMin
  undelivered: Undelivered | null
}

/**
 * Deliveries that a task needs: those that name it, and those that bring a material which is for it.
 *
 * @example deliveriesFor('t3', fit) // the crate with the modules
 */
export function deliveriesFor(taskTag: string, fit: readonly FitItem[]): FitItem<'delivery'>[] {
  const brought = new Set(
    fitOf(fit, 'material')
      .filter(({ detail }) => detail.taskTag === taskTag)
      .flatMap(({ detail }) => detail.deliveryTag ?? []),
  )
  return fitOf(fit, 'delivery').filter(
    ({ tag, detail }) => brought.has(tag) || tagsIn(detail.forTasks).includes(taskTag),
  )
}

/**
 * How long a task waits for what is delivered for it (F-5). What is on site holds nothing; what has no day, or a day before the first of the work
 * without having come, is not known to be there, and the task has no place.
 *
 * @param scheduledDay first day of the work, ISO date; without it only what is on site counts as there
 * @returns minutes from midnight of the first day; 0 where nothing is waited for
 * @example deliveryWait('t3', fit, '2026-05-04') // crate on the 5th from 10:00: { earliestMin: 2040, undelivered: null }
 */
export function deliveryWait(taskTag: string, fit: readonly FitItem[], scheduledDay: string | null): DeliveryWait {
  let earliestMin = 0
  for (const { tag, detail } of deliveriesFor(taskTag, fit)) {
    if (detail.arrived) continue
    if (detail.onDay === null || scheduledDay === null)
      return { earliestMin, undelivered: { delivery: tag, code: 'noDeliveryDay' } }
    const days = Math.round((Date.parse(detail.onDay) - Date.parse(scheduledDay)) / DAY_MS)
    if (days >= MOST_DAYS) return { earliestMin, undelivered: { delivery: tag, code: 'deliveryTooLate' } }
    // what should have come before the work and is not here is as good as without a day
    if (days < 0) return { earliestMin, undelivered: { delivery: tag, code: 'noDeliveryDay' } }
    earliestMin = Math.max(earliestMin, days * DAY_MIN + (detail.fromMin ?? 0))
  }
  return { earliestMin, undelivered: null }
}
