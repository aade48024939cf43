import { type AUTHORITIES, type PermissionState, itemsOf } from '../installation/survey'
import type { Installation } from '../installation/installation'

type Authority = (typeof AUTHORITIES)[number]

/** How a permission stands against the day of the work: `late` should have been answered by now, `afterDay` is not expected before the work. */
export type PaperState = 'granted' | 'refused' | 'late' | 'afterDay' | 'inTime' | 'notAsked' | 'unknown'

/** A permission with what waits for it. */
export interface Paper {
  tag: string
  name: string
  authority: Authority
  state: PaperState
  /** ISO date on which its answer may be expected; `null` where that is not known. */
  expectedOn: string | null
  /** What may not be done without it; `null` where nothing on site waits for it. */
  holds: string | null
}

/** What waits for whom. Who gives money holds no work. */
export const HELD_BY: Readonly<Record<Authority, string | null>> = {
  networkOperator: 'the installation is not left running beside the street',
  meterOwner: 'nothing is done at the meter or before it',
  building: 'nothing is built on or drilled that needs it',
  landlord: 'no work begins',
  incentive: null,
}

const DAY_MS = 86_400_000

/**
 * Permissions of a job, each with how it stands on a day and what waits for it.
 *
 * @param today ISO date
 * @param scheduledDay first day of the work, ISO date; `null` where there is none
 * @returns in the survey's order; empty where nobody wrote one down, which is no permission
 * @example papersOfInstallation(installation, '2026-05-01', '2026-05-20')[0]?.state // 'afterDay'
 */
export function papersOfInstallation(
  { survey }: Pick<Installation, 'survey'>,
  today: string,
  scheduledDay: string | null,
): Paper[] {
  return itemsOf(survey, 'permission').map(({ tag, name, detail }) => {
    const { authority, state, askedOn, leadDays } = detail
    const from = state === 'asked' ? askedOn : today
    const expectedOn =
      from === null || leadDays === null
        ? null
        : new Date(Date.parse(from) + leadDays * DAY_MS).toISOString().slice(0, 10)
    const holds = HELD_BY[authority]
    return { tag, name, authority, holds, expectedOn, state: stateOf(state, expectedOn, today, scheduledDay) }
  })
}

function stateOf(
  state: PermissionState,
  expectedOn: string | null,
  today: string,
  scheduledDay: string | null,
): PaperState {
  if (state === 'granted' || state === 'inspected') return 'granted'
  if (state === 'refused') return 'refused'
  if (state === 'asked' && expectedOn !== null && expectedOn < today) return 'late'
  if (expectedOn !== null && scheduledDay !== null && expectedOn > scheduledDay) return 'afterDay'
  if (state === 'needed') return 'notAsked'
  return expectedOn === null ? 'unknown' : 'inTime'
}

const STATE_WORDS: Readonly<Record<Exclude<PaperState, 'granted'>, (dated: string | null) => string>> = {
  refused: () => 'was refused',
  late: (dated) => `was to be answered by ${dated}, and is not: ask again`,
  afterDay: (dated) => `is not to be expected before ${dated}, after the day of the work`,
  inTime: (dated) => `is expected by ${dated}`,
  notAsked: () => 'has not been asked for',
  unknown: () => 'is not answered, and nobody knows when it will be',
}

/**
 * One sentence on a permission that is not there, with what waits for it.
 *
 * @param dated the expected day as people write it
 * @example paperWords(paper, '28 May 2026') // 'Grid permission is not to be expected before 28 May 2026, …: until then nothing …'
 */
export function paperWords({ name, state, holds }: Paper, dated: string | null): string | null {
  if (state === 'granted') return null
  const consequence = holds === null ? '' : `; without it ${holds}`
  return `${name} ${STATE_WORDS[state](dated)}${consequence}.`
}
