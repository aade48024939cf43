import { readFileSync, readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import Ajv from 'ajv'
import { describe, expect, it } from 'vitest'
import { aCircuit, aFitUnit, aRun, house, reading, readyForLoads, recordOf, tester } from '../../tests/support/house'
import { benchOf } from '../core/evidence/bench'
import type { JobRecord } from '../core/evidence/judge'
import { startingTopology } from '../core/wiring/topology/startingTopology'
import type { InstallationGraph } from '../core/wiring/installationGraph'
import { graphSchema } from '../schemas/installationGraph'
import { JobFileError } from './issues'
import { jobFileOfRecord } from './jobFileOfRecord'
import { jobJsonSchema } from './jobJsonSchema'
import { judgeJob } from './judgeJob'
import { PLAIN_INSTRUMENT, certificatesNoted } from './certificatesNoted'
import { recordOfJobFile } from './recordOfJobFile'

const root = fileURLToPath(new URL('../../', import.meta.url))
const demos = readdirSync(`${root}demo/jobs`).map((name) => ({
  name,
  job: JSON.parse(readFileSync(`${root}demo/jobs/${name}`, 'utf8')) as Record<string, unknown>,
}))
const crew = JSON.parse(readFileSync(`${root}demo/crew.json`, 'utf8')) as { instruments: JobRecord['instruments'] }
const instruments = crew.instruments.map(({ id, tag, name, lowImpedance, functions }) => ({
  id,
  tag,
  name,
  ...PLAIN_INSTRUMENT,
  certificates: certificatesNoted({ calibrationDue: '2027-01-01' }, '2026-06-01'),
  lowImpedance,
  functions,
}))
const published = JSON.parse(readFileSync(`${root}docs/formats/job.schema.json`, 'utf8')) as object
const read = (job: unknown) => recordOfJobFile(job, { today: '2026-06-01', instruments })
/** Through text, as a file goes. */
const asFile = (record: JobRecord) =>
  JSON.parse(JSON.stringify(jobFileOfRecord(record, { place: 'Nowhere', scheduledDay: null }))) as unknown
const plain = <T>(value: T) => JSON.parse(JSON.stringify(value)) as T

/** A record with something of everything that an app can hold. */
function fullRecord(): JobRecord {
  const installation = house({
    fit: [{ ...aFitUnit({ componentTag: 'inv1' }), sort: 4 } as never],
    survey: [
      {
        id: 's1',
        kind: 'arrayFace',
        tag: 'f1',
        name: 'South',
        sort: 2,
        detail: {
          peakW: 4000,
          tiltDeg: 35,
          azimuthDeg: 180,
          cover: 'tile',
          panels: 10,
          pvTag: null,
          widthMm: 8000,
          heightMm: 5000,
          edgeMm: 300,
          gapMm: 20,
          panelWidthMm: 1100,
          panelHeightMm: 1700,
          obstacles: '1200 800 600 900',
        },
      },
    ] as never,
    coreColours: { L1: 'brown' },
    ownLimits: [
      {
        id: 'limit-1',
        key: 'continuityMax',
        value: 1,
        reason: 'Short circuits in a small house',
        byName: 'Maud',
        at: '2027-03-18T08:35:00.000Z',
      },
    ],
    chosenSchool: 'automaticWholeHome',
    schoolReason: 'It fits.',
  })
  // in the form that a stored wiring has
  const graph = graphSchema.cast(startingTopology(installation)) as InstallationGraph
  const revision = {
    id: 'w1',
    jobId: installation.jobId,
    number: 3,
    note: 'as found',
    madeByName: 'Ines',
    madeAt: '2026-03-01T09:00:00.000Z',
    graph,
  }
  return {
    ...recordOf(
      { ...installation, wiring: { planned: null, wired: { ...revision, layer: 'wired' } } },
      [
        ...readyForLoads(),
        reading('wire.dead.circuit.c1', 'insulation', 999, { unit: 'MΩ', digits: '999', detail: { bound: 'above' } }),
        reading('earth.islandBond', 'le', 612, {
          unit: 'V',
          detail: { confirmed: ['outOfRange', 'stepHeld'] },
          instrumentId: tester.id,
        }),
        reading('outage.told', 'answer', 'withdrawn', { supersedes: 'x', supersedeReason: 'asked the wrong person' }),
        reading('outage.gone', 'answer', 'yes'),
      ].map(
        (one) =>
          ({
            ...one,
            unit: one.valueNumber === null ? '' : unitOf(one.pointKey, one.slot, installation),
          }) as typeof one,
      ),
    ),
    attachments: [
      {
        id: 'p1',
        jobId: installation.jobId,
        kind: 'picture',
        subject: 'inv1',
        fileName: 'p.jpg',
        sha256: 'ab',
        byteCount: 12,
        mediaType: 'image/jpeg',
        takenAt: null,
        addedByName: 'Tobin',
        receivedAt: '2026-03-01T09:00:00.000Z',
      },
    ],
    overrides: [
      {
        id: 'o1',
        step: 'firstLive',
        condition: 'torque',
        reason: 'done by the maker',
        byName: 'Ines',
        at: '2026-03-01T09:00:00.000Z',
      },
    ],
    replacements: [
      {
        id: 'r1',
        componentTag: 'inv1',
        oldSerial: 'OLD1',
        cause: 'damaged',
        reason: 'dropped',
        replacedAt: '2025-03-01T09:00:00.000Z',
        replacedByName: 'Ines',
      },
    ],
    serialsElsewhere: [{ serial: 'K1', jobName: 'Another' }],
  }
}

function unitOf(pointKey: string, slotId: string, installation: JobRecord['installation']) {
  const point = benchOf(recordOf(installation)).points.find(({ key }) => key === pointKey)
  const input = point?.slots.find(({ id }) => id === slotId)?.input
  return input?.kind === 'quantity' ? input.unit : ''
}

describe('a job written as a file', () => {
  it('comes back as the same record, with nothing lost', () => {
    const record = fullRecord()
    expect(plain(read(asFile(record)).record)).toEqual(plain(record))
  })
  it.each(demos)('$name comes back as the same record, and judged the same', ({ job }) => {
    const { record } = read(job)
    const again = read(asFile(record)).record
    expect(plain(again)).toEqual(plain(record))
    expect(judgeJob(again)).toEqual(judgeJob(record))
  })
})

describe('judging a job file', () => {
  it('says what the bench says', () => {
    const record = fullRecord()
    const bench = benchOf(record)
    const told = judgeJob(record)
    expect(told.points.map(({ key, verdict }) => [key, verdict])).toEqual(
      bench.points.map(({ key }) => [key, bench.judgements.get(key)?.verdict]),
    )
    expect(told.holds.map(({ step, released }) => [step, released])).toEqual(
      bench.holds.map(({ step, released }) => [step.id, released]),
    )
    expect(told.holds[0]?.conditions.find(({ id }) => id === 'torque')).toMatchObject({
      holds: true,
      verdict: 'watch',
    })
    expect(told.promises).toHaveLength(bench.promises.length)
  })
  it('gives a reason for every hold condition, and names what it waits for', () => {
    const { holds, next } = judgeJob(recordOf(house()))
    for (const { conditions } of holds) for (const { reason } of conditions) expect(reason).toMatch(/\.$/)
    expect(holds[0]?.conditions.find(({ id }) => id === 'dead')?.reason).toMatch(/^Still to show: Electronics/)
    expect(next?.key).toBe('survey.supplyRating')
  })
  it('finds a demo’s traps, and writes the promises of its choice', () => {
    const { job } = demos[1] ?? demos[0]!
    const told = judgeJob(read(job).record)
    expect(told.points.filter(({ verdict }) => verdict === 'stop').map(({ key }) => key)).toEqual([
      'wire.positions',
      'wire.identity.w2',
      'wire.identity.w3',
    ])
    expect(told.promises.map(({ kind }) => kind)).toContain('gapClass')
    expect(told.plan.school.chosen).toBe('automaticWithShedding')
  })
})

describe('a job file that cannot be read', () => {
  const { job } = demos[0] as (typeof demos)[number]
  const issuesOf = (input: unknown) => {
    try {
      read(input)
      return []
    } catch (error) {
      if (!(error instanceof JobFileError)) throw error
      return error.issues.map(({ path, message }) => `${path} ${message}`)
    }
  }
  const changed = (change: object) => issuesOf({ ...job, ...change })
  it.each([
    ['no object', [], /one JSON object/],
    ['null', null, /one JSON object/],
    ['nothing in it', {}, /Name is missing/],
  ])('%s', (_name, input, message) => expect(issuesOf(input).join('\n')).toMatch(message))
  it('names each place that is wrong, in the words of its form', () => {
    const loads = [{ ...(job.loads as object[])[0], powerW: -5 }]
    expect(changed({ loads })).toEqual(['loads[0].powerW Power must be 0 W or more'])
    expect(changed({ circuits: [aCircuit({ breakerA: -1 })] })).toEqual([
      expect.stringMatching(/^circuits\[0\].breakerA /),
    ])
    expect(changed({ runs: [aRun({ lengthM: 0 })] })).toEqual([expect.stringMatching(/^runs\[0\].lengthM /)])
    expect(changed({ survey: [{ kind: 'arrayFace', tag: 'f1', name: 'S', tiltDeg: 200 }] })[0]).toMatch(
      /^survey\[0\]\./,
    )
    expect(changed({ packId: 'moon' })[0]).toMatch(/^packId /)
  })
  it('refuses a reading by the one rule of entry, at its line', () => {
    const line = (text: string, more: object = {}) =>
      changed({ readings: [{ at: '08:00', by: 'x', line: text, ...more }] })
    expect(line('ne 3 A')).toEqual([expect.stringMatching(/^readings\[0\]\.line A does not fit/)])
    expect(line('ne -3')).toEqual([expect.stringMatching(/below zero.*Confirm it under/)])
    expect(line('ne -3', { confirmed: ['belowZero'] })).toEqual([])
    expect(line('nothing 3')).toEqual([expect.stringMatching(/no point of this job/)])
    expect(line('ne 3', { with: 'Z9' })).toEqual([expect.stringMatching(/no instrument “Z9”/)])
    expect(line('ne')).toEqual([expect.stringMatching(/not complete/)])
    const apart = (value: object) =>
      changed({ readings: [{ at: '08:00', point: 'earth.islandBond', slot: 'ne', unit: 'V', ...value }] })
    expect(apart({ number: 4, unit: 'A' })).toEqual([expect.stringMatching(/in V, not in A/)])
    expect(apart({ number: 4, digits: '40' })).toEqual([expect.stringMatching(/digits/)])
    expect(apart({})).toEqual([expect.stringMatching(/a number or a word/)])
    expect(apart({ number: 4, word: 'yes' })).toEqual([expect.stringMatching(/a number or a word/)])
  })
  it('is bounded', () => {
    expect(changed({ readings: Array.from({ length: 5001 }, () => ({ at: '08:00', line: 'ne 1' })) }).join()).toMatch(
      /5000 at most/,
    )
    expect(changed({ loads: Array.from({ length: 501 }, () => ({})) }).join()).toMatch(/500 at most/)
  })
  it('says what it could not take in', () => {
    expect(read({ ...demos[2]?.job }).notTaken).toEqual([
      'The recording nettle-point-leaving.cff is not at hand, so its gap is not on record.',
      'The recording nettle-point-return.cff is not at hand, so its gap is not on record.',
      'Settings read from the gateway need the device; nothing was read.',
      'An outage told in seconds from its cut is the demo’s own form; nothing of it was read.',
      'Sealing is done by the server.',
    ])
  })
})

describe('the published schema', () => {
  const valid = new Ajv({ allErrors: true, strict: false }).compile(published)
  it('is the one that the app’s own schemas make', () => {
    expect(plain(jobJsonSchema())).toEqual(published)
  })
  it.each(demos)('holds for $name', ({ job }) => {
    expect(valid(job), JSON.stringify(valid.errors?.slice(0, 3))).toBe(true)
  })
  it('holds for an export, and not for what the app refuses', () => {
    expect(valid(asFile(fullRecord())), JSON.stringify(valid.errors?.slice(0, 3))).toBe(true)
    const { job } = demos[0] as (typeof demos)[number]
    for (const change of [
      { packId: 'moon' },
      { loads: [{ tag: 'x', powerW: -5 }] },
      { readings: [{ line: 'ne 3' }] },
      { testDepth: 'deep' },
      { survey: [{ kind: 'arrayFace', tag: 'f1', name: 'S', tiltDeg: 'steep' }] },
    ])
      expect(valid({ ...job, ...change }), JSON.stringify(change)).toBe(false)
  })
})
