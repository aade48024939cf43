import { existsSync } from 'node:fs'
import { basename, dirname, join } from 'node:path'
import { text } from 'node:stream/consumers'
import { ValidationError } from 'yup'
import { analyseRecording } from '@/core/outage/analyseRecording'
import { RecordingError } from '@/core/outage/recording'
import { PACK_BOUNDS } from '@/core/pack/packZip'
import { type KeyStanding, handoversOf, keyStanding } from '@/core/pack/keyHandover'
import { type PackVerification, verifyPack } from '@/core/pack/verifyPack'
import { RULE_PACKS } from '@/core/rules/packs'
import type { RulePackId } from '@/core/rules/rulePack'
import type { Instrument } from '@/core/installation/installation'
import { type NotedDue, PLAIN_INSTRUMENT, certificatesNoted } from '@/jobFile/certificatesNoted'
import { JobFileError } from '@/jobFile/issues'
import { jobJsonSchema } from '@/jobFile/jobJsonSchema'
import { judgeJob } from '@/jobFile/judgeJob'
import { recordOfJobFile } from '@/jobFile/recordOfJobFile'
import { BadCall, bytesOf, jsonOf, option, parsed, print } from './call'
import { CALC_CODES } from './calcCodes'
import { CREW_USAGE } from './crewUsage'
import { film } from './filmCommand'
import { jobInZip } from './jobInZip'
import { log } from './logCommand'
import { recordingAt, trace } from './traceCommand'

const USAGE = `usage:
  npm run -s cli -- calc CODE              one JSON object or an array on standard input; codes: ${Object.keys(CALC_CODES).join(' ')}
  npm run -s cli -- trace FILE [--pack P] [--map JSON]  analysis of a recording (.csv, .cff, or .cfg with its .dat beside it)
  npm run -s cli -- log FILE [--marks FILE] [--map JSON] [--pack P]  analysis of a power log, by its map or a proposed one
  npm run -s cli -- film FRAMES.csv [--lamp filament|led]  the gap from the brightness of a lamp, frame by frame
  npm run -s cli -- job FILE               what the app would say of a job in the open form (docs/formats/job.md), alone or in a .zip with its pictures
  npm run -s cli -- job-schema             the JSON Schema of that form
  npm run -s cli -- verify PACK [--key K | --keys FILE]  verifies a sealed pack; K is the public key to trust, in hex; FILE what a server says at /api/signing-key, its earlier keys included
${CREW_USAGE}`

async function calc([code = '']: string[]): Promise<number> {
  const chosen = Object.hasOwn(CALC_CODES, code) ? CALC_CODES[code] : undefined
  if (!chosen) throw new BadCall(`calc: no code “${code}”; there are ${Object.keys(CALC_CODES).join(', ')}`)
  const input = parsed(await text(process.stdin), 'calc: standard input')
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

/** Whose key a pack is signed with, by what a server says of its keys. */
function signedByServer(path: string, { publicKey, sealedAt }: PackVerification): KeyStanding {
  const told = jsonOf(path, KEYS_MAX_BYTES) as { publicKey?: unknown; handovers?: unknown } | null
  const current = told?.publicKey
  if (typeof current !== 'string' || !/^[0-9a-f]{64}$/.test(current))
    throw new BadCall('--keys: the file is not what a server says at /api/signing-key')
  return publicKey === null
    ? { whose: 'another' }
    : keyStanding(publicKey, sealedAt, current, handoversOf(told?.handovers))
}

const KEYS_MAX_BYTES = 256 * 1024

function verify(args: string[]): number {
  const key = option(args, '--key')
  if (key !== undefined && !/^[0-9a-f]{64}$/.test(key))
    throw new BadCall('--key: a public key is 64 hexadecimal digits')
  const [path] = args
  if (!path) throw new BadCall('verify: name a pack')
  const keysFile = option(args, '--keys')
  const result = verifyPack(bytesOf(path, PACK_BOUNDS.maxBytes), key)
  if (keysFile === undefined) {
    print(result)
    return result.intact ? 0 : 1
  }
  const signedBy = signedByServer(keysFile, result)
  print({ ...result, signedBy })
  return result.intact && signedBy.whose !== 'another' && !(signedBy.whose === 'earlier' && signedBy.late) ? 0 : 1
}

const JOB_MAX_BYTES = 16 * 1024 * 1024

/** Instruments of the crew, from a `crew.json` in the folder of the job or the one above it; none where there is no such file. */
function crewInstruments(path: string, today: string): Instrument[] {
  const crew = [dirname(path), dirname(dirname(path))].map((folder) => join(folder, 'crew.json')).find(existsSync)
  if (crew === undefined) return []
  const { instruments = [] } = jsonOf(crew, JOB_MAX_BYTES) as {
    instruments?: (Pick<Instrument, 'id' | 'tag' | 'name' | 'functions'> & Partial<Instrument> & NotedDue)[]
  }
  return instruments.map(({ calibrationInDays, calibrationDue, ...instrument }) => ({
    ...PLAIN_INSTRUMENT,
    ...instrument,
    certificates: [
      ...certificatesNoted({ calibrationInDays, calibrationDue }, today),
      ...(instrument.certificates ?? []),
    ],
  }))
}

/** A recording that a job names: beside it, or in the folder `recordings` beside or above. Names with a path in them are not followed. */
function recordingBeside(path: string, packOf: () => RulePackId, name: string) {
  if (basename(name) !== name) return null
  const folders = [dirname(path), join(dirname(path), 'recordings'), join(dirname(dirname(path)), 'recordings')]
  const found = folders.map((folder) => join(folder, name)).find(existsSync)
  if (found === undefined) return null
  const { analysis } = analyseRecording(recordingAt(found), RULE_PACKS[packOf()])
  return { gap: analysis.gap, detail: { ...analysis } }
}

function job([path]: string[]): number {
  if (!path) throw new BadCall('job: name a file')
  const input = path.endsWith('.zip')
    ? jobInZip(bytesOf(path, PACK_BOUNDS.maxBytes), path)
    : jsonOf(path, JOB_MAX_BYTES)
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
    case 'film':
      return film(args)
    case 'log':
      return log(args)
    case 'job':
      return job(args)
    case 'job-schema':
      print(jobJsonSchema())
      return 0
    case 'verify':
      return verify(args)
    case 'crew': {
      // the database's client is loaded for this command alone
      const { crew } = await import('./crewCommand')
      return crew(args)
    }
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
