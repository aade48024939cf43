import type { Installation } from '../installation/installation'
import type { Point } from '../evidence/point'

/** Something of a job that can be measured at, as a person chooses it. */
export interface TestPlace {
  tag: string
  label: string
}

const ofKind = (things: readonly { tag: string; name?: string | null }[]): TestPlace[] =>
  things.map(({ tag, name }) => ({ tag, label: name ? `${tag} ${name}` : tag }))

/** Everything that a point with a figure is about, by its tag; named where it has a name. */
export function testPlaces(points: readonly Point[], { circuits, runs, electrodes }: Installation): TestPlace[] {
  const named = new Map(
    [
      ...ofKind(circuits),
      ...runs.map(({ tag, from, to }) => ({ tag, label: `${tag} ${from} → ${to}` })),
      ...ofKind(electrodes),
    ].map((place) => [place.tag, place] as const),
  )
  const measured = points.filter(({ slots }) => slots.some(({ input }) => input.kind === 'quantity' && input.measures))
  return [...new Set(measured.map(({ subject }) => subject))].map((tag) => named.get(tag) ?? { tag, label: tag })
}

const bare = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()

/** The only one of some; `null` for none and for several. */
const onlyOne = <T>(list: readonly T[]): T | null => (list.length === 1 ? (list[0] as T) : null)

/**
 * The place that a text of a tester's memory means: its tag, its name, or a tag among its words. Nothing is guessed: what fits two places fits none.
 *
 * @example placeMeant('C4 Kitchen sockets', [{ tag: 'c4', label: 'c4 Sockets' }]) // 'c4'
 * @returns the tag, or `null`
 */
export function placeMeant(text: string, places: readonly TestPlace[]): string | null {
  const said = bare(text)
  if (said === '') return null
  const whole = onlyOne(places.filter(({ tag, label }) => said === bare(tag) || said === bare(label)))
  if (whole) return whole.tag
  const byName = onlyOne(places.filter(({ tag, label }) => said === bare(label.slice(tag.length))))
  if (byName) return byName.tag
  const words = said.split(' ')
  return onlyOne(places.filter(({ tag }) => words.includes(bare(tag))))?.tag ?? null
}
