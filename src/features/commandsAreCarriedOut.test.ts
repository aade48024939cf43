import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { expect, it } from 'vitest'
import { COMMANDS } from '../commands'

const FOLDER = fileURLToPath(new URL('.', import.meta.url))
const sources = readdirSync(FOLDER, { recursive: true, encoding: 'utf8' }).filter((name) => /\.tsx?$/.test(name))
/** The words of a call that goes past the outbox and past what can be taken back. */
const direct = new RegExp(`callUseCase\\(\\s*['"](${Object.keys(COMMANDS).join('|')})['"]`)

it('what may be done without a connection goes by the outbox and its way back, from wherever it is done', () => {
  expect(sources.length).toBeGreaterThan(100)
  expect(sources.filter((name) => direct.test(readFileSync(join(FOLDER, name), 'utf8')))).toEqual([])
})
