import { askWords } from '@/core/evidence/entryWords'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { boundSign } from '@/core/evidence/figure'
import type { EnteredValue } from '@/core/evidence/readEntry'
import type { MatchedRow } from './useTesterMemory'

/** A value as it will be recorded. */
export const valueWords = ({ valueNumber, valueWord, unit, bound }: EnteredValue): string =>
  valueNumber === null ? (valueWord ?? '') : boundSign(bound) + formatQuantity(valueNumber, unit, 5)

/** What became of one value, or what it waits for. */
export function matchWords({ match }: MatchedRow): string {
  switch (match.kind) {
    case 'ready':
      return `${match.target.point.subject}: ${match.target.slot.label}, ${valueWords(match.value)}`
    case 'already':
      return 'recorded before'
    case 'ask':
      return match.asks.map(askWords).join(' ')
    case 'place':
      return 'say which place this is'
    case 'test':
      return 'say which test this is'
    case 'slot':
      return 'say which of its readings this is'
    case 'unit':
      return 'say the unit: the file names none'
    case 'mode':
      return 'say which supply the house was on'
    case 'nothing':
    case 'refused':
      return match.why
  }
}

/** How many values are ready, recorded before, or wait for something. */
export function countsOf(rows: readonly MatchedRow[]) {
  const ready = rows.filter(({ match }) => match.kind === 'ready').length
  const already = rows.filter(({ match }) => match.kind === 'already').length
  return { ready, already, waiting: rows.length - ready - already }
}
