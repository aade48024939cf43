import { type Schema, ValidationError } from 'yup'
import type { Installation } from '@/core/installation/installation'
import type { FieldIssue } from '@/core/result'
import { FIT_SCHEMAS } from '@/schemas/fit'
import { ITEM_SCHEMAS, type ItemKind } from '@/schemas/items'
import { SURVEY_SCHEMAS } from '@/schemas/survey'

type Fields = Record<string, unknown>

/** Fields as a kind's own schema has them; what does not fit goes to the issues, with its path in the file. */
function checked(schema: Schema, fields: Fields, path: string, issues: FieldIssue[]): Fields {
  try {
    return schema.cast(schema.validateSync(fields, { abortEarly: false }), { stripUnknown: true }) as Fields
  } catch (error) {
    if (!ValidationError.isError(error)) throw error
    const inner = error.inner.length > 0 ? error.inner : [error]
    for (const one of inner) issues.push({ path: one.path ? `${path}.${one.path}` : path, message: one.message })
    return fields
  }
}

/** Lists of things of one kind, and the kind whose form they have. */
export const ITEM_LISTS = [
  ['loads', 'load'],
  ['components', 'component'],
  ['circuits', 'circuit'],
  ['runs', 'run'],
  ['electrodes', 'electrode'],
  ['settings', 'setting'],
] as const satisfies readonly (readonly [keyof Installation, ItemKind])[]

/** Things of the plan, each held against the schema that its form has. */
export function itemsOfFile(raw: Fields, issues: FieldIssue[]) {
  return Object.fromEntries(
    ITEM_LISTS.map(([list, kind]) => [
      list,
      ((raw[list] ?? []) as Fields[]).map((fields, k) => {
        const { id, ...own } = fields
        const values = checked(ITEM_SCHEMAS[kind], { sort: k, ...own }, `${list}[${k}]`, issues)
        // an exported thing has its place in the list already
        const { sort, ...rest } = values
        return { ...rest, ...('sort' in own && { sort }), id: id ?? `${kind}-${String(own.tag ?? own.key)}` }
      }),
    ]),
  ) as unknown as Pick<Installation, (typeof ITEM_LISTS)[number][0]>
}

/** Things of the survey, or of the physical work: the fields of their kind stand beside their names. */
function thingsOf(
  list: 'survey' | 'fit',
  schemas: Readonly<Record<string, Schema>>,
  raw: Fields,
  issues: FieldIssue[],
): Fields[] {
  return ((raw[list] ?? []) as Fields[]).flatMap(({ id, kind, ...own }, k) => {
    const schema = schemas[String(kind)]
    if (!schema) return []
    const { tag, name, sort, ...detail } = checked(schema, { sort: k, ...own }, `${list}[${k}]`, issues)
    return [{ id: id ?? `${String(kind)}-${String(tag)}`, kind, tag, name, sort, detail }]
  })
}

export const surveyOfFile = (raw: Fields, issues: FieldIssue[]) =>
  thingsOf('survey', SURVEY_SCHEMAS, raw, issues) as unknown as Installation['survey']
export const fitOfFile = (raw: Fields, issues: FieldIssue[]) =>
  thingsOf('fit', FIT_SCHEMAS, raw, issues) as unknown as Installation['fit']
