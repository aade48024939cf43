'use client'
import { useState } from 'react'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { ApiProblem, callUseCase } from '../api'
import { SpecForm } from '../forms/SpecForm'
import { type RangeDraft, type RangeFault, rangesOf } from './instrumentDraft'
import { RangesEditor } from './RangesEditor'

const FIELDS: readonly FieldSpec[] = [
  { name: 'tag', label: 'Tag', kind: 'text', hint: 'short, as it is written on it: M1' },
  { name: 'name', label: 'Name', kind: 'text', hint: 'what it is; its maker’s name is not needed' },
  { name: 'serial', label: 'Serial', kind: 'text', optional: true },
  {
    name: 'lowImpedance',
    label: 'Loads the point',
    kind: 'flag',
    hint: 'a two-pole tester of low impedance: no stray voltage misleads it',
  },
  { name: 'provingUnit', label: 'Proving unit', kind: 'flag', hint: 'shows that a voltage tester works' },
]

export interface InstrumentFields {
  tag: string
  name: string
  serial: string | null
  lowImpedance: boolean
  provingUnit: boolean
}

/** An instrument as it is entered: what it is called, and each of its ranges with its accuracy. */
export function InstrumentForm({
  id,
  fields,
  ranges: before,
  submitLabel,
  onSaved,
}: {
  id: string
  fields: InstrumentFields
  ranges: RangeDraft[]
  submitLabel: string
  onSaved: () => Promise<void>
}) {
  const [ranges, setRanges] = useState(before)
  const [faults, setFaults] = useState<readonly RangeFault[]>([])
  return (
    <SpecForm
      specs={FIELDS}
      initial={fields}
      submitLabel={submitLabel}
      below={<RangesEditor ranges={ranges} faults={faults} onChange={setRanges} />}
      save={async (typed) => {
        const read = rangesOf(ranges)
        setFaults(read.faults)
        if (read.faults.length > 0)
          throw new ApiProblem(422, 'A range has a figure in each of its places: look at the marked ones.', [])
        await callUseCase('saveInstrument', { ...(typed as unknown as InstrumentFields), id, functions: read.ranges })
        await onSaved()
      }}
    />
  )
}
