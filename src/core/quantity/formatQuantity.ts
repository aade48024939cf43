import type { Unit } from './units'

const SCALED: Partial<Record<Unit, readonly { from: number; factor: number; prefix: string }[]>> = {
  Ω: [
    { from: 1e6, factor: 1e-6, prefix: 'M' },
    { from: 1e4, factor: 1e-3, prefix: 'k' },
  ],
  W: [{ from: 1000, factor: 1e-3, prefix: 'k' }],
  VA: [{ from: 1000, factor: 1e-3, prefix: 'k' }],
  Wh: [{ from: 1000, factor: 1e-3, prefix: 'k' }],
}

/** Between groups of three: a mark that nobody reads as a decimal one, and that can be typed back. */
const GROUP_MARK = '\u202f'

/**
 * A whole number in groups of three.
 *
 * @example
 * formatWhole(17520) // => '17\u202f520'
 */
export const formatWhole = (value: number): string =>
  Math.round(value)
    .toString()
    .replace(/\B(?=(\d{3})+$)/g, GROUP_MARK)
    .replace('-', '−')

/** Up to `digits` significant digits without an exponent or trailing zeros; the true minus sign is used. */
export function formatNumber(value: number, digits = 4): string {
  if (!Number.isFinite(value)) return '–'
  if (value === 0) return '0'
  const decimals = Math.max(0, Math.min(6, digits - 1 - Math.floor(Math.log10(Math.abs(value)))))
  const text = value.toFixed(decimals)
  // what rounds to nothing has no sign
  if (Number(text) === 0) return '0'
  return (decimals > 0 ? text.replace(/\.?0+$/, '') : text).replace('-', '−')
}

/**
 * A value with its unit for reading on a screen or a sheet: `4.95 kW`, `38.2 Ω`, `12 ms`.
 * Watts, volt-amperes and watt-hours go to k from 1,000, ohms from 10,000.
 */
export function formatQuantity(value: number, unit: Unit, digits = 4): string {
  const scale = SCALED[unit]?.find((step) => Math.abs(value) >= step.from)
  const number = formatNumber(scale ? value * scale.factor : value, digits)
  if (unit === '') return number
  const gap = unit === '°' ? '' : '\u00a0'
  return `${number}${gap}${scale?.prefix ?? ''}${unit}`
}

/** Sixtieths of a larger unit, the smaller one only where there is some of it. */
const inTwo = (small: number, large: string, unit: string): string =>
  `${Math.floor(small / 60)}\u00a0${large}${small % 60 ? ` ${small % 60}\u00a0${unit}` : ''}`

/** A duration of an outage or a run: `12 ms`, `2.72 s`, `1 min 35 s`, `4 h 46 min`. */
export function formatDuration(ms: number): string {
  if (ms < 1000) return formatQuantity(ms, 'ms', 3)
  if (ms < 90_000) return formatQuantity(ms / 1000, 's', 3)
  const seconds = Math.round(ms / 1000)
  if (seconds < 600) return inTwo(seconds, 'min', 's')
  const minutes = Math.round(ms / 60_000)
  return minutes < 60 ? `${minutes}\u00a0min` : inTwo(minutes, 'h', 'min')
}
