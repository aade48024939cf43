import type { Load } from '../installation/installation'
import { CODE_LETTERS, STARTERS } from '../plan/motorStart'
import { LOAD_PATTERNS } from '../plan/syntheticProfiles'
import { type FieldIssue, type Result, err, ok } from '../result'
import type { RulePack } from '../rules/rulePack'
import { type RowAside, csvCell, guessColumn, readCsvTable, readDecimal } from './csvTable'

export type LoadFields = Omit<Load, 'id'>

interface LoadColumn {
  field: keyof LoadFields
  /** Header on export, and the first name looked for on import. */
  head: string
  names: readonly string[]
  required?: boolean
  read: (text: string, pack: RulePack) => unknown
  write: (load: LoadFields) => string | number | boolean | null
}

const YES = ['yes', 'y', 'true', '1', 'x', 'ja', 'oui', 'si']
const NO = ['no', 'n', 'false', '0', '-', '', 'nein', 'non']
const flag = (text: string) =>
  YES.includes(text.toLowerCase()) ? true : NO.includes(text.toLowerCase()) ? false : undefined
const figure = (from: number, to: number) => (text: string) => {
  const value = readDecimal(text)
  return value !== null && value >= from && value <= to ? value : undefined
}
const blankOr = (read: (text: string) => unknown) => (text: string) => (text === '' ? null : read(text))
const percent = (text: string) => {
  const value = readDecimal(text.replace('%', ''))
  return value !== null && value >= 0 && value <= 100 ? value / 100 : undefined
}
const oneOf = (words: readonly string[]) => (text: string) =>
  words.find((word) => word.toLowerCase() === text.toLowerCase())

/** Columns of the load list, as they are exported and looked for. */
export const LOAD_COLUMNS: readonly LoadColumn[] = [
  {
    field: 'name',
    head: 'name',
    names: ['name', 'load', 'appliance', 'description'],
    required: true,
    read: (text) => (text.length >= 1 && text.length <= 60 ? text : undefined),
    write: ({ name }) => name,
  },
  {
    field: 'tag',
    head: 'tag',
    names: ['tag', 'short', 'id'],
    read: (text) => (text === '' ? '' : /^[a-z][a-z0-9]{0,15}$/.test(text) ? text : undefined),
    write: ({ tag }) => tag,
  },
  {
    field: 'powerW',
    head: 'power_W',
    names: ['power_W', 'power', 'watts', 'power_kW', 'kW', 'W'],
    required: true,
    read: figure(0, 100_000),
    write: ({ powerW }) => powerW,
  },
  {
    field: 'powerFactor',
    head: 'power_factor',
    names: ['power_factor', 'pf', 'cos phi'],
    read: (text) => (text === '' ? 1 : figure(0.05, 1)(text)),
    write: ({ powerFactor }) => powerFactor,
  },
  {
    field: 'duty',
    head: 'duty_percent',
    names: ['duty_percent', 'duty', 'runs', 'share'],
    read: (text) => (text === '' ? 1 : percent(text)),
    write: ({ duty }) => Math.round(duty * 1e6) / 1e4,
  },
  {
    field: 'phase',
    head: 'phase',
    names: ['phase', 'leg'],
    read: (text, pack) =>
      text === ''
        ? pack.phases.length > 1
          ? 'all'
          : pack.phases[0]
        : oneOf([...pack.phases, ...(pack.phases.length > 1 ? ['all'] : [])])(text),
    write: ({ phase }) => phase,
  },
  {
    field: 'priority',
    head: 'priority',
    names: ['priority', 'prio'],
    read: (text) => (text === '' ? 5 : Number.isInteger(Number(text)) ? figure(1, 9)(text) : undefined),
    write: ({ priority }) => priority,
  },
  {
    field: 'backedUp',
    head: 'backed_up',
    names: ['backed_up', 'backup'],
    read: (text) => (text === '' ? true : flag(text)),
    write: ({ backedUp }) => (backedUp ? 'yes' : 'no'),
  },
  {
    field: 'mustStayOn',
    head: 'stays_on',
    names: ['stays_on', 'essential', 'must_stay_on'],
    read: flag,
    write: ({ mustStayOn }) => (mustStayOn ? 'yes' : 'no'),
  },
  {
    field: 'turnOffFirst',
    head: 'turn_off_first',
    names: ['turn_off_first', 'turn_off'],
    read: flag,
    write: ({ turnOffFirst }) => (turnOffFirst ? 'yes' : 'no'),
  },
  {
    field: 'pattern',
    head: 'pattern',
    names: ['pattern', 'when'],
    read: (text) => (text === '' ? 'steady' : oneOf(LOAD_PATTERNS)(text)),
    write: ({ pattern }) => pattern,
  },
  {
    field: 'circuitTag',
    head: 'circuit',
    names: ['circuit'],
    read: blankOr((text) => (/^[a-z][a-z0-9]{0,15}$/.test(text) ? text : undefined)),
    write: ({ circuitTag }) => circuitTag,
  },
  {
    field: 'runningA',
    head: 'running_A',
    names: ['running_A', 'rla', 'fla'],
    read: blankOr(figure(0, 1000)),
    write: ({ runningA }) => runningA,
  },
  {
    field: 'lockedRotorA',
    head: 'locked_rotor_A',
    names: ['locked_rotor_A', 'lra'],
    read: blankOr(figure(0, 5000)),
    write: ({ lockedRotorA }) => lockedRotorA,
  },
  {
    field: 'codeLetter',
    head: 'code_letter',
    names: ['code_letter', 'code'],
    read: blankOr(oneOf(CODE_LETTERS)),
    write: ({ codeLetter }) => codeLetter,
  },
  { field: 'hp', head: 'hp', names: ['hp'], read: blankOr(figure(0, 200)), write: ({ hp }) => hp },
  {
    field: 'starter',
    head: 'starter',
    names: ['starter', 'start'],
    read: blankOr(oneOf(STARTERS)),
    write: ({ starter }) => starter,
  },
]

/** Column of the file for each column of the list; −1 leaves it at its default. */
export type LoadMapping = Readonly<Record<string, number>>

export const guessLoadMapping = (header: readonly string[]): LoadMapping =>
  Object.fromEntries(LOAD_COLUMNS.map(({ field, names }) => [field, guessColumn(header, names)]))

export interface ReadLoads {
  loads: LoadFields[]
  aside: RowAside[]
}

const isKilowatts = (head: string) => /kw\b|\bkw|_kw$/i.test(head) && !/kwh/i.test(head)

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

/**
 * Reads a load list: good rows as loads, bad rows aside with line, column, value and what is wrong, so that nothing is lost.
 * Figures take either decimal mark; a power column headed kW is taken as kilowatts; a missing short name is made from the name.
 * `taken` are short names the job has already.
 */
export function readLoadsCsv(
  text: string,
  mapping: LoadMapping | null,
  pack: RulePack,
  taken: readonly string[] = [],
): Result<ReadLoads, FieldIssue> {
  const table = readCsvTable(text)
  if (!table.ok) return table
  const { header, rows } = table.value
  if (rows.length > 500)
    return err({ path: 'file', message: `The list has ${rows.length} rows; a house has 500 loads at most.` })
  const columns = mapping ?? guessLoadMapping(header)
  const lacking = LOAD_COLUMNS.filter(({ field, required }) => required && !((columns[field] ?? -1) >= 0))
  if (lacking.length > 0)
    return err({
      path: lacking[0]?.field ?? 'file',
      message: `Say which column holds ${lacking.map(({ head }) => head).join(' and ')}; the file has ${header.join(', ')}.`,
    })
  const names = new Set(taken)
  const result: ReadLoads = { loads: [], aside: [] }
  for (const { line, cells } of rows) {
    const load: Record<string, unknown> = { startFactor: null, startS: null, makerMaxLraA: null, makerMaxDeviceA: null }
    let bad: RowAside | null = null
    for (const { field, head, read } of LOAD_COLUMNS) {
      const at = columns[field] ?? -1
      const cell = at >= 0 ? (cells[at] ?? '') : ''
      const scaled =
        field === 'powerW' && isKilowatts(header[at] ?? '') && readDecimal(cell) !== null
          ? String((readDecimal(cell) as number) * 1000)
          : cell
      const value = read(scaled, pack)
      if (value === undefined) {
        bad = {
          line,
          column: header[at] ?? head,
          value: cell.slice(0, 60),
          why: `is no ${head.replaceAll('_', ' ')} that can be read`,
        }
        break
      }
      load[field] = value
    }
    if (bad === null && load.mustStayOn === true && load.backedUp === false)
      bad = { line, column: 'stays_on', value: 'yes', why: 'a load that must stay on has to be backed up' }
    if (bad === null && load.turnOffFirst === true && (load.mustStayOn === true || load.backedUp === false))
      bad = {
        line,
        column: 'turn_off_first',
        value: 'yes',
        why: 'only a load that is backed up and need not stay on can be turned off first',
      }
    if (bad === null && load.tag !== '' && names.has(String(load.tag)))
      bad = { line, column: 'tag', value: String(load.tag), why: 'is used already' }
    if (bad) {
      result.aside.push(bad)
      continue
    }
    if (load.tag === '') load.tag = shortName(String(load.name), names)
    names.add(String(load.tag))
    result.loads.push(load as unknown as LoadFields)
  }
  return ok(result)
}

/** A load list as CSV, to be read back by the same columns. */
export const loadsCsv = (loads: readonly LoadFields[]): string =>
  [
    LOAD_COLUMNS.map(({ head }) => head).join(','),
    ...loads.map((load) => LOAD_COLUMNS.map(({ write }) => csvCell(write(load))).join(',')),
  ].join('\n') + '\n'
