/**
 * Words after each other as a sentence has them.
 *
 * @example
 * listed(['lights', 'hob', 'pump']) // => 'lights, hob and pump'
 */
export const listed = (words: readonly string[]) =>
  words.length < 2 ? (words[0] ?? 'nothing') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`

/** The first three names and how many more there are. */
export function shortList(ids: readonly string[], names: ReadonlyMap<string, string>): string {
  const words = ids.slice(0, 3).map((id) => names.get(id) ?? id)
  return ids.length > 3 ? `${words.join(', ')} and ${ids.length - 3} more` : listed(words)
}
