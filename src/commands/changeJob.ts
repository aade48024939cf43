import * as yup from 'yup'
import { figure, id } from '@/schemas/fields'
import { jobChangeSchema } from '@/schemas/jobChange'
import type { JobCover, JobRecord } from '@/core/evidence/judge'
import type { Installation } from '@/core/installation/installation'
import { defineCommand } from './command'

/** Parts of a job itself that an installation holds; the others stand beside it. */
const IN_INSTALLATION = ['name', 'supply', 'sources', 'site', 'assumptions', 'acceptsShedding', 'testDepth'] as const

const ON_COVER = ['place', 'scheduledDay', 'gatewayHost', 'gatewayPort'] as const

/** Those parts of a record that a change names. */
function partsOf({ installation, cover }: JobRecord, change: Readonly<Record<string, unknown>>) {
  const of = <T extends object>(whole: T | undefined, parts: readonly (keyof T & string)[]) =>
    parts.flatMap((part) => (change[part] === undefined || whole === undefined ? [] : [[part, whole[part]]]))
  return Object.fromEntries([...of(installation, IN_INSTALLATION), ...of(cover, ON_COVER)]) as Record<string, unknown>
}

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
    const named = (parts: readonly (keyof typeof input)[]) =>
      Object.fromEntries(parts.flatMap((part) => (input[part] === undefined ? [] : [[part, input[part]]])))
    return {
      ...record,
      installation: { ...record.installation, ...(named(IN_INSTALLATION) as Partial<Installation>) },
      ...(record.cover && { cover: { ...record.cover, ...(named(ON_COVER) as Partial<JobCover>) } }),
    }
  },
  wayBack: {
    touched: partsOf,
    back: ({ jobId }, was, now) => [
      { useCase: 'changeJob', input: { jobId, version: null, before: now, ...(was as object) } },
    ],
  },
})
