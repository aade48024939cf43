import { readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { hashPassword } from 'better-auth/crypto'
import { v7 as uuidv7 } from 'uuid'
import { pointsOf } from '@/core/evidence/points'
import { judgeWith } from '@/core/evidence/judge'
import { readQuickLine } from '@/core/evidence/quickLine'
import type { MarkKind } from '@/core/outage/run/outageMark'
import type { Instrument } from '@/core/installation/installation'
import { applyEdit } from '@/core/wiring/edits/applyEdit'
import type { WiringEdit } from '@/core/wiring/edits/wiringEdit'
import { graphOf } from '@/core/wiring/wiringOfInstallation'
import { COMMAND_PATIENCE_MS, connect } from '@/db/client'
import { equipmentOfCrew } from '@/db/queries/equipment'
import { jobById } from '@/db/queries/installations'
import { account, crew, crewMember, instrument, instrumentCertificate, user } from '@/db/schema'
import type { Actor } from '@/server/access'
import { jobRecord } from '@/server/jobAccess'
import { addHouseholdPicture, answerHousehold } from '@/server/household'
import { sealPack, signingKey } from '@/server/pack/sealPack'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { type FitFromPlan, type ScenarioThing, fitOfPlan } from '@/jobFile/fitOfPlan'
import { meterYearCsv } from './meterYear'
import { plateJpeg } from './plate'

// Loads the demo scenario through the same use cases a crew calls, once: what is there already is left alone.

interface Person {
  id: string
  name: string
  email: string
  role: Actor['role']
  licence?: string
  licenceInDays?: number
}
interface Scenario {
  id: string
  name: string
  place: string
  packId: string
  day: number
  testDepth: string
  acceptsShedding: boolean
  supply: unknown
  sources: unknown
  site: unknown
  assumptions?: unknown
  survey: ({ kind: string } & Record<string, unknown>)[]
  fit: ScenarioThing[]
  fitFromPlan?: FitFromPlan
  metering?: { name: string; meanW: number }
  /** What the crew found or did otherwise than planned. */
  wired?: { by: string; at: string; note: string; edits: WiringEdit[] }
  household?: { answers: Record<string, string>; pictures: string[]; firstWord: { word: string; because: string } }
  loads: object[]
  components: { tag: string; name: string; model: string }[]
  circuits: object[]
  runs: object[]
  electrodes: object[]
  settings: object[]
  plan: { school: string; reason: string; gapClass: string; by: string } | null
  readings: { at: string; by: string; line: string; with?: string }[]
  gateway: { at: string; by: string; slot: string }[]
  pictures: string[]
  recordings: { at: string; by: string; point: string; file: string }[]
  /** The outage as it was tapped on two phones, in seconds from the cut. */
  outage?: {
    at: string
    clocks: Record<string, { offsetMs: number; errorMs: number }>
    marks: { s: number; by: string; kind: MarkKind; subject?: string; value?: number }[]
  }
  seal?: { by: string }
}

const DEMO_PASSWORD = 'lamp-and-awl'
const folder = fileURLToPath(new URL('.', import.meta.url))
const json = <T>(path: string) => JSON.parse(readFileSync(join(folder, path), 'utf8')) as T
const { crewId, crewName, people, instruments } = json<{
  crewId: string
  crewName: string
  people: Person[]
  instruments: (Pick<Instrument, 'id' | 'tag' | 'name' | 'serial' | 'lowImpedance' | 'functions'> & {
    calibrationInDays: number
    heldBy?: string
  })[]
}>('crew.json')
const { db, pool } = connect(process.env.DATABASE_URL ?? '', 4, COMMAND_PATIENCE_MS)
const actors = new Map(
  people.map(({ id, name, role }): [string, Actor] => [
    id.replace('demo-', ''),
    { userId: id, name, role, crewId, crewName },
  ]),
)
const actor = (name: string): Actor =>
  actors.get(name) ??
  (() => {
    throw new Error(`the demo has no ${name}`)
  })()
const daysFromNow = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10)

async function loadCrew(): Promise<void> {
  const password = await hashPassword(DEMO_PASSWORD)
  await db.transaction(async (tx) => {
    await tx.insert(crew).values({ id: crewId, name: crewName })
    await tx.insert(user).values(people.map(({ id, name, email }) => ({ id, name, email, emailVerified: true })))
    await tx.insert(account).values(
      people.map(({ id }) => ({
        id: `${id}-password`,
        accountId: id,
        providerId: 'credential',
        userId: id,
        password,
      })),
    )
    await tx.insert(crewMember).values(
      people.map(({ id, role, licence, licenceInDays }) => ({
        crewId,
        userId: id,
        role,
        licence: licence ?? null,
        licenceValidUntil: licenceInDays === undefined ? null : daysFromNow(licenceInDays),
      })),
    )
    await tx.insert(instrument).values(instruments.map(({ calibrationInDays: _days, ...one }) => ({ ...one, crewId })))
    await tx.insert(instrumentCertificate).values(
      instruments.map(({ id, tag, calibrationInDays }) => ({
        id: uuidv7(),
        instrumentId: id,
        calibratedOn: daysFromNow(calibrationInDays - 365),
        dueOn: daysFromNow(calibrationInDays),
        number: `HC-${tag}-26`,
        byName: 'Maud Kellan',
      })),
    )
  })
}

/** What the crew says of itself once: its library, its prices, its letter head. */
async function loadLibrary(): Promise<void> {
  const library = json<{
    letterHead: string
    currency: string
    usualMinutes: Record<string, number>
    prices: object[]
    equipment: { id: string; revisionId: string }[]
  }>('library.json')
  const office = actor('maud')
  for (const { id: equipmentId, revisionId, ...piece } of library.equipment)
    await call(USE_CASES.saveEquipment, db, office, { id: revisionId, equipmentId, after: 0, ...piece })
  const prices = library.prices.map((price) => ({ id: uuidv7(), ...price }))
  await call(USE_CASES.savePrices, db, office, { currency: library.currency, prices })
  await call(USE_CASES.saveHabits, db, office, { usualMinutes: library.usualMinutes, coreColours: {} })
  await call(USE_CASES.changeLetterHead, db, actor('ines'), { letterHead: library.letterHead, logo: 'keep' })
}

/** Clock times of a scenario as instants: past days as written, today's so that the last of them was a quarter of an hour ago. */
function clockOf(scenario: Scenario): (at: string) => string {
  const minutes = (at: string) => Number(at.slice(0, 2)) * 60 + Number(at.slice(3))
  const all = [...scenario.readings, ...scenario.gateway, ...scenario.recordings].map(({ at }) => minutes(at))
  const midnight = Date.parse(`${daysFromNow(scenario.day)}T00:00:00Z`)
  const shift = scenario.day === 0 ? Date.now() - 15 * 60_000 - (midnight + Math.max(0, ...all) * 60_000) : 0
  let step = 0
  return (at) => new Date(midnight + shift + minutes(at) * 60_000 + (step++ % 60) * 1000).toISOString()
}

async function loadJob(scenario: Scenario): Promise<void> {
  const office = actor('maud')
  const jobId = scenario.id
  await call(USE_CASES.createJob, db, office, {
    id: jobId,
    name: scenario.name,
    place: scenario.place,
    packId: scenario.packId,
    scheduledDay: daysFromNow(scenario.day),
  })
  await call(USE_CASES.changeJob, db, office, {
    jobId,
    version: 1,
    supply: scenario.supply,
    sources: scenario.sources,
    site: scenario.site,
    ...(scenario.assumptions !== undefined && { assumptions: scenario.assumptions }),
    acceptsShedding: scenario.acceptsShedding,
    testDepth: scenario.testDepth,
  })
  const items = {
    load: scenario.loads,
    component: scenario.components,
    circuit: scenario.circuits,
    run: scenario.runs,
    electrode: scenario.electrodes,
    setting: scenario.settings,
  }
  for (const [kind, list] of Object.entries(items))
    for (const [sort, fields] of list.entries())
      await call(USE_CASES.saveItem, db, office, { jobId, kind, itemId: uuidv7(), fields: { ...fields, sort } })
  for (const [sort, { kind, ...fields }] of scenario.survey.entries())
    await call(USE_CASES.saveSurveyItem, db, office, { jobId, kind, itemId: uuidv7(), fields: { ...fields, sort } })
  await planFit(jobId, scenario)
  if (scenario.metering)
    await call(USE_CASES.importProfile, db, office, {
      jobId,
      kind: 'load',
      name: scenario.metering.name,
      csv: meterYearCsv(scenario.metering.meanW),
      mapping: null,
    })
  if (scenario.household) await sayAsHousehold(jobId, scenario.household)
  if (scenario.plan) {
    const { by, ...plan } = scenario.plan
    await call(USE_CASES.choosePlan, db, actor(by), { jobId, ...plan })
  }
  const clock = clockOf(scenario)
  if (scenario.wired) await wireOtherwise(jobId, scenario.wired, clock(scenario.wired.at))
  const events = [
    ...scenario.readings.map((event) => ({ ...event, run: () => enter(jobId, event, clock(event.at)) })),
    ...scenario.gateway.map((event) => ({
      ...event,
      run: () =>
        call(USE_CASES.readGateway, db, actor(event.by), { jobId, slot: event.slot, recordedAt: clock(event.at) }),
    })),
    ...scenario.recordings.map((event) => ({
      ...event,
      run: () =>
        call(USE_CASES.addRecording, db, actor(event.by), {
          readingId: uuidv7(),
          jobId,
          pointKey: event.point,
          recordedAt: clock(event.at),
          files: [{ name: event.file, bytes: new Uint8Array(readFileSync(join(folder, 'recordings', event.file))) }],
        }),
    })),
  ].sort((a, b) => a.at.localeCompare(b.at))
  for (const [seed, tag] of scenario.pictures.entries()) {
    const component = scenario.components.find((one) => one.tag === tag)
    const serial = scenario.readings.find(({ line }) => line.startsWith(`serial ${tag} `))?.line.split(' ')[2] ?? ''
    await call(USE_CASES.addPicture, db, actor('tobin'), {
      id: uuidv7(),
      jobId,
      subject: tag,
      fileName: `${tag}.jpg`,
      takenAt: clock('08:50'),
      bytes: await plateJpeg(
        component?.name ?? scenario.fit.find((one) => one.tag === tag)?.name ?? tag,
        component?.model ?? '',
        serial,
        seed * 3 + 1,
      ),
    })
  }
  for (const event of events) await event.run()
  if (scenario.outage) await tapOutage(jobId, scenario.outage, Date.parse(clock(scenario.outage.at)))
  if (scenario.seal) {
    const packId = await sealPack(db, {
      jobId,
      sealedBy: actor(scenario.seal.by).userId,
      secretKeyHex: signingKey(),
      now: new Date(clock('15:10')),
    })
    const { token } = await call(USE_CASES.makeCustomerLink, db, actor(scenario.seal.by), { jobId, packId, days: 365 })
    keepLink('', `/c/${token}`)
  }
}

/** The run of an outage, tapped on the phones of those who were there, each with its own clock. */
async function tapOutage(
  jobId: string,
  { clocks, marks }: NonNullable<Scenario['outage']>,
  cutMs: number,
): Promise<void> {
  const runId = uuidv7()
  for (const { s, by, kind, subject = null, value = null } of marks) {
    const { offsetMs, errorMs } = clocks[by] ?? { offsetMs: 0, errorMs: 50 }
    await call(USE_CASES.markOutage, db, actor(by), {
      id: kind === 'begun' ? runId : uuidv7(),
      jobId,
      runId,
      kind,
      subject,
      value,
      // the phone's own clock is off by what has to be added to it
      at: new Date(cutMs + s * 1000 - offsetMs).toISOString(),
      device: `phone of ${by}`,
      clockOffsetMs: offsetMs,
      clockErrorMs: errorMs,
    })
  }
}

/** Wall, people and visits as written; tasks and pick list as the app proposes them. */
async function planFit(jobId: string, { fit, fitFromPlan }: Scenario): Promise<void> {
  const row = await jobById(db, jobId)
  // the tasks ask for what is to be lifted, so it has to be there first
  const save = (list: readonly ScenarioThing[], from: number) =>
    list.length === 0
      ? undefined
      : call(USE_CASES.saveFitItems, db, actor('maud'), {
          jobId,
          items: list.map(({ kind, ...fields }, k) => ({
            kind,
            itemId: uuidv7(),
            fields: { ...fields, sort: from + k },
          })),
        })
  await save(fit, 0)
  const rest = row && fitFromPlan ? fitOfPlan((await jobRecord(db, row)).installation, fitFromPlan) : []
  await save(rest, fit.length)
}

/** The wiring as the crew has it, changed against the plan. */
async function wireOtherwise(
  jobId: string,
  { by, note, edits }: NonNullable<Scenario['wired']>,
  madeAt: string,
): Promise<void> {
  const row = await jobById(db, jobId)
  if (!row) throw new Error(`no job ${jobId}`)
  const graph = edits.reduce(applyEdit, graphOf((await jobRecord(db, row)).installation, 'wired'))
  await call(USE_CASES.saveWiring, db, actor(by), {
    id: uuidv7({ msecs: Date.parse(madeAt) }),
    jobId,
    layer: 'wired',
    base: 0,
    note,
    madeAt,
    graph,
  })
}

/** Answers and sends pictures over a household link of its own, then gets its first word from the office. */
async function sayAsHousehold(
  jobId: string,
  { answers, pictures, firstWord }: NonNullable<Scenario['household']>,
): Promise<void> {
  const { token } = await call(USE_CASES.makeHouseholdLink, db, actor('maud'), { jobId, days: 60 })
  await answerHousehold(db, token, { answers })
  for (const [seed, subject] of pictures.entries())
    await addHouseholdPicture(db, token, {
      id: uuidv7(),
      subject,
      bytes: await plateJpeg(
        subject === 'board' ? 'Board under the stairs' : 'Meter',
        'picture of the household',
        '',
        seed * 5 + 2,
      ),
    })
  await call(USE_CASES.confirmFirstWord, db, actor('maud'), { jobId, ...firstWord })
  keepLink('-household', `/h/${token}`)
}

/** Types one line on the quick line, as a person would, and sends what it makes. */
async function enter(
  jobId: string,
  { by, line, with: tool }: Scenario['readings'][number],
  recordedAt: string,
): Promise<void> {
  const row = await jobById(db, jobId)
  if (!row) throw new Error(`no job ${jobId}`)
  const record = await jobRecord(db, row)
  const inHand = record.instruments.find(({ tag }) => tag === tool) ?? null
  const state = readQuickLine(line, {
    points: pointsOf(record.installation),
    mode: 'grid',
    instrumentFor: () => inHand,
  })
  if (state.kind !== 'ready')
    throw new Error(`${row.name}: “${line}” is ${state.kind}${'message' in state ? `: ${state.message}` : ''}`)
  const { point, slot } = state.target
  const reading = {
    id: uuidv7({ msecs: Date.parse(recordedAt) }),
    jobId,
    pointKey: point.key,
    slot: slot.id,
    ...state.value,
    instrumentId: inHand?.id ?? null,
    recordedAt,
  }
  const { verdict: shownVerdict } = judgeWith(record, point, {
    ...reading,
    detail: null,
    recordedBy: '',
    recordedByName: '',
    receivedAt: null,
    supersedes: null,
    supersedeReason: null,
    shownVerdict: 'open',
  })
  const [told] = await call(USE_CASES.recordReadings, db, actor(by), { readings: [{ ...reading, shownVerdict }] })
  if (told?.outcome !== 'stored') throw new Error(`${row.name}: “${line}” was not stored: ${told?.message}`)
}

const known = await db.select({ id: crew.id }).from(crew).limit(1)
if (known.length === 0) await loadCrew()
if ((await equipmentOfCrew(db, crewId)).length === 0) await loadLibrary()
for (const file of readdirSync(join(folder, 'jobs')).sort()) {
  const scenario = json<Scenario>(join('jobs', file))
  if ((await jobById(db, scenario.id)) === null) await loadJob(scenario)
}
await pool.end()

/** A link opens a house to whoever has it: only the owner of the data may read the file. */
function keepLink(suffix: string, path: string): void {
  const kept = process.env.AWLBRIGHT_DEMO_LINK
  if (!kept) return
  rmSync(kept + suffix, { force: true })
  writeFileSync(kept + suffix, `${path}\n`, { mode: 0o600, flag: 'wx' })
}
