import type { RulePack } from '@/core/rules/rulePack'
import { type Halt, type Reading, type Row, placeOf } from './reading'
import { LEAVE, type RowDoubt } from './rowDoubts'
import { type TableField, type ThingFields, tableFieldsOf } from './tableFields'

/** A new thing: what its row says, and what a blank means for the rest; one question for all rows about what a blank cannot mean. */
export function newThing(reading: Reading, row: Row, said: ThingFields): { thing: ThingFields } | Halt {
  const { kind, pack, taken, answers } = reading
  const thing: ThingFields = {}
  const doubts: RowDoubt[] = []
  for (const field of tableFieldsOf(kind)) {
    const { name } = field
    const answer = answers[blankId(field)]
    if (said[name] !== undefined) thing[name] = said[name]
    else if (!isAskedBlank(field, pack)) thing[name] = blankValue(field, pack)
    else if (answer === LEAVE)
      return { aside: { ...placeOf(reading, row, name), why: 'was left out, as it was answered' } }
    else if (answer !== undefined && Object.hasOwn(optionsOf(field, pack), answer)) thing[name] = answer
    else doubts.push(blankDoubt(reading, row, field))
  }
  if (doubts.length > 0) return { doubts }
  return { thing: thing.tag === '' ? { ...thing, tag: shortName(String(thing.name), taken) } : thing }
}

/** What a blank cell stores: the column's own meaning of it, nothing for a text that is wanted, else not known. */
function blankValue({ kind, optional, column }: TableField, pack: RulePack): unknown {
  if (column.blank) return column.blank(pack)
  return !optional && (kind === 'text' || kind === 'tag') ? '' : null
}

function shortName(name: string, taken: ReadonlySet<string>): string {
  const stem = (
    name
      .normalize('NFD')
      .toLowerCase()
      .replace(/[^a-z0-9]/g, '')
      .replace(/^[0-9]+/, '') || 'load'
  ).slice(0, 10)
  for (let k = 1; ; k++) {
    const candidate = k === 1 ? stem : `${stem}${k}`
    if (!taken.has(candidate)) return candidate
  }
}

const blankId = ({ name }: TableField) => `blank.${name}`
const isAskedBlank = ({ column }: TableField, pack: RulePack) =>
  column.blank !== undefined && column.blank(pack) === undefined
const optionsOf = ({ inPack, options }: TableField, pack: RulePack) => inPack?.(pack)?.options ?? options ?? {}

const blankDoubt = (reading: Reading, row: Row, field: TableField): RowDoubt => ({
  id: blankId(field),
  ...placeOf(reading, row, field.name),
  question: `The list does not say it. Which ${field.label.toLowerCase()}, for every row without one?`,
  answers: { ...optionsOf(field, reading.pack), [LEAVE]: 'leave such rows out' },
})
