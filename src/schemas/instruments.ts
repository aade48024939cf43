import * as yup from 'yup'
import { MEASURED, type Measured } from '@/core/installation/installation'
import { MEASURED_UNITS } from '@/core/instrument/measuredUnits'
import type { Unit } from '@/core/quantity/units'
import { choice, day, figure, flag, id, required, words } from './fields'

const MOST_RANGES = 40
/** Beyond anything an instrument is sold for: what is above it is a slip. */
const MOST_VALUE = 1e6

const rangeSchema = yup
  .object({
    measures: choice('What it measures', MEASURED).required(required('What it measures')),
    min: figure('From').max(MOST_VALUE, 'From is too large').required(required('From')),
    max: figure('To').max(MOST_VALUE, 'To is too large').required(required('To')),
    accuracy: yup.object({
      percentOfReading: figure('Percent of reading')
        .min(0, 'Percent of reading must be 0 or more')
        .max(50, 'Percent of reading is above 50: that measures nothing')
        .required(required('Percent of reading')),
      digits: figure('Digits')
        .min(0, 'Digits must be 0 or more')
        .max(1000, 'Digits are too many')
        .required(required('Digits')),
      resolution: figure('Resolution')
        .moreThan(0, 'Resolution must be above 0')
        .max(MOST_VALUE, 'Resolution is too large')
        .required(required('Resolution')),
    }),
  })
  .test('runs up', 'A range runs from the smaller figure to the larger', ({ min, max }) => !(max <= min))

/** An instrument as it is entered; the unit of a range is that of what it measures. */
export const instrumentSchema = yup.object({
  id: id('instrument').required(required('id')),
  tag: words('Tag', 12)
    .required(required('Tag'))
    .matches(/^[A-Za-z][A-Za-z0-9-]*$/, 'Tag is a short name of letters and digits, such as M1'),
  name: words('Name', 60).required(required('Name')),
  serial: words('Serial', 60).nullable().default(null),
  provingUnit: flag('Proving unit').default(false),
  lowImpedance: flag('Low impedance').default(false),
  functions: yup
    .array()
    .strict()
    .typeError('Ranges must be a list')
    .of(rangeSchema)
    .max(MOST_RANGES, `An instrument has ${MOST_RANGES} ranges at most`)
    .default([]),
})

export const functionsWithUnits = (ranges: readonly yup.InferType<typeof rangeSchema>[]) =>
  ranges.map(({ measures, ...range }) => ({
    measures: measures as Measured,
    unit: MEASURED_UNITS[measures as Measured] as Unit,
    ...range,
  }))

export const certificateSchema = yup.object({
  id: id('certificate').required(required('id')),
  instrumentId: id('instrument').required(required('instrument')),
  calibratedOn: day('Calibrated on').required(required('Calibrated on')),
  dueOn: day('Due on')
    .required(required('Due on'))
    .test('later', 'The next calibration is due after this one', function (value) {
      const { calibratedOn } = this.parent as { calibratedOn?: string }
      return value == null || calibratedOn == null || value > calibratedOn
    }),
  number: words('Number', 60).required(required('Number')),
})

export const takenSchema = yup.object({
  instrumentId: id('instrument').required(required('instrument')),
  /** Who has it from now on; left out where it goes back to the store. */
  holder: words('Person', 64)
    .matches(/^[\w-]+$/, 'Person is not an id')
    .nullable()
    .default(null),
})
export const instrumentIdSchema = yup.object({ instrumentId: id('instrument').required(required('instrument')) })
