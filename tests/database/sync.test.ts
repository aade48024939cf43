import { v7 as uuidv7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { COMMANDS, type CommandInput, type CommandName, applyEntry } from '@/commands'
import { jobById } from '@/db/queries/installations'
import type { Actor } from '@/server/access'
import { jobRecord } from '@/server/jobAccess'
import { takeEntries } from '@/server/takeEntries'
import { aCircuit, aLoad } from '../support/house'
import { type TestCrew, db, makeCrew, makeJob, sent } from '../support/database'

let crew: TestCrew
let jobId: string
beforeAll(async () => {
  crew = await makeCrew()
  jobId = await makeJob(crew)
})

const at = () => new Date().toISOString()
const entry = <N extends CommandName>(useCase: N, input: CommandInput<N> | object, change: object = {}) => ({
  id: uuidv7(),
  useCase,
  input,
  at: at(),
  version: COMMANDS[useCase].version,
  ...change,
})
const take = (entries: unknown[], role: Actor['role'] = 'lead') => takeEntries(db, crew.actor(role), { entries })
const outcomes = async (entries: unknown[], role?: Actor['role']) =>
  (await take(entries, role)).map(({ outcome }) => outcome)
const record = async () => {
  const row = await jobById(db, jobId)
  if (!row) throw new Error('no job')
  return jobRecord(db, row)
}
const told = (change: object = {}) => {
  const reading = { ...sent(jobId, 'outage.told', 'answer', 'yes'), ...change }
  return entry('recordReadings', { readings: [reading] }, { id: reading.id })
}
const { id: _load, ...load } = aLoad({ tag: 'pump', name: 'Pump' })
const { id: _circuit, ...circuit } = aCircuit({ tag: 'c7' })

describe('a batch of entries', () => {
  it('is carried out in its order, each answered by itself', async () => {
    const circuitId = uuidv7()
    const answers = await take([
      told(),
      entry('saveItem', { jobId, kind: 'circuit', itemId: circuitId, fields: { ...circuit, sort: 5 } }),
      // only now is there a point for it
      entry('recordReadings', { readings: [sent(jobId, 'wire.dead.circuit.c7', 'insulation', 200, { unit: 'MΩ' })] }),
      entry('saveItem', { jobId, kind: 'load', itemId: uuidv7(), fields: { ...load, powerW: -1 } }),
      entry('removeItem', { jobId, kind: 'circuit', itemId: circuitId }),
    ])
    expect(answers.map(({ outcome }) => outcome)).toEqual(['stored', 'stored', 'stored', 'refused', 'stored'])
    expect(answers[3]?.message).toMatch(/Power/)
  })
  it('sent twice stores nothing twice', async () => {
    const itemId = uuidv7()
    const batch = [
      told(),
      entry('saveItem', { jobId, kind: 'load', itemId, fields: { ...load, tag: 'pump2', sort: 1 } }),
      entry('overrideHold', {
        id: uuidv7(),
        jobId,
        step: 'firstLive',
        condition: 'torque',
        reason: 'torqued by the maker’s own crew',
      }),
      entry('replaceComponent', {
        id: uuidv7(),
        jobId,
        componentTag: 'inv1',
        cause: 'damaged',
        reason: 'dropped',
        replacedAt: at(),
      }),
      entry('removeItem', { jobId, kind: 'load', itemId }),
    ]
    await take(batch)
    const once = await record()
    expect((await outcomes(batch)).every((outcome) => outcome !== 'refused')).toBe(true)
    const twice = await record()
    expect([twice.readings.length, twice.overrides.length, twice.replacements.length]).toEqual([
      once.readings.length,
      once.overrides.length,
      once.replacements.length,
    ])
  })
  it('says no to what it does not know, and to what a newer app has made', async () => {
    const answers = await take([
      entry('recordReadings', {}, { useCase: 'dropTables' }),
      entry('addPicture', {}),
      { ...told(), version: 99 },
      entry('recordReadings', { readings: [] }),
      entry('recordReadings', { readings: [null] }),
    ])
    expect(answers.map(({ outcome }) => outcome)).toEqual(Array(5).fill('refused'))
    expect(answers[2]?.message).toMatch(/newer version/)
    expect((await take([{ useCase: 'recordReadings' }]))[0]).toMatchObject({
      outcome: 'refused',
      message: expect.stringContaining('missing'),
    })
    await expect(takeEntries(db, crew.actor('lead'), { entries: 7 })).rejects.toMatchObject({ status: 422 })
    await expect(take(Array.from({ length: 201 }, () => told()))).rejects.toThrow('200 entries at most')
  })
  it('keeps to the table of rights', async () => {
    expect(
      await outcomes(
        [entry('saveItem', { jobId, kind: 'load', itemId: uuidv7(), fields: { ...load, sort: 1 } })],
        'hand',
      ),
    ).toEqual(['refused'])
    expect(await outcomes([told()], 'office')).toEqual(['refused'])
  })
})

describe('the rule of entry on the server', () => {
  it.each([
    ['a word that is no answer', { valueWord: 'perhaps' }, /no answer here/],
    ['a way to type a word', { valueWord: 'y' }, /no answer here/],
    ['a number where a word is wanted', { valueWord: null, valueNumber: 1 }, /no answer here/],
    ['both', { valueNumber: 1 }, /a number or a word/],
  ])('refuses %s', async (_name, change, message) => {
    const [answer] = await take([told(change)])
    expect([answer?.outcome, answer?.message]).toEqual(['refused', expect.stringMatching(message)])
  })
  const figure = (change: object) => {
    const reading = { ...sent(jobId, 'wire.dead.run.w1', 'insulation', 200), unit: 'MΩ' as const, ...change }
    return { ...entry('recordReadings', {}, { id: reading.id }), input: { readings: [reading] }, id: reading.id }
  }
  it('refuses digits that are another number, and text no plate has', async () => {
    const serial = sent(jobId, 'fit.component.inv1', 'serial', '<b>x</b>')
    const answers = await take([
      figure({ digits: '20' }),
      entry('recordReadings', { readings: [serial] }),
      figure({ valueNumber: 3, unit: 'V' }),
    ])
    expect(answers.map(({ message }) => message)).toEqual([
      expect.stringMatching(/digits/),
      expect.stringMatching(/letters, digits/),
      expect.stringMatching(/MΩ, not in V/),
    ])
  })
  it('asks what the quick line asks, and takes what was confirmed', async () => {
    const below = figure({ valueNumber: -0.1 })
    expect(await take([below])).toMatchObject([{ outcome: 'refused', asks: ['belowZero'] }])
    const [reading] = below.input.readings
    expect(await outcomes([{ ...below, input: { readings: [{ ...reading, confirmed: ['belowZero'] }] } }])).toEqual([
      'stored',
    ])
    const old = figure({ valueNumber: -0.2, outOfRangeConfirmed: true })
    expect(await outcomes([old])).toEqual(['stored'])
    expect((await record()).readings.find(({ id }) => id === old.id)?.detail).toEqual({
      confirmed: ['outOfRange', 'belowZero'],
    })
  })
  it('asks about a step that is held, and keeps that it was', async () => {
    const live = sent(jobId, 'earth.islandBond', 'ln', 230)
    const one = entry('recordReadings', { readings: [{ ...live, unit: 'V' }] }, { id: live.id })
    expect(await take([one])).toMatchObject([{ outcome: 'refused', asks: ['stepHeld'] }])
    const confirmed = { ...one, input: { readings: [{ ...live, unit: 'V', confirmed: ['stepHeld'] }] } }
    expect(await outcomes([confirmed])).toEqual(['stored'])
    expect((await record()).readings.find(({ id }) => id === live.id)?.detail).toEqual({ confirmed: ['stepHeld'] })
  })
  it('keeps “more than” with the reading', async () => {
    const over = figure({ bound: 'above' })
    expect(await outcomes([over])).toEqual(['stored'])
    expect((await record()).readings.find(({ id }) => id === over.id)?.detail).toEqual({ bound: 'above' })
  })
})

describe('facts of the job', () => {
  const supply = async () => (await record()).installation.supply
  const change = async (before: object, after: object) =>
    take([entry('changeJob', { jobId, before: { supply: before }, supply: after })])
  it('are changed one after the other without a connection between, and sent twice they are harmless', async () => {
    const first = await supply()
    const [second, third] = [
      { ...first, ratingA: 50 },
      { ...first, ratingA: 63, powerFactor: 0.9 },
    ]
    const both = [
      entry('changeJob', { jobId, before: { supply: first }, supply: second }),
      entry('changeJob', { jobId, before: { supply: second }, supply: third }),
    ]
    expect(await outcomes(both)).toEqual(['stored', 'stored'])
    expect(await outcomes([both[1]])).toEqual(['stored'])
    expect(await supply()).toEqual(third)
  })
  it('that somebody else changed meanwhile are not overwritten; other parts are no matter', async () => {
    const seen = await supply()
    await change(seen, { ...seen, ratingA: 40 })
    expect(await change(seen, { ...seen, ratingA: 100 })).toMatchObject([
      { outcome: 'refused', message: expect.stringMatching(/Somebody else changed this job meanwhile/) },
    ])
    expect((await supply()).ratingA).toBe(40)
    const { site } = (await record()).installation
    expect(
      await outcomes([entry('changeJob', { jobId, before: { site }, site: { ...site, routerPlace: 'hall' } })]),
    ).toEqual(['stored'])
    expect(await outcomes([entry('changeJob', { jobId, supply: seen })])).toEqual(['refused'])
  })
})

describe('what a device shows and what the server stores', () => {
  it('are the same, for every command', async () => {
    const ids = { load: uuidv7(), fit: uuidv7(), survey: uuidv7(), override: uuidv7(), replacement: uuidv7() }
    const made = [
      entry('saveItem', { jobId, kind: 'load', itemId: ids.load, fields: { ...load, tag: 'fan', sort: 9 } }),
      entry('saveSurveyItem', {
        jobId,
        kind: 'arrayFace',
        itemId: ids.survey,
        fields: { tag: 'f1', name: 'South', sort: 0, peakW: 4000, tiltDeg: 35, azimuthDeg: 180 },
      }),
      entry('saveFitItems', {
        jobId,
        items: [
          {
            kind: 'visit',
            itemId: ids.fit,
            fields: { tag: 'v1', name: 'Meter', sort: 0, who: 'network', fromMin: 540, toMin: 600 },
          },
        ],
      }),
      entry('overrideHold', {
        id: ids.override,
        jobId,
        step: 'firstIsland',
        condition: 'electrode',
        reason: 'measured the week before',
      }),
      entry('replaceComponent', {
        id: ids.replacement,
        jobId,
        componentTag: 'inv1',
        cause: 'warranty',
        reason: 'noisy fan',
        replacedAt: '2026-02-01T09:00:00.000Z',
      }),
      entry('changeJob', {
        jobId,
        before: { supply: (await record()).installation.supply },
        supply: { ...(await record()).installation.supply, ratingA: 80 },
      }),
      entry('setCoreColours', { jobId, colours: { L1: 'brown', L2: '', L3: '', N: 'blue', PE: '' } }),
    ]
    const before = await record()
    const maker = { userId: crew.actor('lead').userId, name: crew.actor('lead').name }
    const onDevice = made.reduce((at_, one) => applyEntry(at_, one as never, maker), before)
    expect(await outcomes(made)).toEqual(Array(made.length).fill('stored'))
    const onServer = await record()
    // rows of the server carry their job along
    const byId = <T extends { id: string }>(list: readonly T[], id: string) => {
      const { jobId: _job, ...one } = list.find((candidate) => candidate.id === id) as T & { jobId?: string }
      return one
    }
    for (const [read, id] of [
      [(one: typeof before) => byId(one.installation.loads, ids.load), ids.load],
      [(one: typeof before) => byId(one.installation.survey, ids.survey), ids.survey],
      [(one: typeof before) => byId(one.replacements, ids.replacement), ids.replacement],
    ] as const) {
      expect(read(onServer), id).toEqual(read(onDevice))
    }
    expect(byId(onServer.installation.fit, ids.fit)).toEqual(byId(onDevice.installation.fit, ids.fit))
    const { at: _device, ...override } = byId(onDevice.overrides, ids.override) ?? { at: '' }
    expect(byId(onServer.overrides, ids.override)).toMatchObject(override)
    expect(onServer.installation.supply).toEqual(onDevice.installation.supply)
    expect(onServer.installation.coreColours).toEqual(onDevice.installation.coreColours)
  })
})
