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

type Sheet = EmotionCache['sheet']

/** Marks the element that is sent empty, for what is drawn later. */
const ROOM = 'data-room'

/**
 * What the server wrote stays where it is. The library's own way sets each of its elements anew, some of them twice, and at every such move
 * a browser reads all faces again and lays the whole page out again; so they carry a name that it does not look for, and its sheets take
 * over what they find without touching it.
 */
function takeOver(cache: EmotionCache): void {
  const LibrarySheet = cache.sheet.constructor as new (options: Pick<Sheet, 'key' | 'container'>) => Sheet
  class StayingSheet extends LibrarySheet {
    override hydrate(elements: HTMLStyleElement[]): void {
      this.tags.push(...elements)
    }
  }
  cache.sheet = new StayingSheet({ key: cache.key, container: document.head })
  for (const element of document.querySelectorAll<HTMLStyleElement>('style[data-look]')) {
    for (const name of element.dataset.look?.split(' ') ?? []) cache.inserted[name] = true
  }
  const room = document.querySelector<HTMLStyleElement>(`style[${ROOM}]`)
  if (!room) return
  cache.sheet.hydrate([room])
  // an element of its own is made for the first rule of a sheet: this one has it
  cache.sheet.ctr = 1
}

function newRegistry(): Registry {
  const cache = createCache({ key: 'aw' })
  cache.compat = true
  if (typeof document !== 'undefined') takeOver(cache)
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
    const ofPage = taken.filter(({ isGlobal }) => isGlobal)
    const own = taken.filter(({ isGlobal }) => !isGlobal)
    return (
      <>
        {ofPage.map(({ name }) => (
          <style
            key={name}
            data-emotion={`${cache.key}-global ${name}`}
            data-s=""
            dangerouslySetInnerHTML={{ __html: textOf(name) }}
          />
        ))}
        {own.length > 0 && (
          <style
            data-look={own.map(({ name }) => name).join(' ')}
            dangerouslySetInnerHTML={{ __html: own.map(({ name }) => textOf(name)).join('') }}
          />
        )}
        {ofPage.length > 0 && <style {...{ [ROOM]: '' }} />}
      </>
    )
  })
  return <CacheProvider value={cache}>{children}</CacheProvider>
}
