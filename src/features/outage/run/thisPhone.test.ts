import { expect, it, vi } from 'vitest'
import { thisPhone } from './useClock'

it('a phone that may not remember anything is one phone as long as the page is open', () => {
  vi.stubGlobal('localStorage', {
    getItem: () => {
      throw new Error('storage is switched off')
    },
    setItem: () => {
      throw new Error('storage is switched off')
    },
  })
  expect(thisPhone()).toMatch(/^[0-9a-f-]{36}$/)
  expect(thisPhone()).toBe(thisPhone())
})

it('a phone that remembers is the one it was', () => {
  const kept = '018f0000-0000-7000-8000-0000000000aa'
  vi.stubGlobal('localStorage', { getItem: () => kept, setItem: () => undefined })
  expect(thisPhone()).toBe(kept)
})
