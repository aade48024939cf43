import { describe, expect, it } from 'vitest'
import { RULE_PACKS } from '../../core/rules/packs'
import { RULE_PACK_IDS, type RulePackId } from '../../core/rules/rulePack'
import { ITEM_SCHEMAS, contradiction } from '../items'
import { leastThing } from '../../../tests/support/leastAnswer'
import type { FieldSpec } from '../fieldSpec'
import { schemaIssues } from '../schemaIssues'
import { ITEM_FIELDS, ITEM_KINDS, type ItemKind, formFieldsOf, newItemOf } from '.'

const everyForm = RULE_PACK_IDS.flatMap((packId) => ITEM_KINDS.map((kind): [RulePackId, ItemKind] => [packId, kind]))
describe('what a thing in a plan is asked', () => {
  it.each(everyForm)('%s, %s: what may be blank is stored as unknown, never as a figure', (packId, kind) => {
    const stored = ITEM_SCHEMAS[kind].cast(leastThing(formFieldsOf(kind, RULE_PACKS[packId])))
    const invented = formFieldsOf(kind, RULE_PACKS[packId])
      .filter(({ optional, absent }) => optional && absent === undefined)
      .filter(({ name }) => stored[name] !== null)
      .map(({ name }) => name)
    expect(invented).toEqual([])
  })

  it.each(everyForm)('%s, %s: what a new one begins with is an option of its own form', (packId, kind) => {
    const pack = RULE_PACKS[packId]
    const specs = new Map(formFieldsOf(kind, pack).map((spec) => [spec.name, spec]))
    for (const [name, first] of Object.entries(newItemOf(kind, pack))) {
      if (first === undefined) continue
      const spec = specs.get(name)
      expect([name, spec === undefined]).toEqual([name, false])
      if (spec?.kind === 'choice') expect(Object.keys(spec.options ?? {})).toContain(String(first))
    }
  })

  it.each(ITEM_KINDS)('%s: each field has a name of its own, and a bad answer is refused under it', (kind) => {
    const specs: readonly FieldSpec[] = ITEM_FIELDS[kind]
    expect(new Set(specs.map(({ name }) => name)).size).toBe(specs.length)
    for (const spec of specs) {
      const issues = schemaIssues(ITEM_SCHEMAS[kind], { ...leastThing(specs), [spec.name]: { not: 'an answer' } })
      expect(issues.map(({ path }) => path)).toContain(spec.name)
    }
  })

  it.each(ITEM_KINDS)('%s: numbers are taken on their bounds and refused beyond', (kind) => {
    const specs: readonly FieldSpec[] = ITEM_FIELDS[kind]
    for (const spec of specs.filter((one) => one.kind === 'number' || one.kind === 'percent')) {
      const refused = (value: number) =>
        schemaIssues(ITEM_SCHEMAS[kind], { ...leastThing(specs), [spec.name]: value }).some(
          ({ path }) => path === spec.name,
        )
      expect([spec.name, refused(Number.NaN), refused(Infinity)]).toEqual([spec.name, true, true])
      if (spec.max !== undefined) expect([spec.name, refused(spec.max + 1)]).toEqual([spec.name, true])
      if (spec.above !== undefined) expect([spec.name, refused(spec.above)]).toEqual([spec.name, true])
      else expect([spec.name, refused((spec.min ?? 0) - 1)]).toEqual([spec.name, true])
    }
  })

  it.each(RULE_PACK_IDS)('%s: a phase that the supply has not got contradicts it, for loads and circuits', (packId) => {
    const { phases } = RULE_PACKS[packId]
    const missing = (['L1', 'L2', 'L3'] as const).find((phase) => !phases.includes(phase))
    for (const kind of ['load', 'circuit'] as const) {
      expect(contradiction(kind, { phase: 'L1' }, packId)?.path).not.toBe('phase')
      if (missing) expect(contradiction(kind, { phase: missing }, packId)?.path).toBe('phase')
    }
  })
})
