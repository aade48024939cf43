import { type EarthConductorCurrent, earthConductorCurrent } from '../../earthing/earthConductorCurrent'
import { formatQuantity } from '../../quantity/formatQuantity'
import type { Verdict } from '../../rules/verdict'
import { type PointFamily, THE_JOB, type TheJob, onceAJob } from '../family'
import type { EvidenceContext, Point, Slot } from '../point'
import { pointOf } from '../pointOf'
import { type Reading, MOST_WORD, latestBySlot, madeAt } from '../reading'
import { type SlotReadings, afterCalibration, slotReadings } from '../slotReadings'
import { OHM_SLOTS } from './electrodeMethods'
import { electrodeResistance } from './electrodeResistance'

const current = (id: string, label: string, words: readonly string[]): Slot => ({
  id,
  label,
  path: ['earth', ...words],
  input: { kind: 'quantity', unit: 'A', measures: 'earthCurrent' },
})
const said = (id: string, label: string, word: string): Slot => ({
  id,
  label,
  path: ['earth', word],
  input: { kind: 'text', maxLength: MOST_WORD, prose: true },
})

/** Slots of the clamp, and of what was said and done about a current that was found. */
export const EARTH_CURRENT_SLOTS = {
  now: current('now', 'Clamp on the earth conductor, as found', ['current']),
  off: current('off', 'Clamp again, everything switched off', ['current', 'off']),
  told: said('told', 'What was said to the network operator', 'operator'),
  reference: said('reference', 'Their reference number', 'reference'),
  neighbours: said('neighbours', 'Neighbours asked, and what they see', 'neighbours'),
} as const satisfies Record<string, Slot>

const CLAMP = 'clamp'

/** A clamp reading with the readings beside it, which know its instrument. */
interface Clamped {
  reading: Reading
  slots: SlotReadings
  slot: string
}

const clampedIn = (slots: SlotReadings, slot: string): Clamped[] => {
  const reading = slots.reading(slot)
  return reading ? [{ reading, slots, slot }] : []
}

/** Clamp readings of the electrodes count as much as one entered here. */
const onElectrodes = (context: EvidenceContext): Clamped[] =>
  context.installation.electrodes.flatMap((electrode) =>
    clampedIn(slotReadings(pointOf(electrodeResistance, electrode, context), context), CLAMP),
  )

const largest = (clamps: readonly Clamped[]): Clamped | undefined =>
  [...clamps].sort((a, b) => (b.reading.valueNumber ?? 0) - (a.reading.valueNumber ?? 0))[0]

/** The clamp reading that stands: the one entered here where it is the newest, else the largest of those on the electrodes. */
function standingClamp(point: Point, context: EvidenceContext): Clamped | undefined {
  const [own] = clampedIn(slotReadings(point, context), 'now')
  const clamps = onElectrodes(context)
  const newest =
    clamps
      .map(({ reading }) => madeAt(reading))
      .sort()
      .at(-1) ?? ''
  return own && madeAt(own.reading) >= newest ? own : (largest(clamps) ?? own)
}

/** The last resistance of the electrode, the highest where there are several: what a current makes of it is then never understated. */
function lastElectrodeOhm({ installation, readings }: EvidenceContext): number | null {
  const read = installation.electrodes.flatMap((electrode) => {
    const latest = latestBySlot(readings, electrodeResistance.key(electrode))
    return OHM_SLOTS.flatMap((slot) => latest.get(slot)?.valueNumber ?? [])
  })
  return read.length === 0 ? null : Math.max(...read)
}

/** What E-11 makes of a job's readings. */
export interface EarthCurrent extends EarthConductorCurrent {
  currentA: number | null
  afterOffA: number | null
  /** When the reading that stands was made. */
  clampedAt: string | null
  /** Why its instrument makes weak evidence. */
  weakInstrument: string | null
}

/** What stands, and what follows from it; the reading after everything was switched off counts only when it is the later one. */
export function earthCurrentOf(point: Point, context: EvidenceContext): EarthCurrent {
  const slots = slotReadings(point, context)
  const standing = standingClamp(point, context)
  const off = slots.reading('off')
  const afterOffA = off && standing && madeAt(off) >= madeAt(standing.reading) ? slots.number('off') : null
  const currentA = standing?.slots.number(standing.slot) ?? null
  return {
    currentA,
    afterOffA,
    clampedAt: standing ? madeAt(standing.reading) : null,
    weakInstrument: standing?.slots.weakInstrument ?? null,
    ...earthConductorCurrent(
      {
        currentA,
        raOhm: lastElectrodeOhm(context),
        afterOffA,
        instrument: standing?.slots.accuracy(standing.slot) ?? null,
      },
      context.pack.limits,
    ),
  }
}

const NOTHING_DONE =
  'Touch no metal. Switch the whole installation off, every local source with it, and clamp again: that decides where the current comes from.'
const FROM_THE_NETWORK =
  'Touch no metal. The current stays with everything off, so it comes from the network: its neutral may be broken. Do not open this conductor, keep people off metalwork, stand clear, and call the network operator.'
const FROM_INSIDE =
  'It goes when everything is off, so it comes from inside. Look for it with the supply off: a second bond, a fault to earth, or leakage that adds up.'

const known = (slots: SlotReadings, slot: 'told' | 'reference') => slots.word(slot) !== null

/** A current that nobody has traced is not done with; one from the network stops the job, whatever its size. */
function verdictOf({ verdict, decision }: EarthConductorCurrent): Verdict {
  if (decision === 'network') return 'stop'
  return decision === 'switchOff' && verdict === 'watch' ? 'open' : verdict
}

function whyOf({ verdict, decision, touchV }: EarthConductorCurrent, slots: SlotReadings): string {
  if (verdict === 'open') return 'Clamp the earth conductor before anybody opens it, and again after fitting.'
  const touch = touchV === null ? '' : ` About ${formatQuantity(touchV, 'V', 2)} stand on earthed metal with it.`
  if (decision === 'switchOff') return NOTHING_DONE + touch
  if (decision === 'inside') return FROM_INSIDE + touch
  if (decision === null) return 'What flows is what filters and appliances leave.'
  const told = known(slots, 'told') && known(slots, 'reference') ? '' : ' Keep what they said, and their reference.'
  return FROM_THE_NETWORK + touch + told
}

/** E-11: current in the earth conductor, and the decision about it, made for a bad moment. */
export const earthCurrent: PointFamily<TheJob> = {
  id: 'earthCurrent',
  periodic: true,
  urgent: true,
  place: 'electrode',
  view: 'earth.clamp',
  precedes: ['firstIsland.clamp'],
  waitsFor: null,
  restsOn: [],
  proves: [],
  things: onceAJob,
  key: () => 'earth.current',
  point: (_job, _installation, { words }) => ({
    subject: 'earthCurrent',
    label: `Current in the ${words.earth} conductor`,
    why: 'A current here can be the street’s neutral coming home through the house.',
    slots: Object.values(EARTH_CURRENT_SLOTS),
  }),
  judge: (point, context) => {
    const slots = slotReadings(point, context)
    const found = earthCurrentOf(point, context)
    const { clampForbidsOpening, clampStop, touchVoltageMax } = context.pack.limits
    return afterCalibration(
      {
        code: 'E-11',
        verdict: verdictOf(found),
        value: found.currentA === null ? null : formatQuantity(found.currentA, 'A'),
        why: whyOf(found, slots),
        limit: `below ${clampForbidsOpening.value} A; from ${clampStop.value} A, or ${touchVoltageMax.value} V on metal, dangerous by itself`,
        basis: clampForbidsOpening.basis,
      },
      { ...slots, weakInstrument: found.weakInstrument },
    )
  },
}

/** Its one point's key. */
export const EARTH_CURRENT_KEY = earthCurrent.key(THE_JOB)
