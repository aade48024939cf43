import { existsSync, readFileSync, statSync } from 'node:fs'
import { RULE_PACKS } from '@/core/rules/packs'
import { RULE_PACK_IDS, type RulePack, type RulePackId } from '@/core/rules/rulePack'

/** A call that cannot be carried out as it was made: exit 2, one line that names what to change. */
export class BadCall extends Error {}

/** Writes an answer to standard output, as JSON. */
export const print = (value: unknown) => process.stdout.write(`${JSON.stringify(value, null, 2)}\n`)

/** Takes `--name VALUE` out of the arguments; `undefined` where it is not there. @throws BadCall where it has no value */
export function option(args: string[], name: string): string | undefined {
  const at = args.indexOf(name)
  if (at < 0) return undefined
  const value = args[at + 1]
  if (value === undefined) throw new BadCall(`${name} needs a value`)
  args.splice(at, 2)
  return value
}

/** Takes one of some words out of the arguments. @throws BadCall for any other word */
export function wordOption<T extends string>(args: string[], name: string, words: readonly T[]): T | undefined {
  const word = option(args, name)
  if (word === undefined || words.includes(word as T)) return word as T | undefined
  throw new BadCall(`${name}: “${word}” is not one of ${words.join(', ')}`)
}

/** The rule pack of `--pack`, where one is named. */
export function packOption(args: string[]): RulePack | null {
  const id = wordOption<RulePackId>(args, '--pack', RULE_PACK_IDS)
  return id === undefined ? null : RULE_PACKS[id]
}

/** Bytes of a file the caller named, refused before reading when larger than `maxBytes`. */
export function bytesOf(path: string, maxBytes: number): Uint8Array {
  if (!existsSync(path) || !statSync(path).isFile()) throw new BadCall(`${path}: there is no such file`)
  if (statSync(path).size > maxBytes) throw new BadCall(`${path}: larger than ${maxBytes / 1024 / 1024} MB`)
  return new Uint8Array(readFileSync(path))
}

/** A JSON file the caller named. @throws BadCall for what is none */
export function jsonOf(path: string, maxBytes: number): unknown {
  return parsed(new TextDecoder().decode(bytesOf(path, maxBytes)), path)
}

/** JSON as it stands in an argument or a file. @throws BadCall for what is none, with where it was found */
export function parsed(text: string, where: string): unknown {
  try {
    return JSON.parse(text)
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error
    throw new BadCall(`${where}: this is not JSON: ${error.message}`)
  }
}
