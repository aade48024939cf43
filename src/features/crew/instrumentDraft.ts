import type { InstrumentFunction, Measured } from '@/core/installation/installation'
import type { InstrumentTemplate } from '@/core/instrument/instrumentTemplates'
import { parseFigure } from '../forms/parseFigure'

/** A range as it is typed. */
export interface RangeDraft {
  key: number
  measures: Measured
  min: string
  max: string
  percentOfReading: string
  digits: string
  resolution: string
}
export type RangeField = Exclude<keyof RangeDraft, 'key' | 'measures'>
export const RANGE_FIELDS: readonly RangeField[] = ['min', 'max', 'percentOfReading', 'digits', 'resolution']

let made = 0
const nextKey = () => ++made

export const rangeDraft = ({ measures, min, max, accuracy }: Omit<InstrumentFunction, 'unit'>): RangeDraft => ({
  key: nextKey(),
  measures,
  min: String(min),
  max: String(max),
  percentOfReading: String(accuracy.percentOfReading),
  digits: String(accuracy.digits),
  resolution: String(accuracy.resolution),
})

/** A range that nothing is known of yet. */
export const blankRange = (): RangeDraft => ({
  key: nextKey(),
  measures: 'voltage',
  min: '',
  max: '',
  percentOfReading: '',
  digits: '',
  resolution: '',
})

export const draftsOf = ({ functions }: Pick<InstrumentTemplate, 'functions'>): RangeDraft[] =>
  functions.map(rangeDraft)

export interface RangeFault {
  key: number
  field: RangeField
}

/** Typed ranges as they are sent, and where one holds no number. Figures take either decimal mark. */
export function rangesOf(drafts: readonly RangeDraft[]) {
  const faults: RangeFault[] = []
  const ranges = drafts.map((draft) => {
    const figure = (field: RangeField): number => {
      const value = parseFigure(draft[field])
      if (value === null) faults.push({ key: draft.key, field })
      return value ?? 0
    }
    return {
      measures: draft.measures,
      min: figure('min'),
      max: figure('max'),
      accuracy: {
        percentOfReading: figure('percentOfReading'),
        digits: figure('digits'),
        resolution: figure('resolution'),
      },
    }
  })
  return { ranges, faults }
}
