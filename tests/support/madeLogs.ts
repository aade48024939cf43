import type { LogColumn, LogMap, LogQuantity, LogUnit } from '@/core/powerLog/logMap'
import type { Chance } from './madeWaves'

/** Rows of a made log in what Awlbright counts: watts, volts, hertz, percent; load +, generation +, discharge +, import +. */
export type MadeRows = Partial<Record<LogQuantity, number[]>>

/** How a meter writes its file: its marks, its words, its units and which way it counts. */
export interface Dialect {
  map: LogMap
  /** Moment of the first row, as UTC writes it. */
  startsMs: number
  decimals: Partial<Record<LogUnit, number>>
}

/** Header words of a meter, with the unit they name. */
const HEADERS: readonly Partial<Record<LogQuantity | 'time', string>>[] = [
  {
    time: 'Zeitpunkt',
    v: 'Hausspannung [V]',
    f: 'Frequenz [Hz]',
    load: 'Hausverbrauch',
    pv: 'PV-Erzeugung',
    battery: 'Speicher',
    grid: 'Netz',
    vGrid: 'Netzspannung [V]',
    soc: 'Ladezustand [%]',
  },
  {
    time: 'timestamp',
    v: 'house_volts',
    f: 'house_hertz',
    load: 'house_load',
    pv: 'solar',
    battery: 'battery',
    grid: 'grid',
    vGrid: 'grid_volts',
    soc: 'state_of_charge',
  },
  {
    time: 'Horodatage',
    v: 'Tension maison (V)',
    f: 'Fréquence (Hz)',
    load: 'Consommation',
    pv: 'Production solaire',
    battery: 'Batterie',
    grid: 'Réseau',
    vGrid: 'Tension réseau (V)',
    soc: 'Niveau (%)',
  },
  {
    time: 'Fecha y hora',
    v: 'Tensión casa (V)',
    f: 'Frecuencia (Hz)',
    load: 'Consumo',
    pv: 'Solar',
    battery: 'Batería',
    grid: 'Red',
    vGrid: 'Tensión red (V)',
    soc: 'Carga (%)',
  },
]

const two = (value: number) => String(value).padStart(2, '0')

/** A local time of UTC in a format; fractions of a second with one digit. */
function written(ms: number, format: string): string {
  const at = new Date(ms)
  const fraction = String(Math.round((ms % 1000) / 100) % 10)
  return format
    .replace('yyyy', String(at.getUTCFullYear()))
    .replace('MM', two(at.getUTCMonth() + 1))
    .replace('dd', two(at.getUTCDate()))
    .replace('HH', two(at.getUTCHours()))
    .replace('mm', two(at.getUTCMinutes()))
    .replace('ss', two(at.getUTCSeconds()))
    .replace('S', fraction)
}

const DATE_FORMATS = ['yyyy-MM-dd HH:mm:ss', 'dd.MM.yyyy HH:mm:ss', 'dd/MM/yyyy HH:mm:ss']

/** A meter by chance: every quantity of the rows in a column of its own. */
export function dialectBy(luck: Chance, quantities: readonly LogQuantity[], periodS: number): Dialect {
  const words = luck.oneOf(HEADERS)
  const decimal = luck.oneOf([',', '.'] as const)
  const separator = luck.oneOf(decimal === ',' ? ([';', '\t', '|'] as const) : ([',', ';', '\t'] as const))
  const kilo = luck.oneOf([true, false])
  const mark = periodS < 1 ? (decimal === ',' && separator !== ';' ? ',S' : '.S') : ''
  const columnOf = (quantity: LogQuantity): LogColumn => {
    const word = words[quantity] ?? quantity
    const isPower = ['load', 'pv', 'battery', 'grid'].includes(quantity)
    const signed = quantity === 'battery' || quantity === 'grid'
    return {
      column: isPower ? `${word} [${kilo ? 'kW' : 'W'}]` : word,
      unit: isPower ? (kilo ? 'kW' : 'W') : quantity === 'soc' ? '%' : quantity === 'f' ? 'Hz' : 'V',
      sign: signed ? luck.oneOf([1, -1] as const) : 1,
    }
  }
  return {
    startsMs: Date.UTC(2026, 4, 12, 10, 20, 0),
    decimals: { kW: 3, W: 0, V: 1, Hz: 3, '%': 1 },
    map: {
      separator,
      decimal,
      skipLines: luck.oneOf([0, 2]),
      time: { column: words.time ?? 'time', format: luck.oneOf(DATE_FORMATS) + mark, zone: 'UTC' },
      columns: Object.fromEntries(quantities.map((quantity) => [quantity, columnOf(quantity)])),
    },
  }
}

/** The text a meter would write of some rows; rows that are left out are not in it. */
export function writtenLog(rows: MadeRows, periodS: number, dialect: Dialect, isLeftOut: (row: number) => boolean) {
  const { map, startsMs, decimals } = dialect
  const entries = Object.entries(map.columns) as [LogQuantity, LogColumn][]
  const count = rows.load?.length ?? 0
  const figure = (value: number, { unit, sign }: LogColumn) =>
    ((value * sign) / (unit === 'kW' ? 1000 : 1)).toFixed(decimals[unit] ?? 0).replace('.', map.decimal)
  const lines = Array.from({ length: map.skipLines }, (_, k) => `made line ${k + 1}`)
  lines.push([map.time.column, ...entries.map(([, { column }]) => column)].join(map.separator))
  for (let row = 0; row < count; row++) {
    if (isLeftOut(row)) continue
    const time = written(startsMs + Math.round(row * periodS * 1000), map.time.format)
    const cells = entries.map(([quantity, column]) => figure(rows[quantity]?.[row] ?? 0, column))
    lines.push([time, ...cells].join(map.separator))
  }
  return lines.join('\r\n')
}
