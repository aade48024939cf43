import { readPackZip } from '@/core/pack/packZip'
import { verifyPack } from '@/core/pack/verifyPack'
import { BadCall, parsed } from './call'

/** The job of a file with its pictures, as it was sealed. @throws BadCall for a file that is none, or was changed after it was sealed */
export function jobInZip(zip: Uint8Array, path: string): unknown {
  const { intact, problems } = verifyPack(zip, undefined, { sealed: 'job' })
  if (!intact)
    throw new BadCall(
      `job: ${path} is no job file as it was sealed. ${problems.map(({ message }) => message).join(' ')}`,
    )
  const job = readPackZip(zip).entries.find((entry) => entry.path === 'job.json')?.bytes
  if (!job) throw new BadCall(`job: ${path} holds no job.json`)
  return parsed(new TextDecoder().decode(job), `job: job.json of ${path}`)
}
