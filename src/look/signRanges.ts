/** Signs that the text face lacks: Greek letters, arrows, the return sign, geometric shapes. First and last of each range. */
export const SIGN_RANGES: readonly (readonly [number, number])[] = [
  [0x0391, 0x0393],
  [0x0395, 0x03a8],
  [0x03aa, 0x03bb],
  [0x03bd, 0x03bf],
  [0x03c1, 0x03c9],
  [0x2190, 0x21ff],
  [0x23ce, 0x23ce],
  [0x25a0, 0x25ff],
]

/** Stands on paper for a sign that no face holds: without it another letter would be printed, or none. */
export const NO_SIGN = '□'

/**
 * Letters and signs of a sheet that is printed, beyond those of the text face: all of Latin, Greek, Cyrillic, Armenian and Georgian, and what is
 * reckoned with. What is written from right to left is left out: nothing there turns it.
 */
export const PRINT_RANGES: readonly (readonly [number, number])[] = [
  [0x0020, 0x0020],
  [0x00a0, 0x024f],
  [0x0300, 0x052f],
  [0x0531, 0x058f],
  [0x10a0, 0x10ff],
  [0x1e00, 0x1eff],
  [0x2000, 0x200a],
  [0x2010, 0x2027],
  [0x202f, 0x205f],
  [0x2070, 0x20bf],
  [0x2100, 0x23ff],
  [0x2460, 0x2473],
  [0x25a0, 0x26ff],
]
