import * as yup from 'yup'
import { SERIAL_SLOT, componentRecordKey } from '@/core/evidence/families/componentRecord'
import { latestBySlot, standingReadings } from '@/core/evidence/reading'
import { FIT_KINDS, type FitItem, REPLACEMENT_CAUSES } from '@/core/installation/fit'
import { characters, choice, id, instant, required, tag, words } from '@/schemas/fields'
import { FIT_SCHEMAS } from '@/schemas/fit'
import { defineCommand } from './command'
import type { WayBack } from './command'
import { fieldsOfThing, thingOf, upserted, without } from './upsert'

const MOST_AT_ONCE = 200

/** Things of the wall, the day and the van are put back together with the fields they had; those that were not there are taken out. */
const wayBack: WayBack<{ jobId: string; items: readonly { itemId: string }[] }> = {
  touched: ({ installation }, { items }) => items.map(({ itemId }) => thingOf(installation.fit, itemId)),
  back({ jobId, items }, were) {
    const had = (were as (FitItem | null)[]).filter((thing) => thing !== null)
    const saved = had.map((thing) => ({ kind: thing.kind, itemId: thing.id, fields: fieldsOfThing(thing) }))
    const added = items.filter(({ itemId }) => !had.some(({ id: own }) => own === itemId))
    return [
      ...(saved.length > 0 ? [{ useCase: 'saveFitItems', input: { jobId, items: saved } }] : []),
      ...added.map(({ itemId }) => ({ useCase: 'removeFitItem', input: { jobId, itemId } })),
    ]
  },
}

/** Adds or changes things of the wall, the day and the van, all of them or none. */
export const saveFitItems = defineCommand({
  name: 'saveFitItems',
  version: 1,
  schema: yup.object({
    jobId: id('job').required(),
    items: yup
      .array()
      .of(
        yup.object({
          kind: choice('Kind of thing', FIT_KINDS).required(),
          itemId: id('item').required(),
          fields: yup.mixed<Readonly<Record<string, unknown>>>().required(),
        }),
      )
      .min(1, 'Nothing to save')
      .max(MOST_AT_ONCE, `${MOST_AT_ONCE} things at most`)
      .required(),
  }),
  apply: (record, { input: { items } }) => {
    const fit = items.reduce((list, { kind, itemId, fields }) => {
      const { tag: short, name, sort, ...detail } = FIT_SCHEMAS[kind].cast(fields, { stripUnknown: true })
      return upserted(list, { id: itemId, kind, tag: short, name, sort, detail } as FitItem)
    }, record.installation.fit)
    return { ...record, installation: { ...record.installation, fit } }
  },
  wayBack,
})

/** Takes a thing off the wall, the day or the van. */
export const removeFitItem = defineCommand({
  name: 'removeFitItem',
  version: 1,
  schema: yup.object({ jobId: id('job').required(), itemId: id('item').required() }),
  apply: (record, { input: { itemId } }) => ({
    ...record,
    installation: { ...record.installation, fit: without(record.installation.fit, itemId) },
  }),
  wayBack: {
    touched: (record, { jobId, itemId }) => wayBack.touched(record, { jobId, items: [{ itemId }] }),
    back: ({ jobId, itemId }, ...rest) => wayBack.back({ jobId, items: [{ itemId }] }, ...rest),
  },
})

/** What a person says of a component that is taken out. */
const said = {
  cause: choice('Cause', REPLACEMENT_CAUSES).required(required('Cause')),
  reason: words('Reason', 200)
    .test(...characters(5, 'Say in a few words what was wrong'))
    .required(required('Reason')),
}
export const replacementSchema = yup.object(said)

/** Notes that a component was taken out and another takes its place under the same short name. */
export const replaceComponent = defineCommand({
  name: 'replaceComponent',
  version: 1,
  schema: yup.object({
    id: id().required(),
    jobId: id('job').required(),
    componentTag: tag('Component').required(required('Component')),
    ...said,
    /** When it was taken out, by the device: what is recorded after it counts for the new one. */
    replacedAt: instant('Time').nullable().default(null),
  }),
  apply: (record, { input: { id: replacementId, componentTag, cause, reason, replacedAt }, at, by }) => {
    if (record.replacements.some((one) => one.id === replacementId)) return record
    const own = latestBySlot(standingReadings(record.readings), componentRecordKey({ tag: componentTag }))
    const replacement = {
      id: replacementId,
      componentTag,
      oldSerial: own.get(SERIAL_SLOT)?.valueWord ?? null,
      cause,
      reason,
      replacedAt: replacedAt ?? at,
      replacedByName: by.name,
    }
    return { ...record, replacements: [...record.replacements, replacement] }
  },
})
