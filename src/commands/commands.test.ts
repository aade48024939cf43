import { describe, expect, it } from 'vitest'
import { aCircuit, aLoad, fitItem, house, reading, recordOf } from '../../tests/support/house'
import { aMark } from '../../tests/support/marks'
import { benchOf } from '../core/evidence/bench'
import { startingTopology } from '../core/wiring/topology/startingTopology'
import { COMMANDS, type CommandInput, type CommandName, type Entry, applyEntry } from '.'
import { detailOf, inputOfReading } from './recordReadings'

const { jobId } = house()
const id = (n: number) => `018f0000-0000-7000-8000-${String(n).padStart(12, '0')}`
const by = { userId: 'u1', name: 'Maud' }
const at = '2026-03-01T10:00:00.000Z'
const entry = <N extends CommandName>(useCase: N, input: CommandInput<N>): Entry =>
  ({ id: id(1), useCase, input, at, version: 1 }) as unknown as Entry

const { id: _load, ...loadFields } = aLoad({ tag: 'kettle', name: 'Kettle' })
const { id: _circuit, ...circuitFields } = aCircuit({ tag: 'c9' })
const snag = fitItem('snag', 'snag1', {
  wallTag: null,
  xMm: null,
  yMm: null,
  place: 'by the door',
  who: null,
  due: null,
  clearedOn: null,
  clearedBy: null,
})
const { byName: _mark, ...mark } = aMark('out', 0)
const { graph } = { graph: startingTopology(house()) }

/** One entry of every command that changes a record, and what must be seen of it afterwards. */
const EVERY: Readonly<Record<CommandName, Entry>> = {
  recordReadings: entry('recordReadings', {
    readings: [inputOfReading(reading('outage.told', 'answer', 'yes', { id: id(9), recordedAt: at }))],
  }),
  addPicture: entry('addPicture', {
    attachment: {
      id: id(2),
      jobId,
      kind: 'picture',
      subject: 'inv1',
      fileName: 'p.jpg',
      sha256: '',
      byteCount: 1,
      mediaType: 'image/jpeg',
      takenAt: null,
      addedByName: 'Maud',
      receivedAt: at,
    },
  }),
  addRecording: entry('addRecording', { reading: reading('outage.gap', 'recording', 12, { id: id(3) }) }),
  overrideHold: entry('overrideHold', {
    id: id(4),
    jobId,
    step: 'firstLive',
    condition: 'torque',
    reason: 'done by the maker',
  }),
  setJobLimit: entry('setJobLimit', {
    id: id(13),
    jobId,
    key: 'continuityMax',
    value: 1,
    reason: 'short circuits in a small house',
  }),
  markOutage: entry('markOutage', { ...mark, jobId }),
  openVisit: entry('openVisit', {
    id: id(12),
    jobId,
    kind: 'periodic',
    reason: 'five years on',
    touched: [],
    openedAt: at,
  }),
  changeJob: entry('changeJob', {
    jobId,
    version: null,
    before: { supply: house().supply },
    supply: { ...house().supply, ratingA: 63 },
  } as CommandInput<'changeJob'>),
  saveItem: entry('saveItem', { jobId, kind: 'load', itemId: id(5), fields: { ...loadFields, sort: 3 } }),
  removeItem: entry('removeItem', { jobId, kind: 'circuit', itemId: id(21) }),
  saveSurveyItem: entry('saveSurveyItem', {
    jobId,
    kind: 'arrayFace',
    itemId: id(6),
    fields: { tag: 'f1', name: 'South', sort: 0, peakW: 4000, tiltDeg: 35, azimuthDeg: 180 },
  }),
  removeSurveyItem: entry('removeSurveyItem', { jobId, itemId: id(22) }),
  saveFitItems: entry('saveFitItems', {
    jobId,
    items: [{ kind: 'snag', itemId: id(7), fields: { tag: 'snag1', name: 'Cover missing', sort: 0, ...snag.detail } }],
  }),
  removeFitItem: entry('removeFitItem', { jobId, itemId: id(23) }),
  replaceComponent: entry('replaceComponent', {
    id: id(8),
    jobId,
    componentTag: 'inv1',
    cause: 'deadOnArrival',
    reason: 'no display',
    replacedAt: at,
  }),
  saveWiring: entry('saveWiring', { id: id(10), jobId, layer: 'wired', base: 0, note: 'as found', madeAt: at, graph }),
  setCoreColours: entry('setCoreColours', { jobId, colours: { L1: 'brown', N: '' } }),
}

const before = () => ({
  ...recordOf(
    house({
      circuits: [aCircuit({ id: id(21) })],
      survey: [{ id: id(22), kind: 'service', tag: 'gas', name: 'Gas', detail: {} }] as never,
      fit: [{ ...snag, id: id(23), tag: 'old' }],
    }),
    [reading('fit.component.inv1', 'serial', 'OLD1')],
  ),
})

describe('every command', () => {
  it.each(Object.entries(EVERY))('%s shows at once on the record it was done to', (_name, one) => {
    const record = before()
    expect(applyEntry(record, one, by)).not.toEqual(record)
  })
  it.each(Object.entries(EVERY))('%s done twice is the same as once', (_name, one) => {
    const once = applyEntry(before(), one, by)
    expect(applyEntry(once, one, by)).toEqual(once)
  })
  it.each(Object.entries(EVERY))('%s leaves the record it was given as it was', (_name, one) => {
    const record = before()
    const kept = structuredClone(record)
    applyEntry(record, one, by)
    expect(record).toEqual(kept)
  })
  it.each(Object.entries(EVERY))('%s takes what it is sent with', (name, one) => {
    const { schema } = COMMANDS[name as CommandName]
    expect(() => schema.validateSync(one.input)).not.toThrow()
  })
})

describe('done without a connection', () => {
  it('an override releases its hold', () => {
    const told = benchOf(applyEntry(before(), EVERY.overrideHold, by)).holds[0]?.conditions.find(
      ({ condition }) => condition.id === 'torque',
    )
    expect([told?.holds, told?.override?.byName]).toEqual([true, 'Maud'])
  })
  it('a replacement sets aside what was shown with the old one, and keeps its serial', () => {
    const record = applyEntry(before(), EVERY.replaceComponent, by)
    expect(record.replacements).toMatchObject([{ oldSerial: 'OLD1', replacedAt: at, replacedByName: 'Maud' }])
    expect(benchOf(record).judgements.get('fit.component.inv1')?.why).toMatch(/^Open again/)
  })
  it('a thing of the plan brings its points', () => {
    const record = applyEntry(
      before(),
      entry('saveItem', { jobId, kind: 'circuit', itemId: id(11), fields: { ...circuitFields, sort: 0 } }),
      by,
    )
    expect(benchOf(record).points.some(({ key }) => key === 'wire.dead.circuit.c9')).toBe(true)
  })
  it('a reading stands with who and when, not yet received', () => {
    expect(applyEntry(before(), EVERY.recordReadings, by).readings.at(-1)).toMatchObject({
      recordedBy: 'u1',
      recordedByName: 'Maud',
      recordedAt: at,
      receivedAt: null,
      detail: null,
    })
  })
})

describe('a reading on the wire', () => {
  it('comes back as it went', () => {
    const made = reading('earth.islandBond', 'ne', 0.4, {
      digits: '0.40',
      unit: 'V',
      detail: { bound: 'below', confirmed: ['stepHeld'] },
    })
    const input = inputOfReading(made)
    expect(detailOf(input)).toEqual(made.detail)
    expect(detailOf(inputOfReading(reading('outage.told', 'answer', 'yes')))).toBeNull()
  })
})
