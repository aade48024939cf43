/**
 * The row that each of some words goes into, so that none lies on another: the first in which it has room.
 *
 * @param places where the middle of each stands, in px, in order
 * @param apartPx so far apart two words in a row have to stand
 * @returns a row from 0 for each
 *
 * @example labelRows([213, 239, 266], 46) // [0, 1, 0]
 */
export function labelRows(places: readonly number[], apartPx: number): number[] {
  const lastIn: number[] = []
  return places.map((place) => {
    const free = lastIn.findIndex((last) => place - last >= apartPx)
    const row = free >= 0 ? free : lastIn.length
    lastIn[row] = place
    return row
  })
}
