import { ownLimitsNow } from '@/core/rules/ownLimits'
import { ownLimitSchema } from '@/schemas/ownLimit'
import { id } from '@/schemas/fields'
import { defineCommand } from './command'
import { upserted } from './upsert'

/** A lead holds a job against another limit than the pack's, or goes back to the pack's. */
export const setJobLimit = defineCommand({
  name: 'setJobLimit',
  version: 1,
  schema: ownLimitSchema.shape({ jobId: id('job').required() }),
  apply: (record, { input: { jobId: _job, ...limit }, at, by }) => {
    const { installation } = record
    if (installation.ownLimits.some((one) => one.id === limit.id)) return record
    const ownLimits = upserted(installation.ownLimits, { ...limit, byName: by.name, at })
    return { ...record, installation: { ...installation, ownLimits } }
  },
  wayBack: {
    touched: ({ installation }, { key }) =>
      ownLimitsNow(installation.ownLimits).find((one) => one.key === key)?.value ?? null,
    back: ({ jobId, key }, was, _now, _record, { newId }) => [
      {
        useCase: 'setJobLimit',
        input: { id: newId(), jobId, key, value: was, reason: 'Taken back by whoever had set it' },
      },
    ],
  },
})
