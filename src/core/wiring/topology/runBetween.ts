import type { CableRun } from '../../installation/installation'

const speaks = (place: string, words: readonly string[]) =>
  words.some((word) => place.toLowerCase().includes(word.toLowerCase()))

/** The planned cable run that leads from one place to the other, told by what its ends are called; nothing when none or more than one does. */
export function runBetween(
  runs: readonly CableRun[],
  from: readonly string[],
  to: readonly string[],
): { runTag?: string } {
  const fitting = runs.filter(
    (run) => (speaks(run.from, from) && speaks(run.to, to)) || (speaks(run.to, from) && speaks(run.from, to)),
  )
  return fitting.length === 1 && fitting[0] ? { runTag: fitting[0].tag } : {}
}
