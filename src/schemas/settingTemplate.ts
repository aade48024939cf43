import * as yup from 'yup'
import type { SettingTemplate } from '@/core/settings/settingTemplates'
import { type FieldIssue, type Result, err, ok } from '@/core/result'
import { SETTING_FIELDS } from './itemFields/setting'
import { schemaIssues } from './schemaIssues'
import { fieldsSchema } from './thing'

/** A template is a page; more is none. */
export const MOST_TEMPLATE_BYTES = 64 * 1024
const MOST_SETTINGS = 60
const WORDS = 120

const text = (label: string) =>
  yup.string().strict().trim().max(WORDS, `${label} has ${WORDS} characters at most`).required(`${label} is missing`)

const settingSchema = fieldsSchema(SETTING_FIELDS.filter(({ name }) => name !== 'origin'))

const templateSchema = yup
  .object({
    name: text('Its name'),
    equipment: text('Its equipment'),
    origin: text('Its origin'),
    settings: yup
      .array(settingSchema)
      .strict()
      .min(1, 'A template has a list of settings')
      .max(MOST_SETTINGS, `A template has ${MOST_SETTINGS} settings at most`)
      .required('A template has a list of settings'),
  })
  .noUnknown('A template has a name, its equipment, its origin and its settings, and nothing else')
  .strict()

const issue = (message: string): FieldIssue => ({ path: '', message })

/**
 * Reads a template of settings from JSON.
 *
 * @returns what is wrong with it, each with its place, where it is none; a key twice is refused, since nobody could say which holds
 * @example readSettingTemplate('{"name": …}').ok
 */
export function readSettingTemplate(json: string): Result<SettingTemplate, readonly FieldIssue[]> {
  if (json.length > MOST_TEMPLATE_BYTES) return err([issue('A template has 64 kB at most. Nothing was read.')])
  let given: unknown
  try {
    given = JSON.parse(json)
  } catch {
    return err([issue('The file is no JSON. Nothing was read.')])
  }
  if (typeof given !== 'object' || given === null || Array.isArray(given))
    return err([issue('The file holds no template. Nothing was read.')])
  const issues = schemaIssues(templateSchema, given)
  if (issues.length > 0) return err(issues)
  const { name, equipment, origin, settings } = templateSchema.cast(given) as unknown as SettingTemplate
  const twice = settings.find(({ key }, k) => settings.findIndex((one) => one.key === key) < k)
  if (twice) return err([{ path: 'settings', message: `“${twice.key}” is there twice. Nothing was read.` }])
  return ok({
    name,
    equipment,
    origin,
    settings: settings.map((one) => ({
      key: one.key,
      label: one.label,
      value: one.value,
      unit: one.unit,
      tolerance: one.tolerance,
      why: one.why ?? null,
    })),
  })
}

/** A template as a file. */
export const settingTemplateJson = (template: SettingTemplate): string => `${JSON.stringify(template, null, 2)}\n`
