import * as yup from 'yup'
import type { JobRecord } from '@/core/evidence/judge'
import { id } from '@/schemas/fields'
import { ITEM_SCHEMAS } from '@/schemas/items'
import { defineCommand } from './command'
import { upserted } from './upsert'
import { storedItem } from './items'

/** A house has no more loads; a list of them is one entry. */
const MOST_AT_ONCE = 500

type Loads = JobRecord['installation']['loads']

/** Adds or changes loads as a list has them, and takes out those that a list brought, all of it or nothing. */
export const saveLoads = defineCommand({
  name: 'saveLoads',
  version: 1,
  schema: yup.object({
    jobId: id('job').required(),
    loads: yup
      .array()
      .of(
        yup.object({
          itemId: id('item').required(),
          fields: yup.mixed<Readonly<Record<string, unknown>>>().required(),
        }),
      )
      .max(MOST_AT_ONCE, `${MOST_AT_ONCE} loads at most`)
      .required(),
    /** Loads that are taken out: those that a list brought, when it is taken back. */
    gone: yup.array().of(id('item').required()).max(MOST_AT_ONCE, `${MOST_AT_ONCE} loads at most`).default([]),
  }),
  apply: (record, { input: { loads, gone } }) => {
    const left: Loads = record.installation.loads.filter(({ id: own }) => !gone.includes(own))
    const list = loads.reduce<Loads>(
      (done, { itemId, fields }) =>
        upserted(done, { ...ITEM_SCHEMAS.load.cast(fields, { stripUnknown: true }), id: itemId } as Loads[number]),
      left,
    )
    return { ...record, installation: { ...record.installation, loads: list } }
  },
  wayBack: {
    touched: (record, { jobId, loads, gone = [] }) =>
      [...loads.map(({ itemId }) => itemId), ...gone].map((itemId) =>
        storedItem(record, { jobId, kind: 'load', itemId }),
      ),
    back({ jobId, loads, gone = [] }, were) {
      const ids = [...loads.map(({ itemId }) => itemId), ...gone]
      const was = were as (Record<string, unknown> | null)[]
      const saved = ids.flatMap((itemId, k) => {
        const fields = was[k]
        return fields ? [{ itemId, fields }] : []
      })
      return [{ useCase: 'saveLoads', input: { jobId, loads: saved, gone: ids.filter((_id, k) => was[k] === null) } }]
    },
  },
})
