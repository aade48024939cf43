import type { Phase } from '@/core/rules/rulePack'
import type { LiveMode, LivePower } from '@/core/settings/livePower'
import type { BalancedPart, PowerBalance } from '@/core/settings/powerBalance'
import { formatQuantity } from '@/core/quantity/formatQuantity'

/** Below this nothing flows that anybody would speak of. */
const STILL_W = 10
/** From which age values are old news. */
export const OLD_S = 10

const watts = (value: number) => formatQuantity(Math.abs(value), 'W', 3)

/** What each phase of the supply carries, its sign in words; `null` where it is a single one, or nobody says. */
export function phaseWords({ gridPhaseW }: Pick<LivePower, 'gridPhaseW'>, phases: readonly Phase[]): string | null {
  if (phases.length < 2 || phases.every((phase) => gridPhaseW[phase] === undefined)) return null
  return phases.map((phase) => `${phase} ${signed(gridPhaseW[phase] ?? null, 'gives', 'takes', 'rests')}`).join(' · ')
}

/** What one part does, its sign in words. */
export interface Flow {
  part: 'street' | 'pv' | 'battery' | 'vehicle' | 'house' | 'heatPump'
  name: string
  words: string
  /** Into the house's bus above 0, out of it below; `null` is not given. */
  intoHouseW: number | null
}

const signed = (value: number | null, giving: string, taking: string, still: string) =>
  value === null ? 'not given' : Math.abs(value) < STILL_W ? still : `${value > 0 ? giving : taking} ${watts(value)}`

/** The parts of a house that have a figure, in the order they are drawn: what gives, then what takes. */
export function flowsOf(live: LivePower): Flow[] {
  const { gridW, pvW, batteryW, houseW, vehicleW, heatPumpW, socPercent } = live
  const charge = socPercent === null ? '' : `, ${Math.round(socPercent)} % charged`
  // a charging vehicle is part of what the house's own meter shows, and drawn beside it
  const chargingW = Math.max(0, -(vehicleW ?? 0))
  const ownW = houseW === null ? null : houseW - chargingW
  const dead = live.streetV !== null && live.streetV < STILL_W
  return [
    {
      part: 'street',
      name: 'Street',
      words: dead ? 'dead' : signed(gridW, 'gives', 'takes', 'neither gives nor takes'),
      intoHouseW: gridW,
    },
    { part: 'pv', name: 'PV', words: signed(pvW, 'gives', 'takes', 'gives nothing'), intoHouseW: pvW },
    {
      part: 'battery',
      name: 'Battery',
      words: `${signed(batteryW, 'gives', 'charges with', 'rests')}${charge}`,
      intoHouseW: batteryW,
    },
    ...(vehicleW === null
      ? []
      : [
          {
            part: 'vehicle' as const,
            name: 'Vehicle',
            words: signed(vehicleW, 'gives', 'charges with', 'rests'),
            intoHouseW: vehicleW,
          },
        ]),
    {
      part: 'house',
      name: 'House',
      words: ownW === null ? 'not given' : `draws ${watts(ownW)}${chargingW > STILL_W ? ' beside it' : ''}`,
      intoHouseW: ownW === null ? null : -ownW,
    },
    ...(heatPumpW === null
      ? []
      : [
          {
            part: 'heatPump' as const,
            name: 'Heat pump',
            words: heatPumpW < STILL_W ? 'off' : `${watts(heatPumpW)} of it`,
            intoHouseW: -heatPumpW,
          },
        ]),
  ]
}

const MODE_WORDS: Readonly<Record<LiveMode, string>> = {
  street: 'On the street',
  transferring: 'Changing over',
  island: 'On its own supply',
  dark: 'Dark',
}
export const modeWords = (mode: LiveMode | null): string => (mode === null ? 'Mode not given' : MODE_WORDS[mode])

const PART_WORDS: Readonly<Record<BalancedPart, string>> = {
  gridW: 'the transformer at the street',
  batteryW: 'the battery’s meter',
  pvW: 'the transformer of the PV',
}

/** What the balance came to, as a sentence. */
export function balanceWords({ misfitW, allowedW, reversed, verdict }: PowerBalance): string {
  if (misfitW === null || allowedW === null) return 'The balance needs street, PV, battery and house; one is not given.'
  if (verdict === 'open') return 'Next to nothing flows: the balance shows nothing yet. Switch a known load on.'
  const off = `What comes in and what is drawn differ by ${watts(misfitW)}, ${watts(allowedW)} may be`
  if (verdict === 'proven') {
    return `What comes in and what is drawn agree: ${watts(misfitW)} apart, ${watts(allowedW)} may be.`
  }
  return reversed === null
    ? `${off}. No single meter turned round explains it: look for a wrong ratio, a phase that is missed, or a source that nobody counts.`
    : `${off}. It fits if ${PART_WORDS[reversed]} is the other way round: look at its arrow, then at its phase.`
}

export const ageWords = (ageS: number, by: 'mqtt' | 'modbus' | null): string =>
  `${by === 'mqtt' ? 'pushed by the gateway' : 'read from the gateway'}, ${ageS < 2 ? 'just now' : `${Math.round(ageS)} s ago`}`
