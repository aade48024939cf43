import type * as yup from 'yup'
import { SURVEY_KINDS, type SurveyDetails, type SurveyKind } from '@/core/installation/survey'
import { parseObstacles } from '@/core/plan/roofFace'
import type { FieldIssue } from '@/core/result'
import { RULE_PACKS } from '@/core/rules/packs'
import type { RulePackId } from '@/core/rules/rulePack'
import { SURVEY_FIELDS } from './surveyFields'
import { madeOnDemand } from './madeOnDemand'
import { thingSchema } from './thing'

/** What one thing on the survey takes: its names, and the fields of its kind. */
export const SURVEY_SCHEMAS = madeOnDemand(SURVEY_KINDS, (kind) => thingSchema(SURVEY_FIELDS[kind])) as unknown as {
  [K in SurveyKind]: yup.Schema<{ tag: string; name: string; sort: number } & SurveyDetails[K]>
}

/** What contradicts the job's own family, a phase the supply lacks, or cannot be read. */
export function surveyContradiction(fields: Record<string, unknown>, packId: RulePackId): FieldIssue | null {
  if (typeof fields.obstacles === 'string') {
    const read = parseObstacles(fields.obstacles)
    if (!read.ok) return { path: 'obstacles', message: read.message }
  }
  const { phase } = fields
  return typeof phase === 'string' && phase !== 'all' && !RULE_PACKS[packId].phases.includes(phase as never)
    ? { path: 'phase', message: `This supply has no ${phase}.` }
    : null
}
