/**
 * Numbers that look random and are the same in every run: each call rolls a whole number from 0 to below its argument.
 *
 * @example dice(1)(6) // the same in every run
 */
export function dice(seed: number) {
  let state = seed
  return (below: number): number => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return Math.floor((state / 2 ** 32) * below)
  }
}
