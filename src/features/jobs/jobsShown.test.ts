import { describe, expect, it } from 'vitest'
import { EVERY_JOB, addressOfShown, jobsShownBy } from './jobsShown'

const read = (query: string) => jobsShownBy(new URLSearchParams(query))

describe('what the jobs page shows', () => {
  it('comes back from its own address', () => {
    for (const shown of [
      EVERY_JOB,
      { ...EVERY_JOB, filter: 'mine' as const, search: 'mill & co' },
      { ...EVERY_JOB, sort: 'recorded' as const, archived: true },
    ])
      expect(read(new URL(addressOfShown(shown), 'http://a').search)).toEqual(shown)
  })
  it('is every job where the address says nothing that is known', () => {
    expect(read('show=everything&sort=__proto__&other=1')).toEqual(EVERY_JOB)
    expect(read(`find=${'x'.repeat(200)}`).search).toHaveLength(80)
  })
})
