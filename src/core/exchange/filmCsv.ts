import { type FieldIssue, type Result, err, ok } from '../result'
import { guessColumn, readCsvTable, readDecimal } from './csvTable'
import type { FilmFrames } from '../outage/filmFrames'

const cellIssue = (line: number, column: string, value: string, why: string): FieldIssue => ({
  path: `line ${line}, ${column}`,
  message: `${why} (found “${value.slice(0, 40)}”)`,
})

/**
 * Reads the brightness of a film's patch: `frame,time_s,brightness`, one row a frame in order of time. A frame without a figure, or one
 * whose time does not go on, refuses the file: a gap is counted in frames, so none may be missing.
 */
export function readFilmCsv(text: string): Result<FilmFrames, FieldIssue> {
  const table = readCsvTable(text)
  if (!table.ok) return table
  const { header, rows } = table.value
  const timeColumn = guessColumn(header, ['time_s', 'time', 't'])
  const brightnessColumn = guessColumn(header, ['brightness', 'luma', 'mean'])
  if (timeColumn < 0 || brightnessColumn < 0)
    return err({ path: 'file', message: 'The first line must name the columns time_s and brightness.' })
  const timeS = new Float64Array(rows.length)
  const brightness = new Float64Array(rows.length)
  for (const [k, { line, cells }] of rows.entries()) {
    const time = readDecimal(cells[timeColumn] ?? '')
    const value = readDecimal(cells[brightnessColumn] ?? '')
    if (time === null) return err(cellIssue(line, 'time_s', cells[timeColumn] ?? '', 'This is no time in seconds.'))
    if (value === null || value < 0 || value > 255)
      return err(cellIssue(line, 'brightness', cells[brightnessColumn] ?? '', 'A brightness lies between 0 and 255.'))
    if (k > 0 && time <= (timeS[k - 1] as number))
      return err(cellIssue(line, 'time_s', cells[timeColumn] ?? '', 'Time does not go on from the frame before.'))
    timeS[k] = time
    brightness[k] = value
  }
  return ok({ timeS, brightness, whiteShare: null })
}
