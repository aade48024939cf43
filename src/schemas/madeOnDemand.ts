/**
 * Something for each of some keys, made when it is first asked for. All schemas of all kinds take a fifth of a second to make on a phone,
 * and a page that is opened needs none of them.
 *
 * @example madeOnDemand(['a', 'b'], (key) => key + key).b // 'bb'
 */
export function madeOnDemand<K extends string, V>(keys: readonly K[], make: (key: K) => V): Readonly<Record<K, V>> {
  const made = {} as Record<K, V>
  for (const key of keys)
    Object.defineProperty(made, key, {
      enumerable: true,
      configurable: true,
      get: () => {
        const value = make(key)
        Object.defineProperty(made, key, { value, enumerable: true })
        return value
      },
    })
  return made
}
