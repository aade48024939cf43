import * as yup from 'yup'
import { SURVEY_KINDS, type SurveyItem } from '@/core/installation/survey'
import { choice, id } from '@/schemas/fields'
import { SURVEY_SCHEMAS } from '@/schemas/survey'
import { defineCommand } from './command'
import type { WayBack } from './command'
import { fieldsOfThing, thingOf, upserted, without } from './upsert'

/** What was found is put back with the fields it had, or taken out where there was none. */
const wayBack: WayBack<{ jobId: string; itemId: string }> = {
  touched: ({ installation }, { itemId }) => thingOf(installation.survey, itemId),
  back({ jobId, itemId }, was) {
    if (was === null) return [{ useCase: 'removeSurveyItem', input: { jobId, itemId } }]
    const thing = was as SurveyItem
    return [{ useCase: 'saveSurveyItem', input: { jobId, kind: thing.kind, itemId, fields: fieldsOfThing(thing) } }]
  },
}

/** Adds a thing found on the survey, or changes it. */
export const saveSurveyItem = defineCommand({
  name: 'saveSurveyItem',
  version: 1,
  schema: yup.object({
    jobId: id('job').required(),
    kind: choice('Kind of thing', SURVEY_KINDS).required(),
    itemId: id('item').required(),
    fields: yup.mixed<Readonly<Record<string, unknown>>>().required(),
  }),
  apply: (record, { input: { kind, itemId, fields } }) => {
    const { tag, name, sort, ...detail } = SURVEY_SCHEMAS[kind].cast(fields, { stripUnknown: true })
    const item = { id: itemId, kind, tag, name, sort, detail } as SurveyItem
    return { ...record, installation: { ...record.installation, survey: upserted(record.installation.survey, item) } }
  },
  wayBack,
})

/** Takes a thing out of the survey. Its pictures stay on record. */
export const removeSurveyItem = defineCommand({
  name: 'removeSurveyItem',
  version: 1,
  schema: yup.object({ jobId: id('job').required(), itemId: id('item').required() }),
  apply: (record, { input: { itemId } }) => ({
    ...record,
    installation: { ...record.installation, survey: without(record.installation.survey, itemId) },
  }),
  wayBack,
})
