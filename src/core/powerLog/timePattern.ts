/** A time as it stands in a row, without a zone: ms since 1970 as if it were UTC, or since midnight where there is no date. */
export interface LocalParts {
  localMs: number
  hasDate: boolean
}

const TOKENS: Readonly<Record<string, string>> = {
  yyyy: '(?<year>\\d{4})',
  yy: '(?<year>\\d{2})',
  MM: '(?<month>\\d{1,2})',
  M: '(?<month>\\d{1,2})',
  dd: '(?<day>\\d{1,2})',
  d: '(?<day>\\d{1,2})',
  HH: '(?<hour>\\d{1,2})',
  H: '(?<hour>\\d{1,2})',
  hh: '(?<hour>\\d{1,2})',
  h: '(?<hour>\\d{1,2})',
  mm: '(?<minute>\\d{1,2})',
  ss: '(?<second>\\d{1,2})',
  a: '(?<half>[AaPp])\\.?[Mm]\\.?',
}
const TOKEN = /yyyy|yy|MM|M|dd|d|HH|H|hh|h|mm|ss|S+|a/g

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&').replace(/ /g, '[ T]')

/**
 * Reads times by a pattern such as `dd.MM.yyyy HH:mm:ss`; `S` is the fraction of a second, with as many digits as there are.
 *
 * @returns a function that gives `null` for what does not have that form, or is no time
 */
export function timePattern(format: string): (text: string) => LocalParts | null {
  let at = 0
  let source = '^'
  for (const match of format.matchAll(TOKEN)) {
    source += escaped(format.slice(at, match.index))
    source += match[0].startsWith('S') ? '(?<fraction>\\d{1,9})' : (TOKENS[match[0]] as string)
    at = match.index + match[0].length
  }
  const pattern = new RegExp(`${source}${escaped(format.slice(at))}$`)
  return (text) => {
    const found = pattern.exec(text.trim())?.groups
    return found ? partsOf(found) : null
  }
}

function partsOf(found: Record<string, string | undefined>): LocalParts | null {
  const number = (name: string, otherwise: number) => (found[name] === undefined ? otherwise : Number(found[name]))
  const hasDate = found.year !== undefined
  const year = number('year', 1970) + (found.year?.length === 2 ? 2000 : 0)
  const month = number('month', 1)
  const day = number('day', 1)
  const half = found.half?.toLowerCase()
  const written = number('hour', 0)
  const hour = half === undefined ? written : (written % 12) + (half === 'p' ? 12 : 0)
  const [minute, second] = [number('minute', 0), number('second', 0)]
  const date = new Date(Date.UTC(year, month - 1, day))
  const isDay = date.getUTCMonth() === month - 1 && date.getUTCDate() === day
  if (!isDay || hour > 23 || minute > 59 || second > 59) return null
  const fraction = found.fraction === undefined ? 0 : Number(`0.${found.fraction}`)
  const ofDay = ((hour * 60 + minute) * 60 + second + fraction) * 1000
  return { localMs: hasDate ? date.getTime() + ofDay : ofDay, hasDate }
}
