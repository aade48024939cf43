import { ValidationError } from 'yup'
import { RecordingError } from '@/core/outage/recording'
import { JobFileError } from '@/jobFile/issues'
import { BadCall, print } from './call'
import { CREW_USAGE } from './crewUsage'

/** How the commands are called; the codes of formulas are looked up only where somebody asks. */
async function usage(): Promise<string> {
  const { CALC_CODES } = await import('./calcCodes')
  return `usage:
  npm run -s cli -- calc CODE              one JSON object or an array on standard input; codes: ${Object.keys(CALC_CODES).join(' ')}
  npm run -s cli -- trace FILE [--pack P] [--map JSON]  analysis of a recording (.csv, .cff, or .cfg with its .dat beside it)
  npm run -s cli -- log FILE [--marks FILE] [--map JSON] [--pack P]  analysis of a power log, by its map or a proposed one
  npm run -s cli -- film FRAMES.csv [--lamp filament|led]  the gap from the brightness of a lamp, frame by frame
  npm run -s cli -- job FILE               what the app would say of a job in the open form (docs/formats/job.md), alone or in a .zip with its pictures
  npm run -s cli -- job-schema             the JSON Schema of that form
  npm run -s cli -- verify PACK [--key K | --keys FILE]  verifies a sealed pack; K is the public key to trust, in hex; FILE what a server says at /api/signing-key, its earlier keys included
${CREW_USAGE}`
}

type Command = (args: string[]) => number | Promise<number>

/** Each command is loaded for itself: what the others are made of takes longer to load than most of them take to run. */
const COMMANDS: Readonly<Record<string, () => Promise<Command>>> = {
  calc: async () => (await import('./calcCommand')).calc,
  trace: async () => (await import('./traceCommand')).trace,
  film: async () => (await import('./filmCommand')).film,
  log: async () => (await import('./logCommand')).log,
  job: async () => (await import('./jobCommand')).job,
  'job-schema': async () => {
    const { jobJsonSchema } = await import('@/jobFile/jobJsonSchema')
    return () => {
      print(jobJsonSchema())
      return 0
    }
  },
  verify: async () => (await import('./verifyCommand')).verify,
  crew: async () => (await import('./crewCommand')).crew,
}

async function main([name = '', ...args]: string[]): Promise<number> {
  const load = Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined
  if (load === undefined) throw new BadCall(name ? `no command “${name}”\n${await usage()}` : await usage())
  const command = await load()
  return command(args)
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
