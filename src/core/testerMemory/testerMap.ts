import type { CsvTable } from '../exchange/csvTable'
import { timePattern } from '../powerLog/timePattern'
import { testKindOf } from './testKinds'

/** How a tester's memory is read: which column says what. `null` for what the file does not say. */
export interface TesterMap {
  /** Number of the record in the tester. */
  number: string | null
  time: string | null
  /** Form of the times, such as `dd.MM.yyyy HH:mm`. */
  timeFormat: string
  /** Zone of the times, such as `Europe/Vienna`; the tester's clock knows none. */
  zone: string
  /** Where it was read: the name that was typed into the tester. */
  place: string | null
  /** What was tested. Where the file has a column for each test instead, there is no value column, and the columns of `tests` are those. */
  test: string | null
  /** What the test was made with, such as `5 × 30 mA`. */
  how: string | null
  value: string | null
  unit: string | null
  /** Columns that hold the values of one test each. */
  tests: string[]
  decimal: '.' | ','
}

const NAMES: Readonly<Record<'number' | 'time' | 'place' | 'test' | 'how' | 'value' | 'unit', RegExp>> = {
  number: /^(#|no\.?|nr\.?|num|record|rec|id|index|idx|speicher|mem|test ?(no|nr|id))/i,
  time: /time|date|zeit|datum|heure|fecha|hora|data|stamp/i,
  place:
    /circuit|location|place|object|point|name|site|stromkreis|ort|objekt|endroit|circuito|ubic|luogo|kreis|cable|db/i,
  test: /function|test|measure|type|messung|prüf|funktion|fonction|mesure|prueba|misura/i,
  how: /setting|param|multipl|current|nominal|i ?test|prüfstrom|faktor|factor|mode/i,
  value: /value|result|reading|wert|ergebnis|messwert|valeur|résultat|valor|valore|measured/i,
  unit: /unit|einheit|unité|unidad|unità|dim/i,
}

const FORMATS = [
  'yyyy-MM-dd HH:mm:ss',
  'yyyy-MM-dd HH:mm',
  'yyyy/MM/dd HH:mm:ss',
  'yyyy/MM/dd HH:mm',
  'dd.MM.yyyy HH:mm:ss',
  'dd.MM.yyyy HH:mm',
  'dd.MM.yy HH:mm',
  'dd/MM/yyyy HH:mm:ss',
  'dd/MM/yyyy HH:mm',
  'dd-MM-yyyy HH:mm:ss',
  'dd-MM-yyyy HH:mm',
  'MM/dd/yyyy HH:mm:ss',
  'MM/dd/yyyy HH:mm',
  'MM/dd/yyyy hh:mm:ss a',
  'MM/dd/yyyy hh:mm a',
] as const

const LOOKED_AT = 200

const cellsOf = ({ header, rows }: CsvTable, column: string | null): string[] => {
  const at = column === null ? -1 : header.indexOf(column)
  return at < 0 ? [] : rows.slice(0, LOOKED_AT).flatMap(({ cells }) => cells[at] || [])
}

/** The first form that every time of a column has; two forms that fit alike are told apart by nobody, and the first is offered. */
function formatOf(times: readonly string[]): string {
  const fits = FORMATS.find((format) => {
    const read = timePattern(format)
    return times.length > 0 && times.every((text) => read(text) !== null)
  })
  return fits ?? FORMATS[0]
}

/** A comma that is followed by anything but three digits is a decimal mark. */
const decimalOf = (values: readonly string[]): '.' | ',' =>
  values.some((text) => /\d,\d{1,2}(\D|$)|\d,\d{4,}/.test(text)) && !values.some((text) => /\d\.\d/.test(text))
    ? ','
    : '.'

const isFigure = (text: string) => /^[<>≤≥]?\s*[+-]?\d/.test(text)

/**
 * How a table from a tester's memory is likely read, by the words of its header and what its columns hold. It is a proposal: a person confirms it.
 *
 * @param zone the zone that is offered for the tester's clock
 */
export function proposeTesterMap(table: CsvTable, zone: string): TesterMap {
  const taken = new Set<string>()
  const claim = (name: keyof typeof NAMES, fits: (column: string) => boolean = () => true): string | null => {
    const found = table.header.find((column) => !taken.has(column) && NAMES[name].test(column) && fits(column)) ?? null
    if (found !== null) taken.add(found)
    return found
  }
  const holdsTests = (column: string) =>
    cellsOf(table, column).some((text) => !isFigure(text) && testKindOf(text) !== null)
  const time = claim('time', (column) => cellsOf(table, column).some((text) => /\d[.:/-]\d/.test(text)))
  const test = claim('test', holdsTests) ?? null
  const value = test === null ? null : claim('value', (column) => cellsOf(table, column).some(isFigure))
  const unit = claim('unit')
  const number = claim('number')
  const place = claim('place')
  const how = test === null ? null : claim('how')
  const tests =
    value !== null
      ? []
      : table.header.filter(
          (column) => !taken.has(column) && testKindOf(column) !== null && cellsOf(table, column).some(isFigure),
        )
  const values = value === null ? tests.flatMap((column) => cellsOf(table, column)) : cellsOf(table, value)
  return {
    number,
    time,
    timeFormat: formatOf(cellsOf(table, time)),
    zone,
    place,
    test,
    how,
    value,
    unit,
    tests,
    decimal: decimalOf(values),
  }
}

/** What a map lacks to read anything by it, in words; `null` where it will do. */
export function testerMapFault({ place, test, value, tests }: TesterMap): string | null {
  if (place === null) return 'Say which column names the place.'
  if (tests.length === 0 && (test === null || value === null))
    return 'Say which column names the test and which holds the value, or choose the columns that hold the values of a test each.'
  return null
}
