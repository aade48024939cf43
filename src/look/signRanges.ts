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
