import type { EvidenceMerge } from '@/jobFile/merge/mergeEvidence'
import { type ThingList, nameOfThing } from '@/jobFile/merge/mergeThings'
import { EVIDENCE_LISTS, type EvidenceList, type JobPart } from '@/jobFile/merge/mergeJob'
import type { JobOnItsWay } from './jobOnItsWay'

/** What bringing a job in would do, or did, for the person who decides over it. */
export interface TransferTold {
  jobId: string
  name: string
  place: string
  isNew: boolean
  sealedAt: string
  fingerprint: string
  isOwn: boolean
  evidence: Record<EvidenceList, { fresh: number; known: number }>
  parts: readonly JobPart[]
  things: readonly { list: ThingList; fresh: number; differ: readonly { name: string; fields: readonly string[] }[] }[]
  promisesDiffer: boolean
  wiring: readonly string[]
  /** Instruments of the file that the crew does not have, and how many readings are without one for it. */
  unknownInstruments: { tags: readonly string[]; readings: number }
  /** Sentences: what is left out, and why. */
  leftOut: readonly string[]
}

const MOST_LEFT_OUT = 40

const counts = ({ fresh, known }: EvidenceMerge<unknown>) => ({ fresh: fresh.length, known })

function leftOutOf({ merge, notTaken }: JobOnItsWay): string[] {
  const { readings, attachments, overrides, outageMarks, visits, replacements, ownLimits, things } = merge
  const others = [attachments, overrides, outageMarks, visits, replacements, ownLimits].reduce(
    (sum, { other }) => sum + other.length,
    0,
  )
  return [
    ...readings.other.map(({ pointKey }) => `A reading of ${pointKey} is left out: another one has its id here.`),
    ...readings.stray.map(
      ({ pointKey }) =>
        `A correction of ${pointKey} is left out: what it corrects is nowhere, or was corrected otherwise here.`,
    ),
    ...(others > 0 ? [`${others} other entries are left out: something else has their id here.`] : []),
    ...things.flatMap(({ list, clash }) =>
      clash.map((thing) => `“${nameOfThing(thing)}” of ${list} is left out: another one has this name here.`),
    ),
    ...notTaken,
  ]
}

/** What is said of a job that is brought in. */
export function toldOf(onItsWay: JobOnItsWay): TransferTold {
  const { jobId, place, file, zip, merge, instrumentOf } = onItsWay
  const strange = file.instruments.filter(({ id }) => !instrumentOf.has(id))
  const strangeIds = new Set(strange.map(({ id }) => id))
  const without = merge.readings.fresh.filter(
    ({ instrumentId }) => instrumentId !== null && strangeIds.has(instrumentId),
  )
  const named = new Set(without.map(({ instrumentId }) => instrumentId))
  const leftOut = leftOutOf(onItsWay)
  return {
    jobId,
    name: file.installation.name,
    place,
    isNew: merge.isNew,
    sealedAt: zip.sealedAt,
    fingerprint: zip.fingerprint,
    isOwn: zip.isOwn,
    evidence: Object.fromEntries(EVIDENCE_LISTS.map((list) => [list, counts(merge[list])])) as TransferTold['evidence'],
    parts: merge.parts,
    things: merge.things
      .filter(({ fresh, differ }) => fresh.length + differ.length > 0)
      .map(({ list, fresh, differ }) => ({
        list,
        fresh: fresh.length,
        differ: differ.slice(0, 50).map(({ thing, fields }) => ({ name: nameOfThing(thing), fields })),
      })),
    promisesDiffer: merge.promisesDiffer,
    wiring: merge.wiring.map(({ layer }) => layer),
    unknownInstruments: {
      tags: strange.filter(({ id }) => named.has(id)).map(({ tag }) => tag),
      readings: without.length,
    },
    leftOut:
      leftOut.length > MOST_LEFT_OUT
        ? [...leftOut.slice(0, MOST_LEFT_OUT), `And ${leftOut.length - MOST_LEFT_OUT} more.`]
        : leftOut,
  }
}
