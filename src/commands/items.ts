import * as yup from 'yup'
import type { JobRecord } from '@/core/evidence/judge'
import type { Installation } from '@/core/installation/installation'
import { choice, id } from '@/schemas/fields'
import { ITEM_KINDS, ITEM_SCHEMAS, type ItemKind } from '@/schemas/items'
import { defineCommand } from './command'
import type { WayBack } from './command'
import { thingOf, upserted, without } from './upsert'

/** Where each kind of thing stands in an installation. */
export const ITEM_LISTS = {
  load: 'loads',
  component: 'components',
  circuit: 'circuits',
  run: 'runs',
  electrode: 'electrodes',
  setting: 'settings',
} as const satisfies Record<ItemKind, keyof Installation>

type Things = readonly { id: string }[]
const withList = (record: JobRecord, kind: ItemKind, change: (list: Things) => Things): JobRecord => ({
  ...record,
  installation: { ...record.installation, [ITEM_LISTS[kind]]: change(record.installation[ITEM_LISTS[kind]]) },
})

interface OneItem {
  jobId: string
  kind: ItemKind
  itemId: string
}

/** A thing as its kind stores it: what else a row of the database carries is none of it. */
export function storedItem({ installation }: JobRecord, { kind, itemId }: OneItem): Record<string, unknown> | null {
  const thing = thingOf<{ id: string }>(installation[ITEM_LISTS[kind]], itemId)
  return thing && ITEM_SCHEMAS[kind].cast(thing, { stripUnknown: true, assert: false })
}

/** A thing of the plan is put back with the fields it had, or taken out where there was none. */
const wayBack: WayBack<OneItem> = {
  touched: storedItem,
  back({ jobId, kind, itemId }, was) {
    if (was === null) return [{ useCase: 'removeItem', input: { jobId, kind, itemId } }]
    return [{ useCase: 'saveItem', input: { jobId, kind, itemId, fields: was } }]
  },
}

/** Adds a thing to the plan or changes it. */
export const saveItem = defineCommand({
  name: 'saveItem',
  version: 1,
  schema: yup.object({
    jobId: id('job').required(),
    kind: choice('Kind of thing', ITEM_KINDS).required(),
    itemId: id('item').required(),
    fields: yup.mixed<Readonly<Record<string, unknown>>>().required(),
  }),
  apply: (record, { input: { kind, itemId, fields } }) => {
    const values = ITEM_SCHEMAS[kind].cast(fields, { stripUnknown: true })
    return withList(record, kind, (list) => upserted(list, { ...values, id: itemId }))
  },
  wayBack,
})

/** Takes a thing out of the plan. Readings on it stay on record. */
export const removeItem = defineCommand({
  name: 'removeItem',
  version: 1,
  schema: yup.object({
    jobId: id('job').required(),
    kind: choice('Kind of thing', ITEM_KINDS).required(),
    itemId: id('item').required(),
  }),
  apply: (record, { input: { kind, itemId } }) => withList(record, kind, (list) => without(list, itemId)),
  wayBack,
})
