import { signedBy } from '../access'
import { v7 as uuidv7 } from 'uuid'
import * as yup from 'yup'
import { benchOf } from '@/core/evidence/bench'
import { THE_JOB } from '@/core/evidence/family'
import { RECORDED_GAPS, RECORDING_SLOT } from '@/core/evidence/families/outageGap'
import { judgeWith } from '@/core/evidence/judge'
import type { Reading } from '@/core/evidence/reading'
import { analyseRecording } from '@/core/outage/analyseRecording'
import { readRecording } from '@/core/outage/readRecording'
import { type NamedBytes, RecordingError } from '@/core/outage/recording'
import { gapEntry } from '@/core/outage/recordingGap'
import { rulesOf } from '@/core/installation/rulesOf'
import { addAttachment, addReadings, readingsById } from '@/db/queries/evidence'
import { sameContent } from '@/db/insertOnce'
import type { Db } from '@/db/client'
import { storeFile } from '@/db/queries/files'
import { choice, id, instant, required } from '@/schemas/fields'
import { jobOfActor, jobRecord } from '../jobAccess'
import { Problem } from '../problem'
import { recordingMediaType } from '../recordingMediaType'
import { defineUseCase } from '../useCase'

/** Larger recordings than this are cut on the device; analysing one here takes well under a second. */
export const RECORDING_UPLOAD_MAX_BYTES = 24 * 1024 * 1024

/**
 * Takes in a recorder's file or files for the gap at leaving or at return. The server analyses it again with the core the browser used: that
 * result is the evidence. Files, attachments and reading are stored together or not at all.
 */
export const addRecording = defineUseCase({
  name: 'addRecording',
  via: 'route',
  schema: yup.object({
    readingId: id('reading').required(),
    jobId: id('job').required(),
    pointKey: choice(
      'Point',
      RECORDED_GAPS.map((gap) => gap.key(THE_JOB)),
    ).required(required('Point')),
    recordedAt: instant('Time').required(required('Time')),
    files: yup
      .array()
      .strict()
      .of(yup.mixed<NamedBytes>().required())
      .min(1, 'No file was sent')
      .max(2, 'One file, or .cfg with .dat')
      .required(),
  }),
  run: async (db, actor, { readingId, jobId, pointKey, recordedAt, files }) => {
    const row = await jobOfActor(db, actor, jobId)
    const record = await jobRecord(db, row)
    const bench = benchOf(record)
    const released = bench.holds.find(({ step }) => step.id === 'loadedIsland')?.released ?? false
    if (!released)
      throw new Problem(
        409,
        `Not stored. ${bench.holdLine.sentence} Release the hold first; the file is still on your device.`,
      )
    let analysis
    try {
      analysis = analyseRecording(readRecording(files), rulesOf(record.installation)).analysis
    } catch (error) {
      if (error instanceof RecordingError) throw new Problem(422, `${error.message}. Nothing was stored.`)
      throw error
    }
    const reading: Reading = {
      id: readingId,
      jobId,
      pointKey,
      slot: RECORDING_SLOT,
      ...gapEntry(analysis.gap),
      digits: null,
      unit: 'ms',
      detail: { ...analysis, files: files.map(({ name }) => name) },
      instrumentId: null,
      recordedBy: actor.userId,
      recordedByName: actor.name,
      recordedAt: new Date(recordedAt).toISOString(),
      receivedAt: null,
      supersedes: null,
      supersedeReason: null,
      shownVerdict: 'open',
    }
    const point = bench.points.find(({ key }) => key === pointKey)
    const shownVerdict = point ? judgeWith(record, point, reading).verdict : 'open'
    return db.transaction(async (tx) => {
      const attachments = []
      for (const { name, bytes } of files) {
        const sha256 = await storeFile(tx, bytes, recordingMediaType(name))
        attachments.push({
          id: uuidv7(),
          jobId,
          kind: 'recording' as const,
          subject: pointKey,
          fileName: name.slice(0, 120),
          sha256,
          takenAt: null,
          addedBy: actor.userId,
          ...signedBy(actor),
        })
      }
      const { receivedAt: _received, recordedByName: _name, ...stored } = reading
      const added = await addReadings(tx, [
        {
          ...stored,
          ...signedBy(actor),
          detail: { ...reading.detail, sha256: attachments.map(({ sha256 }) => sha256) },
          shownVerdict,
        },
      ])
      if (added.has(readingId)) for (const attachment of attachments) await addAttachment(tx, attachment)
      else
        await refuseOtherRecording(
          tx,
          { jobId, pointKey, recordedAt, sha256: attachments.map(({ sha256 }) => sha256) },
          readingId,
        )
      return { readingId, gap: analysis.gap, verdict: shownVerdict }
    })
  },
})

/** @throws Problem 409 where the reading of this id is not of these very files */
async function refuseOtherRecording(
  db: Db,
  sent: { jobId: string; pointKey: string; recordedAt: string; sha256: string[] },
  readingId: string,
): Promise<void> {
  const [stored] = await readingsById(db, [readingId])
  const same =
    stored !== undefined &&
    sameContent({ ...stored, sha256: stored.detail?.sha256 }, sent as typeof sent & typeof stored, [
      'jobId',
      'pointKey',
      'recordedAt',
      'sha256',
    ])
  if (!same) throw new Problem(409, 'Another reading has this id. Nothing was stored.')
}
