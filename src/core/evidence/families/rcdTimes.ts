import { type RcdModeReadings, type TripTime, residualCurrentTrip } from '../../earthing/residualCurrentTrip'
import type { Circuit } from '../../installation/installation'
import { formatQuantity } from '../../quantity/formatQuantity'
import type { EvidenceContext, Point, PointFamily, Slot } from '../point'
import { type SlotReadings, afterCalibration, slotReadings } from '../slotReadings'

const NO_TRIP = { none: ['none', 'notrip', '>2000', '>300'] } as const
const MODES = ['grid', 'island'] as const
type Mode = (typeof MODES)[number]

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

/** Whether some residual-current device is seen to trip in island mode: `false` when one was tested and did not. */
export function islandTripSeen(context: EvidenceContext): boolean | null {
  let seen: boolean | null = null
  for (const reading of context.readings) {
    if (!/^earth\.rcd\..+\.island$/.test(reading.pointKey) || !/^(x1|x5|t20|t264|ramp)$/.test(reading.slot)) continue
    if (reading.valueWord === 'none' && isLatest(context, reading.id, reading.pointKey, reading.slot)) return false
    if (reading.valueNumber !== null) seen = true
  }
  return seen
}

const isLatest = ({ readings }: EvidenceContext, id: string, pointKey: string, slot: string) =>
  readings.findLast((reading) => reading.pointKey === pointKey && reading.slot === slot)?.id === id

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

function judge(point: Point, context: EvidenceContext) {
  const [, , tag, mode] = point.key.split('.') as [string, string, string, Mode]
  const circuit = context.installation.circuits.find((candidate) => candidate.tag === tag)
  if (!circuit)
    return {
      verdict: 'open' as const,
      value: null,
      why: 'The circuit is no longer in the plan.',
      limit: null,
      basis: null,
      code: 'E-9',
    }
  const slots = slotReadings(point, context)
  const readings = (of: Mode) => (of === mode && slots.any ? modeReadings(circuit, slots) : null)
  const result = residualCurrentTrip({
    pack: context.pack.id,
    device: circuit.device,
    iDeltaNMa: circuit.iDeltaNMa ?? 30,
    instrumentMs: slots.accuracy('x1') ?? slots.accuracy('x5') ?? slots.accuracy('t20'),
    instrumentMa: slots.accuracy('ramp'),
    grid: readings('grid'),
    island: readings('island'),
  })[mode]
  const tests = (['half', 'x1', 'x5', 'ramp'] as const).filter((test) => result[test] !== undefined)
  const named = (verdict: string) => tests.filter((test) => result[test] === verdict).map((test) => TEST_WORDS[test])
  const failed = [...named('stop'), ...(result.faults?.includes('stop') ? ['fault time'] : [])]
  const missing = [...named('open'), ...(circuit.device === 'gfciA' && !result.faults?.length ? ['fault time'] : [])]
  const x5 = time(slots, 'x5') ?? time(slots, 'x1') ?? time(slots, 't20')
  const why =
    failed.length > 0
      ? `Outside its limit: ${failed.join(', ')}.${mode === 'island' ? ' On the battery this circuit is not protected: do not go on.' : ''}`
      : !slots.any
        ? `Test it ${mode === 'island' ? 'in island mode' : 'on the street’s supply'}.`
        : missing.length > 0
          ? `Still to test: ${missing.join(', ')}.`
          : result.verdict === 'watch'
            ? 'Within the limits, but a reading lies closer to one than the instrument can tell.'
            : 'All tests are within their limits.'
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

/** E-9: residual-current trip times of each backed-up circuit, on the grid and in island mode. */
export const rcdTimes: PointFamily = {
  id: 'rcdTimes',
  derive: ({ circuits }, pack) =>
    MODES.flatMap((mode) =>
      circuits
        .filter(({ iDeltaNMa, backedUp }) => iDeltaNMa !== null && backedUp)
        .map((circuit) => ({
          key: `earth.rcd.${circuit.tag}.${mode}`,
          family: 'rcdTimes',
          stage: 'earth' as const,
          subject: circuit.tag,
          label: `${pack.words.residualCurrentDeviceShort} of ${circuit.tag} ${circuit.name}, ${mode === 'grid' ? 'on the grid' : 'in island mode'}`,
          why:
            mode === 'island'
              ? 'A device that trips on the street may have nothing to trip on when the house stands alone.'
              : 'The reference for the test in island mode.',
          slots: slotsOf(circuit, mode),
        })),
    ),
  judge,
}
