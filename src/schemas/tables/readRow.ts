import { sameValue } from '@/core/pack/sameValue'
import { schemaIssues } from '../schemaIssues'
import { ITEM_SCHEMAS, contradiction } from '../items'
import { alike, cellValue } from './cellValue'
import { newThing } from './newThing'
import { type FieldChange, type Halt, type Reading, type ReadRow, type Row, type Standing, placeOf } from './reading'
import { LEAVE, NEW, type RowDoubt, figureShown } from './rowDoubts'
import { type ThingFields, tableFieldsOf } from './tableFields'

/** What a row says, field by field; a blank cell says nothing. */
function saidIn(reading: Reading, row: Row): { said: ThingFields } | Halt {
  const { kind, header, columns, mark, answers } = reading
  const said: ThingFields = {}
  const doubts: RowDoubt[] = []
  for (const field of tableFieldsOf(kind)) {
    const at = columns[field.name] ?? -1
    const cell = at >= 0 ? (row.cells[at] ?? '') : ''
    if (cell === '') continue
    const value = cellValue(field, cell, { head: header[at] ?? '', mark })
    const place = placeOf(reading, row, field.name)
    if (value.kind === 'none')
      return { aside: { ...place, why: `is no ${field.label.toLowerCase()} that can be read` } }
    if (value.kind === 'value') {
      said[field.name] = value.value
      continue
    }
    const id = `${row.line}.${field.name}`
    const answer = answers[id]
    if (answer === LEAVE) return { aside: { ...place, why: 'was left out, as it was answered' } }
    const chosen = value.values.find((one) => String(one) === answer)
    if (chosen !== undefined) said[field.name] = chosen
    else
      doubts.push({
        id,
        ...place,
        question: `Which ${field.label.toLowerCase()} is meant?`,
        answers: Object.fromEntries([
          ...value.values.map((one) => [String(one), figureShown(field, one)]),
          [LEAVE, 'leave the row out'],
        ]),
      })
  }
  return doubts.length > 0 ? { doubts } : { said }
}

/** Which thing of the job a row speaks of: by its short name, else by its name alone; asked where more than one answer is possible. */
function subjectOf(reading: Reading, row: Row, said: ThingFields): { was: Standing | null } | Halt {
  const { standing, answers } = reading
  const byTag = said.tag === undefined ? undefined : standing.find(({ tag }) => tag === said.tag)
  if (byTag) return { was: byTag }
  const byName = standing.filter(({ name }) => alike(name) === alike(String(said.name ?? '')))
  const [only] = byName
  if (!only) return { was: null }
  if (byName.length === 1 && said.tag === undefined) return { was: only }
  const id = `${row.line}.name`
  const answer = answers[id]
  const place = placeOf(reading, row, 'name')
  if (answer === LEAVE) return { aside: { ...place, why: 'was left out, as it was answered' } }
  if (answer === NEW) return { was: null }
  const chosen = byName.find(({ tag }) => tag === answer)
  if (chosen) return { was: chosen }
  const labels = byName.map(({ tag, name }) => [tag, `${name} (${tag}), which is there`])
  return {
    doubts: [
      {
        id,
        ...place,
        question: 'Is it one that the job has?',
        answers: Object.fromEntries([...labels, [NEW, 'another one'], [LEAVE, 'leave the row out']]),
      },
    ],
  }
}

/** One row as what it makes of the job, by the same schema and the same rules as its form; or what is wrong with it. */
export function readRow(reading: Reading, row: Row): ReadRow | Halt {
  const { kind, pack, taken, claimed } = reading
  const given = saidIn(reading, row)
  if (!('said' in given)) return given
  const subject = subjectOf(reading, row, given.said)
  if (!('was' in subject)) return subject
  const { was } = subject
  const before = was && claimed.get(was.id)
  if (before !== undefined && before !== null)
    return { aside: { ...placeOf(reading, row, 'name'), why: `is what line ${before} speaks of already` } }
  const made = was
    ? { thing: { ...without(was, 'id'), ...given.said, tag: was.tag } }
    : newThing(reading, row, given.said)
  if (!('thing' in made)) return made
  const fields: ThingFields = made.thing
  const [issue] = [...schemaIssues(ITEM_SCHEMAS[kind], fields), contradiction(kind, fields, pack.id)].filter(
    (one) => one !== null,
  )
  if (issue) return { aside: { ...placeOf(reading, row, issue.path), why: issue.message } }
  if (!was && taken.has(String(fields.tag)))
    return { aside: { ...placeOf(reading, row, 'tag'), why: 'is used already' } }
  taken.add(String(fields.tag))
  if (was) claimed.set(was.id, row.line)
  const changes = tableFieldsOf(kind).flatMap((field): FieldChange[] => {
    const [old, after] = [was?.[field.name] ?? null, fields[field.name] ?? null]
    return !was || sameValue(old, after) ? [] : [{ field, before: old, after }]
  })
  return { line: row.line, fields, was, changes }
}

const without = (thing: Standing, name: string): ThingFields =>
  Object.fromEntries(Object.entries(thing).filter(([own]) => own !== name))
