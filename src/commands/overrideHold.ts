import * as yup from 'yup'
import { HOLD_STEP_IDS } from '@/core/evidence/holdSteps'
import { characters, choice, id, required, words } from '@/schemas/fields'
import { defineCommand } from './command'
import { upserted } from './upsert'

/** A lead goes on past a hold in writing. */
export const overrideHold = defineCommand({
  name: 'overrideHold',
  version: 1,
  schema: yup.object({
    id: id().required(),
    jobId: id('job').required(),
    step: choice('Step', HOLD_STEP_IDS).required(),
    condition: words('Condition', 40).required(),
    reason: words('Reason', 500)
      .test(...characters(10, 'Write the reason in at least ten characters'))
      .required(required('Reason')),
  }),
  apply: (record, { input: { jobId: _job, ...override }, at, by }) =>
    record.overrides.some((one) => one.id === override.id)
      ? record
      : { ...record, overrides: upserted(record.overrides, { ...override, byName: by.name, at }) },
})
