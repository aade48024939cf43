/**
 * A cell that a spreadsheet would run as a formula gets a leading apostrophe; a plain number keeps its sign.
 *
 * @example tameCell('=1+1') // "'=1+1"
 * @example tameCell('-5.2') // '-5.2'
 */
export const tameCell = (text: string): string =>
  /^[\s\u0000-\u001f]*[=+\-@|%]/.test(text) && !/^[+-]?\d+([.,]\d+)?$/.test(text) ? `'${text}` : text
