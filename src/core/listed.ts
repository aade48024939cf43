/**
 * Several things in one line: parted by commas, or by semicolons where one of them holds a comma itself.
 *
 * @example listed(['serial', 'picture']) // 'serial, picture'
 * @example listed(['intake, L1 to neutral', 'house side, still dead']) // 'intake, L1 to neutral; house side, still dead'
 */
export const listed = (things: readonly string[]): string =>
  things.join(things.some((thing) => thing.includes(',')) ? '; ' : ', ')
