export const NUMBER_STYLES = ['point', 'comma'] as const
/** How somebody writes the fraction of a number. */
export type NumberStyle = (typeof NUMBER_STYLES)[number]

/** A figure with a fraction and its unit behind it: versions, dates and serials have none. */
const FIGURE = /(\d)\.(\d+)(?=\u00a0)/g

/**
 * A text with its figures in a household's own way of writing. Only figures that carry a unit are touched: a version or a serial is no number.
 *
 * @example inNumberStyle('83.2\u00a0ms, firmware 2.10', 'comma') // '83,2\u00a0ms, firmware 2.10'
 */
export const inNumberStyle = (text: string, style: NumberStyle): string =>
  style === 'comma' ? text.replace(FIGURE, '$1,$2') : text
