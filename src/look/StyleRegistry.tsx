'use client'
import createCache, { type EmotionCache } from '@emotion/cache'
import { CacheProvider } from '@emotion/react'
import { useServerInsertedHTML } from 'next/navigation'
import { type ReactNode, useState } from 'react'

interface Registry {
  cache: EmotionCache
  /** Names of the styles that were written since the last call, and whether they are of the whole page. */
  takeNew: () => { name: string; isGlobal: boolean }[]
}

function newRegistry(): Registry {
  const cache = createCache({ key: 'css' })
  cache.compat = true
  const insert = cache.insert
  let fresh: { name: string; isGlobal: boolean }[] = []
  cache.insert = (...args) => {
    const [selector, serialized] = args
    if (cache.inserted[serialized.name] === undefined) fresh.push({ name: serialized.name, isGlobal: selector === '' })
    return insert(...args)
  }
  const takeNew = () => {
    const taken = fresh
    fresh = []
    return taken
  }
  return { cache, takeNew }
}

/**
 * Styles of a page that is sent in pieces stand before the piece that they belong to, one element for all of them: a style beside each
 * element would be read, and at the first drawing in the browser moved, one by one.
 */
export function StyleRegistry({ children }: { children: ReactNode }) {
  const [{ cache, takeNew }] = useState(newRegistry)
  useServerInsertedHTML(() => {
    const taken = takeNew()
    if (taken.length === 0) return null
    const textOf = (name: string) => {
      const style = cache.inserted[name]
      return typeof style === 'string' ? style : ''
    }
    const own = taken.filter(({ isGlobal }) => !isGlobal)
    return (
      <>
        {taken
          .filter(({ isGlobal }) => isGlobal)
          .map(({ name }) => (
            <style
              key={name}
              data-emotion={`${cache.key}-global ${name}`}
              dangerouslySetInnerHTML={{ __html: textOf(name) }}
            />
          ))}
        {own.length > 0 && (
          <style
            data-emotion={`${cache.key} ${own.map(({ name }) => name).join(' ')}`}
            dangerouslySetInnerHTML={{ __html: own.map(({ name }) => textOf(name)).join('') }}
          />
        )}
      </>
    )
  })
  return <CacheProvider value={cache}>{children}</CacheProvider>
}
