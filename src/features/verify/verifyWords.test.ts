import { describe, expect, it } from 'vitest'
import { packWord, provenWords } from './verifyWords'

const intact = { intact: true, fileCount: 9, problems: [] }
const changed = { intact: false, fileCount: 9, problems: [{ kind: 'signature' as const, message: 'x' }] }
const dayOf = (iso: string) => `the day of ${iso}`
const earlier = (late: boolean) => ({ whose: 'earlier' as const, until: '2027-01-01T10:00:00Z', late })

describe('what a checked pack comes to', () => {
  it('is sound only where nothing was changed and the key is this server’s, then or now', () => {
    expect([
      packWord(intact, { whose: 'own' }),
      packWord(intact, earlier(false)),
      packWord(intact, earlier(true)),
      packWord(intact, { whose: 'another' }),
      packWord(intact, null),
      packWord(changed, { whose: 'own' }),
    ]).toEqual(['sound', 'sound', 'ask', 'ask', 'ask', 'changed'])
  })
  it('says what was proven, by whose key, and what no signature can tell', () => {
    const words = provenWords(intact, earlier(false), dayOf).join(' ')
    expect(words).toContain('Of its 9 files none was changed, added or taken away')
    expect(words).toContain(
      'an earlier key of this server, which named and signed the present one on the day of 2027-01-01T10:00:00Z',
    )
    expect(words).toContain('no signature can tell')
    expect(provenWords(intact, earlier(true), dayOf).join(' ')).toContain('Ask the crew')
    expect(provenWords(changed, { whose: 'own' }, dayOf)).toHaveLength(1)
  })
})
