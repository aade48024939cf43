import * as yup from 'yup'
import { SURVEY_KINDS, type SurveyDetails, type SurveyKind } from '@/core/installation/survey'
import type { FieldIssue } from '@/core/result'
import { RULE_PACKS } from '@/core/rules/packs'
import type { RulePackId } from '@/core/rules/rulePack'
import type { FieldSpec } from './fieldSpec'
import { day, figure, flag, oneOrNone, required, tag, words } from './fields'
import { SURVEY_FIELDS } from './surveyFields'

function fieldSchema({ kind, label, optional, options, min = 0, max, whole }: FieldSpec): yup.ISchema<unknown> {
  switch (kind) {
    case 'flag': return optional ? flag(label).nullable().default(null) : flag(label).required(required(label))
    case 'choice': return optional ? oneOrNone(label, Object.keys(options ?? {})) : yup.string().strict().oneOf(Object.keys(options ?? {}), `${label} must be one of ${Object.keys(options ?? {}).join(', ')}`).required(required(label))
    case 'date': return day(label).nullable().default(null)
    case 'text': return optional ? words(label, max ?? 200).nullable().default(null) : words(label, max ?? 200).required(required(label))
    case 'number': case 'percent': {
      let number = figure(label).min(min, `${label} must be ${min} or more`)
      if (max !== undefined) number = number.max(max, `${label} is ${max} at most`)
      if (whole) number = number.integer(`${label} is a whole number`)
      return optional ? number.nullable().default(null) : number.required(required(label))
    }
  }
}

/** What one thing on the survey takes: its names, and the fields of its kind. */
export const SURVEY_SCHEMAS = Object.fromEntries(SURVEY_KINDS.map((kind) => [kind, yup.object({
  tag: tag().required(required('Tag')), name: words('Name', 60).required(required('Name')), sort: figure('Order').integer().default(0),
  ...Object.fromEntries(SURVEY_FIELDS[kind].map((spec) => [spec.name, fieldSchema(spec)])),
})])) as unknown as { [K in SurveyKind]: yup.Schema<{ tag: string; name: string; sort: number } & SurveyDetails[K]> }

/** What contradicts the job's own family: a phase the supply lacks. */
export function surveyContradiction(fields: Record<string, unknown>, packId: RulePackId): FieldIssue | null {
  const { phase } = fields
  return typeof phase === 'string' && phase !== 'all' && !RULE_PACKS[packId].phases.includes(phase as never) ? { path: 'phase', message: `This supply has no ${phase}.` } : null
}
