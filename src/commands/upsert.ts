/** A list with a thing in the place of the one that has its id, or behind all others. */
export function upserted<T extends { id: string }>(list: readonly T[], thing: T): T[] {
  return list.some(({ id }) => id === thing.id)
    ? list.map((one) => (one.id === thing.id ? thing : one))
    : [...list, thing]
}

/** A list without the thing of an id. */
export const without = <T extends { id: string }>(list: readonly T[], id: string): T[] =>
  list.filter((one) => one.id !== id)
