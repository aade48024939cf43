/** A list with a thing in the place of the one that has its id, or behind all others. */
export function upserted<T extends { id: string }>(list: readonly T[], thing: T): T[] {
  return list.some(({ id }) => id === thing.id)
    ? list.map((one) => (one.id === thing.id ? thing : one))
    : [...list, thing]
}

/** A list without the thing of an id. */
export const without = <T extends { id: string }>(list: readonly T[], id: string): T[] =>
  list.filter((one) => one.id !== id)

/** The thing of an id, or `null`. */
export const thingOf = <T extends { id: string }>(list: readonly T[], id: string): T | null =>
  list.find((one) => one.id === id) ?? null

/** A thing as the fields it is stored by: its names, its place in the list, and what its kind has. */
export function fieldsOfThing(thing: {
  id: string
  kind: string
  tag: string
  name: string
  detail: object
}): Record<string, unknown> {
  const { id: _id, kind: _kind, detail, ...names } = thing
  return { ...names, ...detail }
}
