import { type YearProfile, profileFault } from '../plan/yearProfile'
import { type FieldIssue, type Result, err, ok } from '../result'
import { guessColumn, readCsvTable, readDecimal } from './csvTable'

const STEP_BY_ROWS: Readonly<Record<number, number>> = { 8760: 1, 17520: 0.5, 35040: 0.25 }

/**
 * A household year from a table `hour,load_W,pv_W`: mean watts of 8,760 hours (or 17,520 half, 35,040 quarter hours) from 1 January 00:00.
 * A year of any other length, or a cell that is no figure of 0 or more, is refused by line: a year with a hole would lie about every night after it.
 */
export function readProfileCsv(text: string): Result<YearProfile, FieldIssue> {
  const table = readCsvTable(text)
  if (!table.ok) return table
  const { header, rows } = table.value
  const at = { load: guessColumn(header, ['load_W', 'load']), pv: guessColumn(header, ['pv_W', 'pv']) }
  if (at.load < 0) return err({ path: 'load_W', message: `No column “load_W”; the file has ${header.join(', ')}.` })
  const stepH = STEP_BY_ROWS[rows.length]
  if (stepH === undefined)
    return err({
      path: 'file',
      message: `The profile has ${rows.length} rows; a year has 8,760 hours, 17,520 half or 35,040 quarter hours.`,
    })
  const profile: YearProfile = { stepH, loadW: new Float64Array(rows.length), pvW: new Float64Array(rows.length) }
  for (const [k, { line, cells }] of rows.entries()) {
    for (const [column, into, name] of [
      [at.load, profile.loadW, 'load_W'],
      [at.pv, profile.pvW, 'pv_W'],
    ] as const) {
      if (column < 0) continue
      const value = readDecimal(cells[column] ?? '')
      if (value === null || value < 0)
        return err({
          path: name,
          message: `Line ${line}, column ${name}: “${(cells[column] ?? '').slice(0, 40)}” is no figure of 0 W or more.`,
        })
      into[k] = value
    }
  }
  const fault = profileFault(profile)
  return fault ? err({ path: 'file', message: fault }) : ok(profile)
}
