import {
  type RcdModeReadings,
  type RcdModeVerdicts,
  type TripTime,
  residualCurrentTrip,
} from '../../earthing/residualCurrentTrip'
import type { Circuit, Installation } from '../../installation/installation'
import { formatQuantity } from '../../quantity/formatQuantity'
import type { Verdict } from '../../rules/verdict'
import type { PointFamily } from '../family'
import type { EvidenceContext, Judgement, Point, Slot } from '../point'
import { pointOf } from '../pointOf'
import { latestBySlot } from '../reading'
import { type SlotReadings, afterCalibration, slotReadings } from '../slotReadings'

const NO_TRIP = { none: ['none', 'notrip', '>2000', '>300'] } as const
type Mode = 'grid' | 'island'

const time = (slot: SlotReadings, id: string): TripTime => (slot.word(id) === 'none' ? 'none' : slot.number(id))

function slotsOf(circuit: Circuit, mode: Mode): Slot[] {
  const slot = (id: string, label: string, input: Slot['input']): Slot => ({
    id,
    label,
    path: ['rcd', circuit.tag, id],
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
  if (circuit.device === 'gfciA')
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
function modeReadings(circuit: Circuit, slots: SlotReadings): RcdModeReadings {
  const ramp = time(slots, 'ramp')
  if (circuit.device === 'gfciA') {
    const faults = [20, 264].flatMap((testMa) => {
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

const TEST_WORDS = { half: '½ ×', x1: '1 ×', x5: '5 ×', ramp: 'ramp' } as const

function limitText(circuit: Circuit, { limits }: EvidenceContext['pack']): string {
  const n = circuit.iDeltaNMa ?? 0
  if (circuit.device === 'gfciA')
    return `trips at ${limits.gfciRampMin.value}–${limits.gfciRampMax.value} mA, within (20/I)^1.43 s`
  const ramp = `ramp ${limits.rcdRampMinShare.value * n}–${limits.rcdRampMaxShare.value * n} mA`
  return circuit.device === 'delayed'
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
function modeVerdicts(point: Point<Circuit>, context: EvidenceContext, mode: Mode): RcdModeVerdicts {
  const circuit = point.thing
  const slots = slotReadings(point, context)
  const readings = (of: Mode) => (of === mode && slots.any ? modeReadings(circuit, slots) : null)
  return residualCurrentTrip({
    pack: context.pack.id,
    device: circuit.device,
    iDeltaNMa: circuit.iDeltaNMa ?? 30,
    instrumentMs: slots.accuracy('x1') ?? slots.accuracy('x5') ?? slots.accuracy('t20'),
    instrumentMa: slots.accuracy('ramp'),
    grid: readings('grid'),
    island: readings('island'),
  })[mode]
}

function judgeTrips(point: Point<Circuit>, context: EvidenceContext, mode: Mode): Judgement {
  const circuit = point.thing
  const slots = slotReadings(point, context)
  const result = modeVerdicts(point, context, mode)
  const tests = (['half', 'x1', 'x5', 'ramp'] as const).filter((test) => result[test] !== undefined)
  const named = (verdict: string) => tests.filter((test) => result[test] === verdict).map((test) => TEST_WORDS[test])
  const failed = [...named('stop'), ...(result.faults?.includes('stop') ? ['fault time'] : [])]
  const missing = [...named('open'), ...(circuit.device === 'gfciA' && !result.faults?.length ? ['fault time'] : [])]
  const x5 = time(slots, 'x5') ?? time(slots, 'x1') ?? time(slots, 't20')
  const why = whyOf(result.verdict, failed, missing, slots.any, mode)
  return afterCalibration(
    {
      verdict: result.verdict,
      code: 'E-9',
      why,
      limit: limitText(circuit, context.pack),
      value: x5 === null ? null : x5 === 'none' ? 'no trip' : formatQuantity(x5, 'ms'),
      basis: `${context.pack.words.residualCurrentDevice}, ${circuit.device === 'gfciA' ? 'class A' : `${circuit.device} type`}, ${circuit.iDeltaNMa ?? '–'} mA (E-9).`,
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
    label: 'on the grid',
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

/** Circuits whose residual-current device is tested: those that are backed up. */
const testedCircuits = ({ circuits }: Installation): Circuit[] =>
  circuits.filter(({ iDeltaNMa, backedUp }) => iDeltaNMa !== null && backedUp)

/** E-9: residual-current trip times of each backed-up circuit in one mode. */
function rcdFamily(mode: Mode): PointFamily<Circuit> {
  const { label, why, ...declared } = MODES[mode]
  return {
    ...declared,
    view: 'earth.modes',
    things: testedCircuits,
    key: ({ tag }) => `earth.rcd.${tag}.${mode}`,
    point: (circuit, _installation, { words }) => ({
      subject: circuit.tag,
      label: `${words.residualCurrentDeviceShort} of ${circuit.tag} ${circuit.name}, ${label}`,
      why,
      slots: slotsOf(circuit, mode),
    }),
    judge: (point, context) => judgeTrips(point, context, mode),
  }
}

export const rcdGrid = rcdFamily('grid')
export const rcdIsland = rcdFamily('island')
export const RCD_FAMILIES: Readonly<Record<Mode, PointFamily<Circuit>>> = { grid: rcdGrid, island: rcdIsland }

/** Slots whose test makes the device trip. */
const TRIP_SLOTS = ['x1', 'x5', 't20', 't264', 'ramp'] as const

/** Whether one test of a circuit makes its device trip within the limits of E-9. */
function tripPasses(point: Point<Circuit>, context: EvidenceContext): boolean {
  const { x1, x5, ramp, faults = [] } = modeVerdicts(point, context, 'island')
  return [x1, x5, ramp, ...faults].includes('proven')
}

/**
 * Whether some residual-current device is seen to trip in island mode: `true` only for a trip that itself passes E-9, `false` when one was tested and
 * did not trip, `null` when none was tested, or none has passed.
 */
export function islandTripSeen(context: EvidenceContext): boolean | null {
  const points = testedCircuits(context.installation).map((circuit) => pointOf(rcdIsland, circuit, context))
  const failed = points.some(({ key }) => {
    const latest = latestBySlot(context.readings, key)
    return TRIP_SLOTS.some((slot) => latest.get(slot)?.valueWord === 'none')
  })
  if (failed) return false
  return points.some((point) => tripPasses(point, context)) ? true : null
}
