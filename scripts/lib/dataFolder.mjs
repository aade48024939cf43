// A data folder is a crew's own or the demo's, and says so: the demo may be thrown away, a crew's records may not.
import { existsSync, mkdirSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { Blocked } from './run.mjs'

const WORDS = { crew: 'a crew’s own records', demo: 'the demo' }

/**
 * Takes a folder for a crew's records or for the demo.
 *
 * @param {'crew' | 'demo'} kind
 * @throws Blocked where it holds the other, or something else
 */
export function claimFolder(folder, kind) {
  // PostgreSQL's own user has to find its way in, and nobody has to see what lies there
  mkdirSync(folder, { recursive: true, mode: 0o711 })
  const path = join(folder, 'holds')
  const held = existsSync(path)
    ? readFileSync(path, 'utf8').trim()
    : // a demo from before folders said what they hold
      existsSync(join(folder, 'secrets.json'))
      ? 'demo'
      : null
  if (held === null && kind === 'crew' && readdirSync(folder).length > 0)
    throw new Blocked(`${folder} holds something else. Choose an empty folder: AWLBRIGHT_DATA=…`)
  if (held !== null && held !== kind)
    throw new Blocked(
      `${folder} holds ${WORDS[held] ?? 'something else'}, and not ${WORDS[kind]}. Choose another: AWLBRIGHT_DATA=…`,
    )
  writeFileSync(path, `${kind}\n`)
}
