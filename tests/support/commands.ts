import { type CommandInput, type CommandName, type Entry } from '@/commands'
import { inputOfReading } from '@/commands/recordReadings'
import { startingTopology } from '@/core/wiring/topology/startingTopology'
import { aCircuit, aLoad, fitItem, house, reading, recordOf } from './house'
import { aMark } from './marks'

const { jobId } = house()
/** An id of this story. */
export const idOf = (n: number) => `018f0000-0000-7000-8000-${String(n).padStart(12, '0')}`
export const MAUD = { userId: 'u1', name: 'Maud' }
export const AT = '2026-03-01T10:00:00.000Z'
/** An entry of a command. */
export const entryOf = <N extends CommandName>(useCase: N, input: CommandInput<N>): Entry =>
  ({ id: idOf(1), useCase, input, at: AT, version: 1 }) as unknown as Entry

const { id: _load, ...loadFields } = aLoad({ tag: 'kettle', name: 'Kettle' })
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
const graph = { ...startingTopology(house()), interlocks: [] }

/** One entry of every command that changes a record, and what must be seen of it afterwards. */
export const EVERY_COMMAND: Readonly<Record<CommandName, Entry>> = {
  recordReadings: entryOf('recordReadings', {
    readings: [inputOfReading(reading('outage.told', 'answer', 'yes', { id: idOf(9), recordedAt: AT }))],
  }),
  addPicture: entryOf('addPicture', {
    attachment: {
      id: idOf(2),
      jobId,
      kind: 'picture',
      subject: 'inv1',
      fileName: 'p.jpg',
      sha256: '',
      byteCount: 1,
      mediaType: 'image/jpeg',
      takenAt: null,
      addedByName: 'Maud',
      receivedAt: AT,
    },
  }),
  addRecording: entryOf('addRecording', { reading: reading('outage.gap', 'recording', 12, { id: idOf(3) }) }),
  overrideHold: entryOf('overrideHold', {
    id: idOf(4),
    jobId,
    step: 'firstLive',
    condition: 'torque',
    reason: 'done by the maker',
  }),
  setJobLimit: entryOf('setJobLimit', {
    id: idOf(13),
    jobId,
    key: 'continuityMax',
    value: 1,
    reason: 'short circuits in a small house',
  }),
  markOutage: entryOf('markOutage', { ...mark, jobId }),
  openVisit: entryOf('openVisit', {
    id: idOf(12),
    jobId,
    kind: 'periodic',
    reason: 'five years on',
    touched: [],
    openedAt: AT,
  }),
  changeJob: entryOf('changeJob', {
    jobId,
    version: null,
    before: { supply: house().supply },
    supply: { ...house().supply, ratingA: 63 },
  } as CommandInput<'changeJob'>),
  saveItem: entryOf('saveItem', { jobId, kind: 'load', itemId: idOf(5), fields: { ...loadFields, sort: 3 } }),
  saveLoads: entryOf('saveLoads', {
    jobId,
    loads: [{ itemId: idOf(14), fields: { ...loadFields, tag: 'iron', name: 'Iron', sort: 4 } }],
    gone: [],
  }),
  takeComponents: entryOf('takeComponents', {
    jobId,
    sources: {
      before: house().sources as never,
      after: { ...house().sources, standbyW: 80 } as never,
    },
    components: [
      {
        itemId: idOf(15),
        fields: { tag: 'gw1', name: 'Gateway', kind: 'gateway', model: 'Made-up', minimumFirmware: null },
      },
    ],
    gone: [],
  }),
  removeItem: entryOf('removeItem', { jobId, kind: 'circuit', itemId: idOf(21) }),
  saveSurveyItem: entryOf('saveSurveyItem', {
    jobId,
    kind: 'arrayFace',
    itemId: idOf(6),
    fields: { tag: 'f1', name: 'South', sort: 0, peakW: 4000, tiltDeg: 35, azimuthDeg: 180 },
  }),
  removeSurveyItem: entryOf('removeSurveyItem', { jobId, itemId: idOf(22) }),
  saveFitItems: entryOf('saveFitItems', {
    jobId,
    items: [
      { kind: 'snag', itemId: idOf(7), fields: { tag: 'snag1', name: 'Cover missing', sort: 0, ...snag.detail } },
    ],
  }),
  removeFitItem: entryOf('removeFitItem', { jobId, itemId: idOf(23) }),
  replaceComponent: entryOf('replaceComponent', {
    id: idOf(8),
    jobId,
    componentTag: 'inv1',
    cause: 'deadOnArrival',
    reason: 'no display',
    replacedAt: AT,
  }),
  saveWiring: entryOf('saveWiring', {
    id: idOf(10),
    jobId,
    layer: 'wired',
    base: 0,
    note: 'as found',
    madeAt: AT,
    graph,
  }),
  setCoreColours: entryOf('setCoreColours', { jobId, colours: { L1: 'brown', N: '' } }),
}

/** A job that each of them can be done to. */
export const beforeEvery = () => ({
  ...recordOf(
    house({
      circuits: [aCircuit({ id: idOf(21) })],
      survey: [
        {
          id: idOf(22),
          kind: 'service',
          tag: 'gas',
          name: 'Gas',
          detail: { medium: 'gas', material: null, atM: null, depthM: null },
        },
      ],
      fit: [{ ...snag, id: idOf(23), tag: 'old' }],
    }),
    [reading('fit.component.inv1', 'serial', 'OLD1')],
  ),
})
