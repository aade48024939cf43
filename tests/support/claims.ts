import { turned } from './madeWaves'

/** A figure that was found beside what the model knows: within so much, or the very same. */
export type Claim = [figure: string, got: unknown, known: unknown, within?: number]

const isAngle = (figure: string) => /jump|angle/i.test(figure)

export function isMet([figure, got, known, within]: Claim): boolean {
  if (within === undefined) return JSON.stringify(got) === JSON.stringify(known)
  if (typeof got !== 'number' || typeof known !== 'number') return false
  const off = isAngle(figure) ? turned(got - known) : got - known
  return Math.abs(off) <= within + 1e-9
}

/** Of so many seeds, every claim that is not met. */
export const unmetOf = (seeds: number, claimsOf: (seed: number) => Claim[]) =>
  Array.from({ length: seeds }, (_, k) => 1 + k).flatMap((seed) =>
    claimsOf(seed)
      .filter((claim) => !isMet(claim))
      .map(([figure, got, known, within]) => ({ seed, figure, got, known, within })),
  )
