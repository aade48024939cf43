'use client'
import type { Tracker, TrackerFault } from '@/core/plan/trackers'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { TitledSheet } from '@/ui/Sheet'
import { MarkedRow } from './MarkedRow'

const FAULT_WORDS: Readonly<Record<TrackerFault, string>> = {
  unlikeStrings: 'its strings have unlike numbers of modules: the shorter one pulls the longer one down',
  tooMuchCurrent: 'together they give more current than it bears',
  noSuchInput: 'the inverter has no such input',
}

/** Which strings are on which input of which inverter, and whether they may be there together. */
export function TrackersSheet({ trackers }: { trackers: readonly Tracker[] }) {
  if (trackers.length === 0) return null
  return (
    <TitledSheet title="Trackers, string by string">
      {trackers.map(({ unit, input, strings, currentA, limitA, faults, mark }) => (
        <MarkedRow
          key={`${unit}/${input}`}
          name={`${unit}, input ${input}: ${strings.join(' and ')}`}
          mark={mark}
          wrong={faults.length > 0}
        >
          {currentA === null || limitA === null
            ? 'current open'
            : `${formatQuantity(currentA, 'A', 3)} of ${formatNumber(limitA, 3)}`}
          {faults.map((fault) => `; ${FAULT_WORDS[fault]}`)}
        </MarkedRow>
      ))}
    </TitledSheet>
  )
}
