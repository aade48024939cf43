import * as yup from 'yup'
import { MARK_KINDS, MOST_OFFSET_MS, faultOfMark } from '@/core/outage/run/outageMark'
import { choice, figure, id, instant, required, words } from '@/schemas/fields'
import { defineCommand } from './command'

const MOST_VALUE = 1_000_000

/** A tap during a cut of the supply. It is kept on the phone while nothing can be reached: the router is dead as well. */
export const markOutage = defineCommand({
  name: 'markOutage',
  version: 1,
  schema: yup
    .object({
      id: id().required(),
      jobId: id('job').required(),
      runId: id('run').required(),
      kind: choice('Kind', MARK_KINDS).required(required('Kind')),
      subject: words('Of', 40).nullable().default(null),
      value: figure('Figure')
        .min(0, 'Figure must be 0 or more')
        .max(MOST_VALUE, 'Figure is larger than a house draws')
        .nullable()
        .default(null),
      at: instant('Time').required(required('Time')),
      device: words('Phone', 40).required(required('Phone')),
      clockOffsetMs: figure('Offset of the clock')
        .min(-MOST_OFFSET_MS, 'The clock is off by more than a day')
        .max(MOST_OFFSET_MS, 'The clock is off by more than a day')
        .nullable()
        .default(null),
      clockErrorMs: figure('Error of the clock')
        .min(0, 'Error of the clock must be 0 or more')
        .max(MOST_OFFSET_MS, 'Error of the clock is more than a day')
        .nullable()
        .default(null),
    })
    .test('mark', (mark, context) => {
      const fault = faultOfMark({ kind: mark.kind, subject: mark.subject, value: mark.value })
      return fault === null || context.createError({ path: 'kind', message: fault })
    }),
  apply: (record, { input: { jobId: _job, ...mark }, by }) =>
    record.outageMarks.some(({ id: known }) => known === mark.id)
      ? record
      : { ...record, outageMarks: [...record.outageMarks, { ...mark, byName: by.name }] },
})
