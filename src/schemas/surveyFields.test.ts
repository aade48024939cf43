import { describe, expect, it } from 'vitest'
import { SURVEY_KINDS, type SurveyKind } from '../core/installation/survey'
import { RULE_PACKS } from '../core/rules/packs'
import { RULE_PACK_IDS } from '../core/rules/rulePack'
import { leastThing } from '../../tests/support/leastAnswer'
import { type FieldSpec, fieldsIn } from './fieldSpec'
import { schemaIssues } from './schemaIssues'
import { SURVEY_SCHEMAS, surveyContradiction } from './survey'
import { SURVEY_FIELDS } from './surveyFields'

const least = (specs: readonly FieldSpec[]) => ({ tag: 'a1', name: 'Thing', ...leastThing(specs) })
const everyForm = RULE_PACK_IDS.flatMap((packId) => SURVEY_KINDS.map((kind): [string, SurveyKind] => [packId, kind]))

describe('what the survey asks', () => {
  it.each(everyForm)(
    'in %s a %s is taken with nothing but what it must have, and what is blank stays unknown',
    (packId, kind) => {
      const asked = fieldsIn(SURVEY_FIELDS[kind], RULE_PACKS[packId as keyof typeof RULE_PACKS])
      // a house of one phase has nothing to choose: its form says so by itself
      const fields = { phase: 'all', ...least(asked) }
      expect(schemaIssues(SURVEY_SCHEMAS[kind], fields)).toEqual([])
      const stored = SURVEY_SCHEMAS[kind].cast(fields) as unknown as Record<string, unknown>
      const invented = SURVEY_FIELDS[kind]
        .filter((spec) => spec.optional && stored[spec.name] !== null)
        .map(({ name }) => name)
      expect(invented).toEqual([])
    },
  )

  it.each(SURVEY_KINDS)('of a %s each field has a name of its own, and a bad answer is refused under it', (kind) => {
    const specs = SURVEY_FIELDS[kind]
    expect(new Set(specs.map(({ name }) => name)).size).toBe(specs.length)
    for (const spec of specs) {
      const bad = { ...least(specs), [spec.name]: { not: 'an answer' } }
      expect(schemaIssues(SURVEY_SCHEMAS[kind], bad).map(({ path }) => path)).toContain(spec.name)
    }
  })

  it.each(SURVEY_KINDS)('of a %s a number out of its bounds is refused, one on them is taken', (kind) => {
    const specs = SURVEY_FIELDS[kind]
    for (const spec of specs.filter((one) => one.kind === 'number' || one.kind === 'percent')) {
      const at = (value: number) =>
        schemaIssues(SURVEY_SCHEMAS[kind], { ...least(specs), [spec.name]: value }).some(
          ({ path }) => path === spec.name,
        )
      if (spec.max !== undefined) expect([spec.name, at(spec.max), at(spec.max + 1)]).toEqual([spec.name, false, true])
      if (spec.above === undefined) {
        const floor = spec.min ?? 0
        expect([spec.name, at(floor), at(floor - 1)]).toEqual([spec.name, false, true])
      }
      expect([spec.name, at(Number.NaN), at(Infinity)]).toEqual([spec.name, true, true])
    }
  })

  it('asks for residual-current types only where there are any', () => {
    const names = (packId: keyof typeof RULE_PACKS) =>
      fieldsIn(SURVEY_FIELDS.sourceDevice, RULE_PACKS[packId]).map(({ name }) => name)
    expect(names('iec-1ph-230')).toEqual(expect.arrayContaining(['residualType', 'makerStatesType', 'makerStatesIn']))
    expect(names('na-split-240').filter((name) => /residual|makerStates/.test(name))).toEqual([])
    expect(names('na-split-240')).toContain('marking')
  })

  it.each(RULE_PACK_IDS)('takes only the phases of %s', (packId) => {
    const { phases } = RULE_PACKS[packId]
    const taken = ['L1', 'L2', 'L3', 'all'].filter((phase) => surveyContradiction({ phase }, packId) === null)
    expect(taken).toEqual([...phases, 'all'])
    expect(surveyContradiction({}, packId)).toBeNull()
  })
})
