import { existsSync } from 'node:fs'
import { basename, dirname, join } from 'node:path'
import { analyseRecording } from '@/core/outage/analyseRecording'
import type { Instrument } from '@/core/installation/installation'
import { PACK_BOUNDS } from '@/core/pack/packZip'
import { RULE_PACKS } from '@/core/rules/packs'
import type { RulePackId } from '@/core/rules/rulePack'
import { type NotedDue, PLAIN_INSTRUMENT, certificatesNoted } from '@/jobFile/certificatesNoted'
import { judgeJob } from '@/jobFile/judgeJob'
import { recordOfJobFile } from '@/jobFile/recordOfJobFile'
import { BadCall, bytesOf, jsonOf, print } from './call'
import { jobInZip } from './jobInZip'
import { recordingAt } from './traceCommand'

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

/** `job FILE`: what the app would say of a job in the open form. */
export function job([path]: string[]): number {
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
