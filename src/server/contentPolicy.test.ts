import { createHash } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { PAGE_SCRIPTS } from '@/look/pageScripts'
import { contentPolicy } from './contentPolicy'

const directives = new Map(
  contentPolicy('bm9uY2U=')
    .split('; ')
    .map((line) => {
      const [name = '', ...values] = line.split(' ')
      return [name, values] as const
    }),
)

describe('the policy of a page', () => {
  it('lets scripts run by nonce or digest alone', () => {
    const scripts = directives.get('script-src') ?? []
    expect(scripts).toContain("'nonce-bm9uY2U='")
    expect(scripts).not.toContain("'unsafe-inline'")
    expect(scripts).not.toContain("'unsafe-eval'")
    expect(scripts.some((value) => value.includes('*') || value.startsWith('http'))).toBe(false)
  })
  it.each(PAGE_SCRIPTS)('knows what stands in the page: %s', (script) => {
    const digest = createHash('sha256').update(script).digest('base64')
    expect(directives.get('script-src')).toContain(`'sha256-${digest}'`)
  })
  it.each([
    ['frame-ancestors', "'none'"],
    ['object-src', "'none'"],
    ['base-uri', "'none'"],
    ['form-action', "'self'"],
    ['default-src', "'self'"],
    ['media-src', "'self' blob:"],
  ])('keeps %s to %s', (name, value) => expect(directives.get(name)).toEqual(value.split(' ')))
})
