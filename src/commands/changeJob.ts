import * as yup from 'yup'
import { figure, id } from '@/schemas/fields'
import { jobChangeSchema } from '@/schemas/jobChange'
import type { Installation } from '@/core/installation/installation'
import { defineCommand } from './command'

/** Parts of a job itself that an installation holds; the others stand beside it. */
const IN_INSTALLATION = ['name', 'supply', 'sources', 'site', 'assumptions', 'acceptsShedding', 'testDepth'] as const

/**
 * Changes supply, sources, place, assumptions or switches of a job. What it was made from goes along: `before`, the same parts as they stood
 * there, or the job's version. Where somebody else changed them meanwhile nothing is stored.
 */
export const changeJob = defineCommand({
  name: 'changeJob',
  version: 1,
  schema: yup
    .object({
      jobId: id('job').required(),
      version: figure('Version').integer().nullable().default(null),
      before: yup.mixed<Readonly<Record<string, unknown>>>().nullable().default(null),
    })
    .concat(jobChangeSchema),
  apply: (record, { input }) => {
    const changed = Object.fromEntries(
      IN_INSTALLATION.flatMap((part) => (input[part] === undefined ? [] : [[part, input[part]]])),
    ) as Partial<Installation>
    return { ...record, installation: { ...record.installation, ...changed } }
  },
  wayBack: {
    touched: ({ installation }, input) =>
      Object.fromEntries(
        IN_INSTALLATION.flatMap((part) => (input[part] === undefined ? [] : [[part, installation[part]]])),
      ),
    back: ({ jobId }, was, now) => [
      { useCase: 'changeJob', input: { jobId, version: null, before: now, ...(was as object) } },
    ],
  },
})
