import { readFileSync } from 'node:fs'
import { basename, dirname, extname, join } from 'node:path'
import { existsSync, statSync } from 'node:fs'
import { text } from 'node:stream/consumers'
import { ValidationError } from 'yup'
import { analyseRecording } from '@/core/outage/analyseRecording'
import { readRecording } from '@/core/outage/readRecording'
import { RECORDING_BOUNDS, RecordingError } from '@/core/outage/recording'
import { PACK_BOUNDS } from '@/core/pack/packZip'
import { verifyPack } from '@/core/pack/verifyPack'
import { RULE_PACKS } from '@/core/rules/packs'
import { RULE_PACK_IDS, type RulePackId } from '@/core/rules/rulePack'
import type { Instrument } from '@/core/installation/installation'
import { JobFileError } from '@/jobFile/issues'
import { jobJsonSchema } from '@/jobFile/jobJsonSchema'
import { judgeJob } from '@/jobFile/judgeJob'
import { recordOfJobFile } from '@/jobFile/recordOfJobFile'
import { CALC_CODES } from './calcCodes'

/** A call that cannot be carried out as it was made: exit 2, one line that names what to change. */
class BadCall extends Error {}

const USAGE = `usage:
  npm run -s cli -- calc CODE              one JSON object or an array on standard input; codes: ${Object.keys(CALC_CODES).join(' ')}
  npm run -s cli -- trace FILE [--pack P]  analysis of a recording (.csv, .cff, or .cfg with its .dat beside it)
  npm run -s cli -- job FILE               what the app would say of a job in the open form (docs/formats/job.md)
  npm run -s cli -- job-schema             the JSON Schema of that form
  npm run -s cli -- verify PACK [--key K]  verifies a sealed pack; K is the public key to trust, in hex`

const print = (value: unknown) => process.stdout.write(`${JSON.stringify(value, null, 2)}\n`)

async function calc([code = '']: string[]): Promise<number> {
  const chosen = Object.hasOwn(CALC_CODES, code) ? CALC_CODES[code] : undefined
  if (!chosen) throw new BadCall(`calc: no code “${code}”; there are ${Object.keys(CALC_CODES).join(', ')}`)
  let input: unknown
  try {
    input = JSON.parse(await text(process.stdin))
  } catch (error) {
    throw new BadCall(`calc: standard input is not JSON: ${error instanceof Error ? error.message : String(error)}`)
  }
  const one = (entry: unknown) => {
    if (typeof entry !== 'object' || entry === null || Array.isArray(entry))
      throw new BadCall('each entry must be a JSON object')
    return chosen.run(entry)
  }
  if (!Array.isArray(input)) {
    print(one(input))
    return 0
  }
  print(
    input.map((entry) => {
      try {
        return one(entry)
      } catch (error) {
        if (error instanceof ValidationError || error instanceof RangeError || error instanceof BadCall)
          return { error: error.message }
        throw error
      }
    }),
  )
  return 0
}

function option(args: string[], name: string): string | undefined {
  const at = args.indexOf(name)
  if (at < 0) return undefined
  const value = args[at + 1]
  if (value === undefined) throw new BadCall(`${name} needs a value`)
  args.splice(at, 2)
  return value
}

/** Bytes of a file the caller named, refused before reading when larger than `maxBytes`. */
function bytesOf(path: string, maxBytes: number): Uint8Array {
  if (!existsSync(path) || !statSync(path).isFile()) throw new BadCall(`${path}: there is no such file`)
  if (statSync(path).size > maxBytes) throw new BadCall(`${path}: larger than ${maxBytes / 1024 / 1024} MB`)
  return new Uint8Array(readFileSync(path))
}

function partnersOf(path: string): string[] {
  const kind = extname(path).toLowerCase()
  if (kind !== '.cfg' && kind !== '.dat') return [path]
  const stem = join(dirname(path), basename(path, extname(path)))
  const partner = (kind === '.cfg' ? ['.dat', '.DAT', '.Dat'] : ['.cfg', '.CFG', '.Cfg'])
    .map((ending) => stem + ending)
    .find(existsSync)
  return partner ? [path, partner] : [path]
}

function trace(args: string[]): number {
  const packId = option(args, '--pack')
  if (packId !== undefined && !RULE_PACK_IDS.includes(packId as RulePackId))
    throw new BadCall(`--pack: “${packId}” is not one of ${RULE_PACK_IDS.join(', ')}`)
  const [path] = args
  if (!path) throw new BadCall('trace: name a recording')
  const files = partnersOf(path).map((name) => ({
    name: basename(name),
    bytes: bytesOf(name, RECORDING_BOUNDS.maxBytes),
  }))
  const { analysis } = analyseRecording(readRecording(files), packId ? RULE_PACKS[packId as RulePackId] : null)
  const { gap, events, rmsBeforeV, frequency, nominalV, nominalHz, sampleRateHz } = analysis
  print({ fsHz: sampleRateHz, nominalV, nominalHz, gap, events, rmsBeforeV, frequency })
  return 0
}

function verify(args: string[]): number {
  const key = option(args, '--key')
  if (key !== undefined && !/^[0-9a-f]{64}$/.test(key))
    throw new BadCall('--key: a public key is 64 hexadecimal digits')
  const [path] = args
  if (!path) throw new BadCall('verify: name a pack')
  const result = verifyPack(bytesOf(path, PACK_BOUNDS.maxBytes), key)
  print(result)
  return result.intact ? 0 : 1
}

const JOB_MAX_BYTES = 16 * 1024 * 1024

/** Instruments of the crew, from a `crew.json` in the folder of the job or the one above it; none where there is no such file. */
function crewInstruments(path: string, today: string): Instrument[] {
  const crew = [dirname(path), dirname(dirname(path))].map((folder) => join(folder, 'crew.json')).find(existsSync)
  if (crew === undefined) return []
  const { instruments = [] } = jsonOf(crew) as { instruments?: (Instrument & { calibrationInDays?: number })[] }
  return instruments.map(({ calibrationInDays, ...instrument }) => ({
    ...instrument,
    calibrationDue:
      calibrationInDays === undefined
        ? instrument.calibrationDue
        : new Date(Date.parse(`${today}T00:00:00Z`) + calibrationInDays * 86_400_000).toISOString().slice(0, 10),
  }))
}

function jsonOf(path: string): unknown {
  try {
    return JSON.parse(new TextDecoder().decode(bytesOf(path, JOB_MAX_BYTES)))
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error
    throw new BadCall(`${path}: this is not JSON: ${error.message}`)
  }
}

/** A recording that a job names: beside it, or in the folder `recordings` beside or above. Names with a path in them are not followed. */
function recordingBeside(path: string, packOf: () => RulePackId, name: string) {
  if (basename(name) !== name) return null
  const folders = [dirname(path), join(dirname(path), 'recordings'), join(dirname(dirname(path)), 'recordings')]
  const found = folders.map((folder) => join(folder, name)).find(existsSync)
  if (found === undefined) return null
  const files = partnersOf(found).map((one) => ({
    name: basename(one),
    bytes: bytesOf(one, RECORDING_BOUNDS.maxBytes),
  }))
  const { analysis } = analyseRecording(readRecording(files), RULE_PACKS[packOf()])
  return { gapMs: analysis.gap?.longestPhaseMs ?? null, detail: { ...analysis } }
}

function job([path]: string[]): number {
  if (!path) throw new BadCall('job: name a file')
  const input = jsonOf(path)
  const today = new Date().toISOString().slice(0, 10)
  const { record, notTaken } = recordOfJobFile(input, {
    today,
    instruments: crewInstruments(path, today),
    recordingOf: (name) => recordingBeside(path, () => (input as { packId: RulePackId }).packId, name),
  })
  print({ ...judgeJob(record), notTaken })
  return 0
}

async function main([command, ...args]: string[]): Promise<number> {
  switch (command) {
    case 'calc':
      return calc(args)
    case 'trace':
      return trace(args)
    case 'job':
      return job(args)
    case 'job-schema':
      print(jobJsonSchema())
      return 0
    case 'verify':
      return verify(args)
    default:
      throw new BadCall(command ? `no command “${command}”\n${USAGE}` : USAGE)
  }
}

main(process.argv.slice(2)).then(
  (code) => {
    process.exitCode = code
  },
  (error: unknown) => {
    if (!(
      error instanceof BadCall ||
      error instanceof ValidationError ||
      error instanceof RangeError ||
      error instanceof RecordingError ||
      error instanceof JobFileError
    ))
      throw error
    process.stderr.write(`${error.message}\n`)
    process.exitCode = 2
  },
)
