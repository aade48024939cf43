import * as yup from 'yup'
import type { JobRecord } from '@/core/evidence/judge'
import type { Sources } from '@/core/installation/installation'
import { id } from '@/schemas/fields'
import { ITEM_SCHEMAS } from '@/schemas/items'
import { sourcesSchema } from '@/schemas/job'
import { defineCommand } from './command'
import { storedItem } from './items'
import { upserted } from './upsert'

/** As much as is carried into a house at once. */
const MOST_AT_ONCE = 100

type Components = JobRecord['installation']['components']

interface Touched {
  sources: Sources | null
  components: (Record<string, unknown> | null)[]
}

const idsOf = ({ components, gone = [] }: { components: readonly { itemId: string }[]; gone?: readonly string[] }) => [
  ...components.map(({ itemId }) => itemId),
  ...gone,
]

/**
 * Takes equipment into a job: its figures into the sources of the plan, and each piece onto the list of components, all of it or nothing. The
 * sources go along as they stood there; where somebody else changed them meanwhile nothing is stored.
 */
export const takeComponents = defineCommand({
  name: 'takeComponents',
  version: 1,
  schema: yup.object({
    jobId: id('job').required(),
    sources: yup
      .object({ before: yup.mixed<Readonly<Record<string, unknown>>>().required(), after: sourcesSchema.required() })
      .nullable()
      .default(null),
    components: yup
      .array()
      .of(
        yup.object({
          itemId: id('item').required(),
          fields: yup.mixed<Readonly<Record<string, unknown>>>().required(),
        }),
      )
      .max(MOST_AT_ONCE, `${MOST_AT_ONCE} components at most`)
      .required(),
    /** Components that are taken off the list: those that came with it, when it is taken back. */
    gone: yup.array().of(id('item').required()).max(MOST_AT_ONCE, `${MOST_AT_ONCE} components at most`).default([]),
  }),
  apply: (record, { input: { sources, components, gone } }) => {
    const left: Components = record.installation.components.filter(({ id: own }) => !gone.includes(own))
    const list = components.reduce<Components>(
      (done, { itemId, fields }) =>
        upserted(done, {
          ...ITEM_SCHEMAS.component.cast(fields, { stripUnknown: true }),
          id: itemId,
        } as Components[number]),
      left,
    )
    const installation = { ...record.installation, components: list }
    return { ...record, installation: sources ? { ...installation, sources: sources.after as Sources } : installation }
  },
  wayBack: {
    touched: (record, input): Touched => ({
      sources: input.sources ? record.installation.sources : null,
      components: idsOf(input).map((itemId) => storedItem(record, { jobId: input.jobId, kind: 'component', itemId })),
    }),
    back(input, was, now) {
      const [before, after] = [now as Touched, was as Touched]
      const ids = idsOf(input)
      return [
        {
          useCase: 'takeComponents',
          input: {
            jobId: input.jobId,
            sources: after.sources && { before: before.sources, after: after.sources },
            components: ids.flatMap((itemId, k) => {
              const fields = after.components[k]
              return fields ? [{ itemId, fields }] : []
            }),
            gone: ids.filter((_id, k) => after.components[k] === null),
          },
        },
      ]
    },
  },
})
