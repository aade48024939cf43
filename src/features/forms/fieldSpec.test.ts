import { describe, expect, it } from 'vitest'
import { RULE_PACKS } from '@/core/rules/packs'
import { ITEM_KINDS, ITEM_SCHEMAS, type ItemKind } from '@/schemas/items'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { readForm, textsOf } from './fieldSpec'
import { formFieldsOf, newItemOf } from '@/schemas/itemFields'
import { schemaIssues } from '@/schemas/schemaIssues'

const SPECS: readonly FieldSpec[] = [
  { name: 'name', label: 'Name', kind: 'text' },
  { name: 'a.powerW', label: 'Power', kind: 'number', unit: 'W' },
  { name: 'duty', label: 'Duty', kind: 'percent' },
  { name: 'surgeVa', label: 'Surge', kind: 'number', unit: 'VA', optional: true },
  { name: 'backedUp', label: 'Backed up', kind: 'flag' },
]

describe('readForm', () => {
  it('reads figures with either decimal mark and their units; a blank that may be blank is not known', () => {
    expect(
      readForm(SPECS, { name: ' Oven ', 'a/powerW': '3,2 kW', duty: '12.5', surgeVa: '', backedUp: 'yes' }),
    ).toEqual({ fields: { name: 'Oven', 'a.powerW': 3200, duty: 0.125, surgeVa: null, backedUp: true }, issues: [] })
  })
  it('names every field that cannot be read, and drops none of the others', () => {
    const { fields, issues } = readForm(SPECS, {
      name: 'Oven',
      'a/powerW': 'lots',
      duty: '',
      surgeVa: '3 V',
      backedUp: 'no',
    })
    expect(issues.map(({ path }) => path)).toEqual(['a.powerW', 'duty', 'surgeVa'])
    expect(fields).toEqual({ name: 'Oven', backedUp: false })
  })
  it('says that a choice is missing where nobody made it, and takes “none” where that is one of them', () => {
    const choice = { label: 'Size', kind: 'choice', options: { '1.5': '1.5', '4': '4' } } as const
    const issues = (spec: object) => readForm([{ name: 'size', ...choice, ...spec }], { size: '' }).issues
    expect(issues({})).toEqual([{ path: 'size', message: 'Size is missing' }])
    expect(issues({ optional: true })).toEqual([])
    expect(issues({ options: { '': 'none', a: 'a' } })).toEqual([])
  })
  it('shows stored values so that reading them back changes nothing', () => {
    const stored = { name: 'Oven', a: { powerW: 3200 }, duty: 0.07, surgeVa: null, backedUp: false }
    expect(readForm(SPECS, textsOf(SPECS, stored)).fields).toEqual({
      name: 'Oven',
      'a.powerW': 3200,
      duty: 0.07,
      surgeVa: null,
      backedUp: false,
    })
  })
})

/** What somebody has to say of a new thing, since a figure that was put there would pass unread. */
const ANSWERED: Readonly<Record<ItemKind, Record<string, unknown>>> = {
  load: { phase: 'L1' },
  component: {},
  circuit: { phase: 'L1' },
  run: { size: '6' },
  electrode: { targetOhm: 50 },
  setting: {},
}

describe.each(Object.values(RULE_PACKS))('forms of $id', (pack) => {
  it.each(['derating', 'size', 'targetOhm', 'iDeltaNMa', 'breakerA', 'deviceA'])('begin with no %s', (name) => {
    expect(ITEM_KINDS.filter((kind) => newItemOf(kind, pack)[name] !== undefined)).toEqual([])
  })
  it.each(ITEM_KINDS)('%s: the form asks for what its schema needs', (kind) => {
    const specs = formFieldsOf(kind, pack)
    const texts = textsOf(specs, {
      ...ANSWERED[kind],
      ...newItemOf(kind, pack),
      tag: 'x1',
      name: 'Thing',
      model: 'Made-up',
      from: 'A',
      to: 'B',
      lengthM: 10,
      powerW: 100,
      label: 'Reserve',
      value: 40,
    })
    const { fields, issues } = readForm(specs, texts)
    expect([issues, schemaIssues(ITEM_SCHEMAS[kind], fields)]).toEqual([[], []])
  })
})
