import { readdirSync } from 'node:fs'
import { join } from 'node:path'

export type MutationKind = 'keys' | 'holds' | 'rests' | 'limits'

/** One place in a text and what is put there. */
interface Change {
  at: number
  was: string
  is: string
}

interface Mutation {
  /** Files that are changed, from the root of the project. */
  files: (root: string) => string[]
  changes: (text: string) => Change[]
}

const FAMILIES = 'src/core/evidence/families'
const PACKS = 'src/core/rules/packs'
const sourcesIn = (folder: string) => (root: string) =>
  readdirSync(join(root, folder))
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
    .map((name) => `${folder}/${name}`)

/** Every match of a pattern, changed by a rule. */
const everywhere =
  (pattern: RegExp, change: (match: RegExpExecArray) => Change | null) =>
  (text: string): Change[] =>
    [...text.matchAll(pattern)].flatMap((match) => change(match) ?? [])

/** The whole match in other words. */
const instead = (match: RegExpExecArray, is: string): Change => ({ at: match.index, was: match[0], is })

const KEY =
  /(?<=key: (?:\([^)]*\) => )?|_KEY(?:_STEM)? = )(['`])((?:survey|fit|wire|earth|settings|outage|handover)\.)/g

export const MUTATIONS: Readonly<Record<MutationKind, Mutation>> = {
  // a key that is spelt otherwise: readings on record would belong to nothing
  keys: { files: sourcesIn(FAMILIES), changes: everywhere(KEY, (match) => instead(match, `${match[1]}${match[2]}x`)) },
  // a hold that a family no longer satisfies, and a live step that it no longer waits for
  holds: {
    files: sourcesIn(FAMILIES),
    changes: (text) => [
      ...everywhere(/precedes: \['[^\]]+\]/g, (match) => instead(match, 'precedes: []'))(text),
      ...everywhere(/waitsFor: '\w+'/g, (match) => instead(match, 'waitsFor: null'))(text),
    ],
  },
  // evidence that no longer goes with its component, and a promise that it no longer proves
  rests: {
    files: sourcesIn(FAMILIES),
    changes: (text) => [
      ...everywhere(/restsOn: \['[^\]]+\]/g, (match) => instead(match, 'restsOn: []'))(text),
      ...everywhere(/proves: \['[^\]]+\]/g, (match) => instead(match, 'proves: []'))(text),
    ],
  },
  // a limit that is half as large again
  limits: {
    files: sourcesIn(PACKS),
    changes: everywhere(/(?<=: limit\(\s*)-?[\d._]+(?=,)/g, (match) =>
      instead(match, String(Number(match[0].replaceAll('_', '')) * 1.5)),
    ),
  },
}
