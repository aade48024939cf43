import * as yup from 'yup'
import { VISIT_KINDS } from '@/core/installation/visit'
import { characters, choice, id, instant, required, words } from '@/schemas/fields'
import { defineCommand } from './command'
import { upserted } from './upsert'

/** Things that one visit touches at most. */
const MOST_TOUCHED = 60

/** Opens a later visit: from then on what rests on what it touches has to be shown again. */
export const openVisit = defineCommand({
  name: 'openVisit',
  version: 1,
  schema: yup.object({
    id: id().required(),
    jobId: id('job').required(),
    kind: choice('Kind', VISIT_KINDS).required(required('Kind')),
    reason: words('Reason', 300)
      .test(...characters(5, 'Say in a few words what it is for'))
      .required(required('Reason')),
    touched: yup
      .array()
      .strict()
      .typeError('What is touched must be a list')
      .of(words('Touched', 40).required(required('Touched')))
      .max(MOST_TOUCHED, `A visit names ${MOST_TOUCHED} things at most`)
      .default([]),
    openedAt: instant('Time').required(required('Time')),
  }),
  apply: (record, { input: { jobId: _job, ...visit }, by }) =>
    record.visits.some(({ id: known }) => known === visit.id)
      ? record
      : { ...record, visits: upserted(record.visits, { ...visit, byName: by.name }) },
})
