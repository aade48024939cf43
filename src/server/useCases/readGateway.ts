import { belongsTo } from '@/core/evidence/families'
import { v7 as uuidv7 } from 'uuid'
import * as yup from 'yup'
import { settingLeft } from '@/core/evidence/families/settingLeft'
import { askWords, refusalWords } from '@/core/evidence/entryWords'
import { type JobRecord, evidenceOf, judgementOf } from '@/core/evidence/judge'
import { readEntry } from '@/core/evidence/readEntry'
import { pointsOf } from '@/core/evidence/points'
import type { Reading } from '@/core/evidence/reading'
import { GatewayError, readGateway as readDevice, readLive } from '@/devices/gatewayClient'
import { addReadings } from '@/db/queries/evidence'
import { choice, id, instant } from '@/schemas/fields'
import { signedBy } from '../access'
import { gatewayOf } from '../gatewayAddress'
import { jobOfActor, jobRecord } from '../jobAccess'
import { Problem } from '../problem'
import { defineUseCase } from '../useCase'

/** What a gateway could not give, in its own words. @throws Problem 502 for it, the error itself for any other */
export function asProblem(error: unknown): never {
  if (error instanceof GatewayError) throw new Problem(502, error.message)
  throw error
}

/** Reads the gateway's settings and stores them as readings: what it reads now, or how it is left. Keys without a name are handed back, not stored. */
export const readGateway = defineUseCase({
  name: 'readGateway',
  via: 'json',
  schema: yup.object({
    jobId: id('job').required(),
    slot: choice('Column', ['read', 'left']).required(),
    recordedAt: instant('Time').nullable().default(null),
  }),
  run: async (db, actor, { jobId, slot, recordedAt: deviceTime }) => {
    const row = await jobOfActor(db, actor, jobId)
    const { host, port, isStandIn } = await gatewayOf(db, row)
    const readout = await readDevice(host, port).catch(asProblem)
    const { counts } = await readLive(host, port).catch(asProblem)
    const record = await jobRecord(db, row)
    const { installation } = record
    const recordedAt = (deviceTime === null ? new Date() : new Date(deviceTime)).toISOString()
    // what is recorded as left was read from the device at that moment, so it is read back as well (S-1)
    const slots = slot === 'left' ? ['read', 'left'] : ['read']
    const { readings, stored, notTaken } = readingsOf(record, readout.values, slots, (key, slotId, value) => ({
      id: uuidv7(),
      jobId,
      pointKey: key,
      slot: slotId,
      ...value,
      detail: { source: 'gateway', ...(isStandIn ? { standIn: true } : { address: `${host}:${port}` }) },
      instrumentId: null,
      recordedBy: actor.userId,
      recordedByName: actor.name,
      recordedAt,
      receivedAt: null,
      supersedes: null,
      supersedeReason: null,
      shownVerdict: 'open',
    }))
    await addReadings(
      db,
      readings.map((one) => ({ ...one, ...signedBy(actor) })),
    )
    const planned = new Set(installation.settings.map(({ key }) => key))
    return {
      stored,
      /** Given by the device, and not taken: by the same rule as a typed reading, and with nobody to ask. */
      notTaken,
      notGiven: [...planned].filter((key) => !readout.values.has(key)),
      unplanned: [...readout.values].filter(([key]) => !planned.has(key)).map(([key, value]) => ({ key, value })),
      /** What it says of itself, for the cross-checks; nothing of it is stored. */
      said: { counts: [...counts], settings: [...readout.values], nowS: Math.round(Date.now() / 1000) },
      unknown: [...readout.unknown].map(([key, value]) => ({ key, value })),
    }
  },
})

type GatewayReading = Omit<Reading, 'receivedAt' | 'recordedByName'>

/** What a device gave as readings with their verdicts, and what the rule of entry does not let in. */
function readingsOf(
  record: JobRecord,
  values: ReadonlyMap<string, number>,
  slotIds: readonly string[],
  make: (
    pointKey: string,
    slotId: string,
    value: Pick<Reading, 'valueNumber' | 'valueWord' | 'digits' | 'unit'>,
  ) => Reading,
): { readings: GatewayReading[]; stored: number; notTaken: { key: string; why: string }[] } {
  const notTaken: { key: string; why: string }[] = []
  const taken = pointsOf(record.installation).flatMap((point) => {
    const value = values.get(point.subject)
    const slot = point.slots.find(({ id }) => id === slotIds[0])
    if (!belongsTo(point, settingLeft) || slot?.input.kind !== 'quantity' || value === undefined) return []
    const answer = readEntry(slot, { kind: 'figure', value, unit: slot.input.unit }, { instrument: null, heldBy: null })
    if (answer.kind === 'ready') {
      const { bound: _bound, ...entered } = answer.value
      return [{ point, readings: slotIds.map((slotId) => make(point.key, slotId, entered)) }]
    }
    const why = answer.kind === 'refused' ? refusalWords(answer.why, slot) : answer.asks.map(askWords).join(' ')
    notTaken.push({ key: point.subject, why })
    return []
  })
  const added = taken.flatMap(({ readings }) => readings)
  const evidence = evidenceOf({ ...record, readings: [...record.readings, ...added] })
  const readings = taken.flatMap(({ point, readings: own }) => {
    const shownVerdict = judgementOf(evidence, point).verdict
    return own.map(({ receivedAt: _received, recordedByName: _name, ...stored }) => ({ ...stored, shownVerdict }))
  })
  return { readings, stored: taken.length, notTaken }
}
