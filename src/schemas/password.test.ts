import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PASSWORD_LEAST, PASSWORD_MOST, passwordWeakness } from './password'

describe('a password', () => {
  it.each(['lamp over the bench', 'lamp-and-awl', 'ωμέγα καλώδιο', 'tq7!vRz2pL', '           x yz w'])(
    'is strong enough: %s',
    (text) => expect(passwordWeakness(text, 'ana@crew.example')).toBeNull(),
  )
  it.each([
    ['too short', 'short one'],
    ['too long', 'long '.repeat(40)],
    ['the digits of a keyboard', '1234567890'],
    ['the same backwards', '0987654321'],
    ['a row of letters', 'abcdefghijkl'],
    ['one letter', 'aaaaaaaaaaaa'],
    ['a few again and again', '1234512345123'],
    ['a word that is tried first', 'Password123!'],
    ['the app’s own name', '!!Awlbright2026'],
    ['a row of the keyboard', 'qwertyuiop1'],
    ['one’s own address', 'ana.ferrous1'],
  ])('is refused as %s', (_name, text) => {
    expect(passwordWeakness(text, 'ana.ferrous@crew.example')).toMatch(/password|try/i)
  })
  it('is never too weak for its signs: four different words in a row are fine, whatever they are', () => {
    const word = fc.string({ unit: fc.constantFrom(...'bcdfghklmnprst'), minLength: 4, maxLength: 8 })
    fc.assert(
      fc.property(fc.uniqueArray(word, { minLength: 4, maxLength: 4 }), (words) => {
        fc.pre(words.every((one) => new Set(one).size > 2))
        expect(passwordWeakness(words.join(' '), 'ana@crew.example')).toBeNull()
      }),
      { seed: 5 },
    )
  })
  it('is bounded at both ends', () => {
    const text = (length: number) => 'kiln over my bench, '.repeat(20).slice(0, length)
    expect(passwordWeakness(text(PASSWORD_LEAST - 1), 'a@b.example')).not.toBeNull()
    expect(passwordWeakness(text(PASSWORD_LEAST), 'a@b.example')).toBeNull()
    expect(passwordWeakness(text(PASSWORD_MOST + 1), 'a@b.example')).not.toBeNull()
  })
})
