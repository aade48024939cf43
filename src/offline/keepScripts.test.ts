import { describe, expect, it } from 'vitest'
import { keepScripts } from './keepScripts'

const URLS = Array.from({ length: 10 }, (_, k) => `/_next/static/chunks/${k}.js`)

describe('the scripts of a build', () => {
  it('are all kept, each once and never many at a time', async () => {
    const kept: string[] = []
    let now = 0
    let most = 0
    const all = await keepScripts(URLS, async (url) => {
      most = Math.max(most, ++now)
      await Promise.resolve()
      kept.push(url)
      now--
    })
    expect(all).toBe(true)
    expect(kept.sort()).toEqual(URLS)
    expect(most).toBeLessThanOrEqual(3)
  })

  it('are not all kept where one cannot be had, and the rest is kept all the same', async () => {
    const kept: string[] = []
    const all = await keepScripts(URLS, (url) => {
      if (url === URLS[4]) return Promise.reject(new Error('no connection'))
      kept.push(url)
      return Promise.resolve()
    })
    expect(all).toBe(false)
    expect(kept).toHaveLength(URLS.length - 1)
  })

  it('of a build without any are kept', async () =>
    expect(await keepScripts([], () => Promise.reject(new Error('never asked')))).toBe(true))
})
