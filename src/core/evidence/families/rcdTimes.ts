import {
  type RcdModeReadings,
  type RcdModeVerdicts,
  type TripTime,
  residualCurrentTrip,
} from '../../earthing/residualCurrentTrip'
import { type ResidualDevice, residualDeviceName, residualDevicesInIsland } from '../../installation/residualDevices'
import { formatQuantity } from '../../quantity/formatQuantity'
import type { Verdict } from '../../rules/verdict'
import type { PointFamily } from '../family'
import type { EvidenceContext, Judgement, Point, Slot } from '../point'
import { pointOf } from '../pointOf'
import { latestBySlot } from '../reading'
import { type SlotReadings, afterCalibration, slotReadings } from '../slotReadings'

const NO_TRIP = { none: ['none', 'notrip', '>2000', '>300'] } as const
type Mode = 'grid' | 'island'

/** Fault currents at which a class A device is timed, in mA. */
const FAULTS_MA = [20, 264] as const

const time = (slot: SlotReadings, id: string): TripTime => (slot.word(id) === 'none' ? 'none' : slot.number(id))

function slotsOf(device: ResidualDevice, mode: Mode): Slot[] {
  const slot = (id: string, label: string, input: Slot['input']): Slot => ({
    id,
    label,
    // a shared device has a head word of its own: its short name may be that of a circuit too
    path: [device.shared ? 'rcds' : 'rcd', device.tag, id],
    optional: [mode],
    mode,
    input,
  })
  const timed = { kind: 'quantity', unit: 'ms', measures: 'rcdTime', alsoWords: NO_TRIP } as const
  const ramp = slot('ramp', 'Ramp, tripping current', {
    kind: 'quantity',
    unit: 'mA',
    measures: 'rcdCurrent',
    alsoWords: NO_TRIP,
  })
  if (device.device === 'gfciA')
    return [ramp, slot('t20', 'Time at 20 mA', timed), slot('t264', 'Time at 264 mA', timed)]
  return [
    slot('half', 'At ½ × must hold', {
      kind: 'word',
      words: { held: ['held', 'no', 'ok', 'holds'], tripped: ['tripped', 'trip', 'yes'] },
    }),
    slot('x1', 'Time at 1 ×', timed),
    slot('x5', 'Time at 5 ×', timed),
    ramp,
  ]
}

/** The readings of one point in the shape E-9 judges. */
function modeReadings(device: ResidualDevice, slots: SlotReadings): RcdModeReadings {
  const ramp = time(slots, 'ramp')
  if (device.device === 'gfciA') {
    const faults = FAULTS_MA.flatMap((testMa) => {
      const timeMs = time(slots, `t${testMa}`)
      return timeMs === null ? [] : [{ testMa, timeMs }]
    })
    return { rampMa: ramp, faults }
  }
  const half = slots.word('half')
  return {
    halfTripped: half === null ? null : half === 'tripped',
    x1Ms: time(slots, 'x1'),
    x5Ms: time(slots, 'x5'),
    rampMa: ramp,
  }
}

const timeText = (timeMs: TripTime): string | null =>
  timeMs === null ? null : timeMs === 'none' ? 'no trip' : formatQuantity(timeMs, 'ms')

const currentText = (currentMa: TripTime): string | null =>
  typeof currentMa === 'number' ? formatQuantity(currentMa, 'mA') : timeText(currentMa)

/** What decides, with its test: the first that is outside its limit, else the trip time that protects. */
function figureText(slots: SlotReadings, result: RcdModeVerdicts): string | null {
  const timed = (slot: string) => timeText(time(slots, slot))
  const faults = FAULTS_MA.filter((testMa) => timed(`t${testMa}`) !== null)
  const tests: [Verdict | undefined, string, string | null][] = [
    [result.half, TEST_WORDS.half, slots.word('half')],
    [result.x1, TEST_WORDS.x1, timed('x1')],
    [result.x5, TEST_WORDS.x5, timed('x5')],
    [result.ramp, TEST_WORDS.ramp, currentText(time(slots, 'ramp'))],
    ...faults.map((testMa, k): (typeof tests)[number] => [
      result.faults?.[k],
      `${testMa}\u00a0mA`,
      timed(`t${testMa}`),
    ]),
  ]
  const outside = tests.find(([verdict]) => verdict === 'stop')
  return outside ? `${outside[1]} ${outside[2]}` : (timed('x5') ?? timed('x1') ?? timed('t20'))
}

const DISAGREE = 'Its circuits say different things of the device they share: put them right first.'
const TEST_WORDS = { half: '½ ×', x1: '1 ×', x5: '5 ×', ramp: 'ramp' } as const

function limitText(device: ResidualDevice, { limits }: EvidenceContext['pack']): string {
  const n = device.iDeltaNMa
  if (device.device === 'gfciA')
    return `trips at ${limits.gfciRampMin.value}–${limits.gfciRampMax.value} mA, within (20/I)^1.43 s`
  const ramp = `ramp ${limits.rcdRampMinShare.value * n}–${limits.rcdRampMaxShare.value * n} mA`
  return device.device === 'delayed'
    ? `1 × ${limits.rcdDelayedX1Min.value}–${limits.rcdDelayedX1Max.value} ms, 5 × ${limits.rcdDelayedX5Min.value}–${limits.rcdDelayedX5Max.value} ms, ${ramp}`
    : `½ × holds, 1 × ≤ ${limits.rcdGeneralX1Max.value} ms, 5 × ≤ ${limits.rcdGeneralX5Max.value} ms, ${ramp}`
}

function whyOf(verdict: Verdict, failed: readonly string[], missing: readonly string[], any: boolean, mode: Mode) {
  if (failed.length > 0)
    return `Outside its limit: ${failed.join(', ')}.${mode === 'island' ? ' On the battery this circuit is not protected: do not go on.' : ''}`
  if (!any) return `Test it ${mode === 'island' ? 'in island mode' : 'on the street’s supply'}.`
  if (missing.length > 0) return `Still to test: ${missing.join(', ')}.`
  return verdict === 'watch'
    ? 'Within the limits, but a reading lies closer to one than the instrument can tell.'
    : 'All tests are within their limits.'
}

/** E-9 of one point, test by test. */
function modeVerdicts(point: Point<ResidualDevice>, context: EvidenceContext, mode: Mode): RcdModeVerdicts {
  const device = point.thing
  const slots = slotReadings(point, context)
  const readings = (of: Mode) => (of === mode && slots.any ? modeReadings(device, slots) : null)
  return residualCurrentTrip({
    pack: context.pack.id,
    device: device.device,
    iDeltaNMa: device.iDeltaNMa,
    instrumentMs: slots.accuracy('x1') ?? slots.accuracy('x5') ?? slots.accuracy('t20'),
    instrumentMa: slots.accuracy('ramp'),
    grid: readings('grid'),
    island: readings('island'),
  })[mode]
}

function judgeTrips(point: Point<ResidualDevice>, context: EvidenceContext, mode: Mode): Judgement {
  const device = point.thing
  const slots = slotReadings(point, context)
  const result = modeVerdicts(point, context, mode)
  const tests = (['half', 'x1', 'x5', 'ramp'] as const).filter((test) => result[test] !== undefined)
  const named = (verdict: string) => tests.filter((test) => result[test] === verdict).map((test) => TEST_WORDS[test])
  const failed = [...named('stop'), ...(result.faults?.includes('stop') ? ['fault time'] : [])]
  const missing = [...named('open'), ...(device.device === 'gfciA' && !result.faults?.length ? ['fault time'] : [])]
  const said = whyOf(result.verdict, failed, missing, slots.any, mode)
  const why = device.agreed ? said : `${DISAGREE} ${said}`
  return afterCalibration(
    {
      verdict: device.agreed || result.verdict === 'stop' ? result.verdict : 'open',
      code: 'E-9',
      why,
      limit: limitText(device, context.pack),
      value: figureText(slots, result),
      basis: `${context.pack.words.residualCurrentDevice}, ${device.device === 'gfciA' ? 'class A' : `${device.device} type`}, ${device.iDeltaNMa} mA (E-9).`,
    },
    slots,
  )
}

/** The families of both modes differ in what waits for them and in what they rest on. */
const MODES = {
  grid: {
    id: 'rcdGrid',
    place: 'residualCurrentGrid',
    precedes: ['loadedIsland.gridRcd'],
    waitsFor: null,
    restsOn: [],
    proves: [],
    label: 'on the street',
    why: 'The reference for the test in island mode.',
  },
  island: {
    id: 'rcdIsland',
    place: 'residualCurrentIsland',
    precedes: ['loadedIsland.islandRcd'],
    waitsFor: 'firstIsland',
    restsOn: ['inverter', 'gateway', 'battery'],
    proves: ['protection'],
    label: 'in island mode',
    why: 'A device that trips on the street may have nothing to trip on when the house stands alone.',
  },
} as const

/** E-9: trip times of each residual-current device with a backed-up circuit behind it, once in one mode. */
function rcdFamily(mode: Mode): PointFamily<ResidualDevice> {
  const { label, why, ...declared } = MODES[mode]
  return {
    periodic: true,
    ...declared,
    view: 'earth.modes',
    things: residualDevicesInIsland,
    key: ({ tag, shared }) => `earth.rcd.${shared ? 'shared.' : ''}${tag}.${mode}`,
    point: (device, _installation, { words }) => ({
      subject: device.tag,
      label: `${words.residualCurrentDeviceShort} of ${residualDeviceName(device)}, ${label}`,
      why,
      slots: slotsOf(device, mode),
    }),
    judge: (point, context) => judgeTrips(point, context, mode),
  }
}

export const rcdGrid = rcdFamily('grid')
export const rcdIsland = rcdFamily('island')
export const RCD_FAMILIES: Readonly<Record<Mode, PointFamily<ResidualDevice>>> = { grid: rcdGrid, island: rcdIsland }

/** Slots whose test makes the device trip. */
const TRIP_SLOTS = ['x1', 'x5', 't20', 't264', 'ramp'] as const

/** Whether one test of a device makes it trip within the limits of E-9. */
function tripPasses(point: Point<ResidualDevice>, context: EvidenceContext): boolean {
  const { x1, x5, ramp, faults = [] } = modeVerdicts(point, context, 'island')
  return point.thing.agreed && [x1, x5, ramp, ...faults].includes('proven')
}

/**
 * Whether some residual-current device is seen to trip in island mode: `true` only for a trip that itself passes E-9, `false` when one was tested and
 * did not trip, `null` when none was tested, or none has passed.
 */
export function islandTripSeen(context: EvidenceContext): boolean | null {
  const points = residualDevicesInIsland(context.installation).map((device) => pointOf(rcdIsland, device, context))
  const failed = points.some(({ key }) => {
    const latest = latestBySlot(context.readings, key)
    return TRIP_SLOTS.some((slot) => latest.get(slot)?.valueWord === 'none')
  })
  if (failed) return false
  return points.some((point) => tripPasses(point, context)) ? true : null
}
