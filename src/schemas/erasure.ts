import * as yup from 'yup'
import { RETENTION_MONTHS } from '@/core/handover/erasure'
import { figure, flag, id, required, words } from './fields'

/** What a lead says to take a customer's data out of a job. */
export const erasureSchema = yup.object({
  id: id().required(),
  jobId: id('job').required(required('job')),
  newName: words('New name', 80).required(required('New name')),
  reason: words('Reason', 300)
    .min(5, 'Write who asked for it, in at least five characters')
    .required(required('Reason')),
  withPictures: flag('Pictures of the crew').default(false),
  withSentences: flag('Sentences of the crew').default(false),
})

/** How long a crew keeps its customers' data. */
export const retentionSchema = yup.object({
  months: figure('Months')
    .integer('Months is a whole number')
    .min(RETENTION_MONTHS.least, `Customers’ data are kept for ${RETENTION_MONTHS.least} months at least`)
    .max(RETENTION_MONTHS.most, `Customers’ data are kept for ${RETENTION_MONTHS.most} months at most`)
    .nullable()
    .default(null),
})
