import { readFileSync, writeFileSync } from 'node:fs'

/** What the crew did before the copy was made, for the tests after it is restored elsewhere. */
export interface Facts {
  jobId: string
  readings: number
  packId: string
  packSha256: string
  publicKey: string
}

const path = (): string => {
  const file = process.env.AWLBRIGHT_TEST_FACTS
  if (!file) throw new Error('AWLBRIGHT_TEST_FACTS is not set: these tests run by “npm test -- own”')
  return file
}
export const keepFacts = (facts: Facts): void => writeFileSync(path(), JSON.stringify(facts))
export const keptFacts = (): Facts => JSON.parse(readFileSync(path(), 'utf8')) as Facts

/** The people of this crew, and what they sign in with. */
export const LEAD = { name: 'Ada Quill', email: 'ada@ferrouslane.example', password: 'copper under the stairs' }
export const OFFICE = { name: 'Moss Hale', email: 'moss@ferrouslane.example', password: 'a drawer of old plugs' }
export const HAND = { name: 'Brock Tallow', email: 'brock@ferrouslane.example', password: 'a nail in the beam' }
export const CHECKER = { name: 'Wren Foxley', email: 'wren@ferrouslane.example', password: 'twice looked at it' }
export const NEW_PASSWORD = 'three grey cables'
