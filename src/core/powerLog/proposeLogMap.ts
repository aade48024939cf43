import { LOG_QUANTITIES, type LogColumn, type LogMap, type LogQuantity, type LogUnit } from './logMap'
import { logRows } from './readPowerLog'
import { timePattern } from './timePattern'

/** Words for each quantity in the languages meters write their files in; the first that a header holds decides. */
const WORDS: Readonly<Record<LogQuantity, RegExp>> = {
  soc: /soc|state.?of.?charge|ladezustand|niveau|carga|carica|charge.?(percent|%)|laddning|ladenivå|laad/i,
  vGrid:
    /(grid|netz|réseau|reseau|\bred\b|rete|net)[^a-z]*(v\b|volt|spannung|tension|tensión|tensione|spenning)|v_?grid|grid.?v|(tensión|tensione|tension).*(red|rete|réseau)|netzspannung|grid_volts/i,
  v2: /\bv2|v_?l2|leg.?2/i,
  v3: /\bv3|v_?l3/i,
  v: /\bv1|^v$|volt|spannung|tension|tensión|tensione|spenning|spänning/i,
  f: /hz|hertz|freq|frequenz|fréquence|frecuencia|frequenza/i,
  pv: /pv|solar|photovolt|erzeugung|production|solaire|produzione|fotovolt|zonne/i,
  battery: /batt|bater[ií]|speicher|akku|storage|accum/i,
  grid: /grid|netz|réseau|reseau|\bred\b|\brete\b|utility|mains|import/i,
  load: /load|house|haus|verbrauch|consum|consom|casa|verbruik|forbruk/i,
}
const TIME_WORDS = /time|zeit|horodat|fecha|hora|ora|data|tid|tijd|stamp/i

const FORMATS = [
  'iso-offset',
  'yyyy-MM-dd HH:mm:ss.S',
  'yyyy-MM-dd HH:mm:ss,S',
  'yyyy-MM-dd HH:mm:ss',
  'yyyy-MM-dd HH:mm',
  'dd.MM.yyyy HH:mm:ss',
  'dd.MM.yyyy HH:mm',
  'dd/MM/yyyy HH:mm:ss',
  'dd/MM/yyyy HH:mm',
  'MM/dd/yyyy HH:mm:ss',
  'MM/dd/yyyy hh:mm:ss a',
  'HH:mm:ss,S',
  'HH:mm:ss.S',
  'HH:mm:ss',
  'HH:mm',
  'seconds',
] as const

const UNIT_AT_END = /(?:^|[\s_([,])(kW|MW|W|kV|mV|V|mHz|Hz|%|watts?|volts?|hertz|percent|share)\W*(?:[,)\]]|$)/i
const UNIT_OF_WORD: Readonly<Record<string, LogUnit>> = {
  watt: 'W',
  watts: 'W',
  volt: 'V',
  volts: 'V',
  hertz: 'Hz',
  percent: '%',
  kw: 'kW',
  mw: 'MW',
  w: 'W',
  kv: 'kV',
  mv: 'mV',
  v: 'V',
  mhz: 'mHz',
  hz: 'Hz',
  '%': '%',
  share: 'share',
}
const USUAL_UNIT: Readonly<Record<LogQuantity, LogUnit>> = {
  v: 'V',
  v2: 'V',
  v3: 'V',
  vGrid: 'V',
  f: 'Hz',
  load: 'W',
  pv: 'W',
  battery: 'W',
  grid: 'W',
  soc: '%',
}

function readsAs(format: string, texts: readonly string[]): boolean {
  if (texts.length === 0) return false
  if (format === 'seconds') return texts.every((text) => /^-?\d+([.,]\d+)?$/.test(text.trim()))
  if (format === 'iso-offset')
    return texts.every((text) => /T.*(Z|[+-]\d{2}:?\d{2})$/.test(text.trim()) && !Number.isNaN(Date.parse(text.trim())))
  const parse = timePattern(format)
  return texts.every((text) => parse(text) !== null)
}

const SEPARATORS = ['\t', ';', '|', ','] as const

const cellsOf = (line: string, mark: string) => line.replace(/"[^"]*"/g, '').split(mark).length

/** The mark that parts the cells: the first that the last lines hold alike. A comma comes last, since it may be the decimal mark. */
function separatorOf(lines: readonly string[]): LogMap['separator'] {
  const last = lines.slice(-5)
  const alike = SEPARATORS.find((mark) => {
    const counts = last.map((line) => cellsOf(line, mark))
    return (counts[0] ?? 1) > 1 && counts.every((count) => count === counts[0])
  })
  return alike ?? ','
}

/** Lines before the one that names the columns: the first line with as many cells as the lines below it. */
function linesBeforeHeader(lines: readonly string[], separator: LogMap['separator']): number {
  const cells = cellsOf(lines.at(-1) ?? '', separator)
  return Math.max(
    0,
    lines.findIndex((line) => cellsOf(line, separator) === cells),
  )
}

function columnFor(quantity: LogQuantity, header: readonly string[], taken: ReadonlySet<number>): number {
  return header.findIndex((cell, k) => !taken.has(k) && WORDS[quantity].test(cell))
}

/** What a header says of the direction: an export or a charge that is positive turns the sign. */
function signOf(quantity: LogQuantity, cell: string): 1 | -1 {
  if (
    quantity === 'battery' &&
    /charge\s*\+|laden\s*\+|\+\s*charg/i.test(cell) &&
    !/d[ée]charge\s*\+|discharge\s*\+/i.test(cell)
  )
    return -1
  if (quantity === 'grid' && /(export|einspeis|inject)[^a-z]*\+/i.test(cell)) return -1
  return 1
}

/** Order in which quantities claim their columns: the special before the general. */
const CLAIM_ORDER: readonly LogQuantity[] = ['vGrid', 'v2', 'v3', 'v', 'f', 'pv', 'battery', 'soc', 'grid', 'load']

/**
 * Proposes how a log is to be read, from its header's words in several languages and its first rows. The crew confirms it: signs above all,
 * since no header says for sure which way a meter counts. `null` for a text in which no time can be found.
 */
export function proposeLogMap(text: string): LogMap | null {
  const lines = text
    .slice(0, 20_000)
    .split(/\r\n|\n|\r/)
    .slice(0, 40)
    .filter((line) => line.trim() !== '')
  if (lines.length < 2) return null
  const separator = separatorOf(lines)
  const skipLines = linesBeforeHeader(lines, separator)
  const { header, rows } = logRows(lines.join('\n'), { separator, skipLines })
  const sample = rows.slice(0, 20).filter((cells) => cells.length === header.length)
  const timeAt = [...header.keys()]
    .sort((a, b) => Number(TIME_WORDS.test(header[b] ?? '')) - Number(TIME_WORDS.test(header[a] ?? '')))
    .find((k) =>
      FORMATS.some((format) =>
        readsAs(
          format,
          sample.map((cells) => cells[k] ?? ''),
        ),
      ),
    )
  if (timeAt === undefined) return null
  const format =
    FORMATS.find((one) =>
      readsAs(
        one,
        sample.map((cells) => cells[timeAt] ?? ''),
      ),
    ) ?? 'seconds'
  const decimal =
    sample.some((cells) => cells.some((cell, k) => k !== timeAt && /\d,\d/.test(cell))) && separator !== ',' ? ',' : '.'
  const taken = new Set([timeAt])
  const columns: Partial<Record<LogQuantity, LogColumn>> = {}
  for (const quantity of CLAIM_ORDER) {
    const at = columnFor(quantity, header, taken)
    if (at < 0) continue
    taken.add(at)
    const cell = header[at] as string
    const unit = UNIT_OF_WORD[(UNIT_AT_END.exec(cell)?.[1] ?? '').toLowerCase()] ?? USUAL_UNIT[quantity]
    const share =
      quantity === 'soc' && unit === '%' && sample.every((cells) => Number((cells[at] ?? '').replace(',', '.')) <= 1)
    columns[quantity] = { column: cell, unit: share ? 'share' : unit, sign: signOf(quantity, cell) }
  }
  const ordered = Object.fromEntries(
    LOG_QUANTITIES.flatMap((quantity) => (columns[quantity] ? [[quantity, columns[quantity]]] : [])),
  )
  return {
    separator,
    decimal,
    skipLines,
    time: { column: header[timeAt] as string, format, zone: null },
    columns: ordered,
  }
}
