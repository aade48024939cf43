import { readdirSync, statSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { describe, expect, it } from 'vitest'
import { ROUTES, routeLabel } from './routeLabel'

const app = resolve(import.meta.dirname, '../../app')

/** Addresses that have a page or a route, from the folders themselves. */
function addresses(folder = app, path = ''): string[] {
  return readdirSync(folder).flatMap((name) => {
    const inside = join(folder, name)
    if (statSync(inside).isDirectory()) return addresses(inside, `${path}/${name}`)
    return name === 'page.tsx' || name === 'route.ts' ? [path || '/'] : []
  })
}

describe('the label of a route', () => {
  it('is there for every address of the app, and for no other', () => {
    expect([...ROUTES].sort()).toEqual([...new Set(addresses())].sort())
  })
  it('is the route itself, for a path with anything in its places', () => {
    for (const route of ROUTES) {
      const path = route.replace('[...all]', 'sign-in/email').replace(/\[\w+\]/g, 'A_b-9')
      expect(routeLabel(path)).toBe(route)
    }
  })
  it.each(['/admin.php', '/jobs/1/2/3', `/jobs/${'x'.repeat(400)}`, '', '/api/use/a/b'])(
    'is “other” for %s, whatever is asked for',
    (path) => expect(routeLabel(path)).toBe('other'),
  )
})
