import type { SettingAct } from '../settings/settingAct'
import { boundOf, figureText } from './figure'
import { settingPointKey } from './families/settingLeft'
import { type Reading, WITHDRAWN, madeAt } from './reading'
import type { PlannedSetting } from '../installation/installation'
import { settingText } from '../settings/settingText'

/** One line of a setting's history. */
export interface SettingEvent {
  id: string
  at: string
  byName: string
  /** What happened, with its figures. */
  what: string
  why: string | null
}

type Named = Pick<PlannedSetting, 'key' | 'unit'>

function actWords({ kind, value, before, readBack, address }: SettingAct, { key, unit }: Named): string {
  const text = (figure: number | null) => (figure === null ? 'nothing' : settingText(key, figure, unit))
  switch (kind) {
    case 'planned':
      return before === null ? `planned at ${text(value)}` : `planned at ${text(value)} instead of ${text(before)}`
    case 'removed':
      return 'taken out of the plan'
    case 'writeBegun':
      return `${text(value)} was being written to ${address ?? 'the stand-in'}: nobody knows whether it took it. Read it back`
    case 'written': {
      const held = before === null ? '' : `, it held ${text(before)}`
      const back = readBack === null ? 'nothing was read back' : `${text(readBack)} was read back`
      return `${text(value)} written to ${address ?? 'the stand-in'}${held}; ${back}`
    }
    case 'writingAllowed':
    case 'writingWithdrawn':
      return ''
  }
}

function readingWords({ slot, valueNumber, valueWord, detail }: Reading, { key, unit }: Named): string {
  if (valueWord === WITHDRAWN) return `what was ${slot === 'left' ? 'recorded as left' : 'read'} was taken back`
  const figure =
    valueNumber === null
      ? 'something without a figure'
      : boundOf({ detail }) === null
        ? settingText(key, valueNumber, unit)
        : figureText(valueNumber, unit, boundOf({ detail }))
  const how = (detail as { standIn?: boolean } | null)?.standIn === true ? ' on the stand-in' : ''
  return `${slot === 'left' ? 'left at' : 'read as'} ${figure}${how}`
}

/**
 * All that was done about one setting, the latest first: planned and why, read, written with what was read back, left, corrected.
 *
 * @param readings every reading of the job, those that were taken back too
 * @example settingHistory({ key: 'reserveSocPercent', unit: '%' }, readings, acts)[0]?.what // 'left at 40 %'
 */
export function settingHistory(
  setting: Named,
  readings: readonly Reading[],
  acts: readonly SettingAct[],
): SettingEvent[] {
  const pointKey = settingPointKey(setting.key)
  const read = readings
    .filter((reading) => reading.pointKey === pointKey && reading.slot !== null)
    .map((reading): SettingEvent => ({
      id: reading.id,
      at: madeAt(reading),
      byName: reading.recordedByName,
      what: readingWords(reading, setting),
      why: reading.supersedeReason,
    }))
  const own = acts.filter(({ key }) => key === setting.key)
  // a writing that was begun is told only where no end of it is on record
  const isEnded = (begun: SettingAct) =>
    own.some(({ kind, value, madeAt: at }) => kind === 'written' && value === begun.value && at >= begun.madeAt)
  const done = own
    .filter((act) => act.kind !== 'writeBegun' || !isEnded(act))
    .map((act): SettingEvent => ({
      id: act.id,
      at: act.madeAt,
      byName: act.byName,
      what: actWords(act, setting),
      why: act.reason,
    }))
  return [...read, ...done].sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0))
}
