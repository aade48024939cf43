import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import ts from 'typescript'

export type MutationKind = 'keys' | 'holds' | 'rests' | 'limits' | 'opens'

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

const CORE = 'src/core'
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

/** Every Open that an expression may come to; types, comparisons and lists of all verdicts are left alone. */
function opensIn(text: string): Change[] {
  const opens: Change[] = []
  const isAnswer = ({ parent }: ts.Node) =>
    !ts.isArrayLiteralExpression(parent) &&
    !ts.isCaseClause(parent) &&
    !ts.isElementAccessExpression(parent) &&
    !(ts.isBinaryExpression(parent) && /^[!=]==$/.test(parent.operatorToken.getText()))
  const look = (node: ts.Node): void => {
    if (ts.isTypeNode(node) && !ts.isExpressionWithTypeArguments(node)) return
    if (ts.isStringLiteral(node) && node.text === 'open' && isAnswer(node))
      opens.push({ at: node.getStart(), was: node.getText(), is: "'proven'" })
    ts.forEachChild(node, look)
  }
  look(ts.createSourceFile('', text, ts.ScriptTarget.Latest, true))
  return opens
}

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
  // what is missing passes
  opens: {
    files: (root) =>
      readdirSync(join(root, CORE), { recursive: true })
        .map((name) => `${CORE}/${String(name)}`)
        .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts')),
    changes: opensIn,
  },
  // a limit that is half as large again
  limits: {
    files: sourcesIn(PACKS),
    changes: everywhere(/(?<=: limit\(\s*)-?[\d._]+(?=,)/g, (match) =>
      instead(match, String(Number(match[0].replaceAll('_', '')) * 1.5)),
    ),
  },
}
