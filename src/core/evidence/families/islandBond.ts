import { islandNeutralEarth } from '../../earthing/islandNeutralEarth'
import type { Verdict } from '../../rules/verdict'
import { type PointFamily, type TheJob, onceAJob } from '../family'
import type { Slot } from '../point'
import { afterCalibration, slotReadings } from '../slotReadings'
import { islandTripSeen } from './rcdTimes'

const WHY = {
  bonded: 'Neutral and earth stand together.',
  floating:
    'Neutral floats: earth sits between line and neutral. There is no bond in island mode, and no residual-current device can work.',
  reversed: 'Line and neutral are reversed: the neutral terminal is live to earth.',
  highResistance: 'A bond of high resistance, or a voltage drop on it. Find the joint.',
  unknown: 'These voltages fit none of the known states. Check that the board is live and the leads are right.',
} as const
const VALUE = {
  bonded: 'bonded',
  floating: 'floating',
  reversed: 'reversed',
  highResistance: 'high resistance',
  unknown: 'unclear',
} as const

const slot = (id: string, label: string): Slot => ({
  id,
  label,
  path: [id],
  input: { kind: 'quantity', unit: 'V', measures: 'voltage' },
})

/** Why a bond that reads as one is not proven, or is stopped all the same; empty where nothing is to add. */
function weaknessOf(
  state: keyof typeof WHY,
  verdict: Verdict,
  islandRcdTripped: boolean | null,
  lowImpedance: boolean,
  limitV: number,
): string {
  if (state !== 'bonded') return ''
  if (verdict === 'stop') return ' But a residual-current device did not trip in island mode.'
  if (verdict !== 'watch') return ''
  if (islandRcdTripped === null)
    return ' Watch until one residual-current device has tripped within its limits in island mode.'
  return lowImpedance
    ? ` Watch: the meter cannot tell it from ${limitV} V.`
    : ' Watch: a low-impedance voltmeter is needed to be sure.'
}

/** E-6: the neutral–earth bond while the house stands alone. */
export const islandBond: PointFamily<TheJob> = {
  id: 'islandBond',
  periodic: true,
  place: 'islandBond',
  view: 'earth.modes',
  precedes: ['loadedIsland.bond'],
  waitsFor: 'firstIsland',
  restsOn: ['inverter', 'gateway'],
  proves: ['protection'],
  things: onceAJob,
  key: () => 'earth.islandBond',
  point: (_job, _installation, { words }) => ({
    subject: 'bond',
    label: `Neutral–${words.earth} bond in island mode`,
    why: 'Without exactly one bond in island mode, nothing that protects people works.',
    slots: [slot('ln', 'L–N'), slot('le', words.lineEarth), slot('ne', words.neutralEarth)],
  }),
  judge: (point, context) => {
    const slots = slotReadings(point, context)
    const [lnV, leV, neV] = [slots.number('ln'), slots.number('le'), slots.number('ne')]
    const limit = context.pack.limits.islandNeutralEarthMax
    const common = {
      code: 'E-6',
      limit: `${context.pack.words.neutralEarth} ≤ ${limit.value} V, ${context.pack.words.lineEarth} follows L–N`,
      basis: limit.basis,
    }
    if (lnV === null || leV === null || neV === null)
      return {
        ...common,
        verdict: 'open',
        value: null,
        why: 'Measure all three in island mode: line to neutral, line to earth, neutral to earth.',
      }
    const instrument = slots.instrument('ne')
    const islandRcdTripped = islandTripSeen(context)
    const { state, verdict } = islandNeutralEarth({
      pack: context.pack.id,
      lnV,
      leV,
      neV,
      lowImpedance: instrument?.lowImpedance ?? false,
      islandRcdTripped,
      instrument: slots.accuracy('ne'),
    })
    const known = state ?? 'unknown'
    const weak = weaknessOf(known, verdict, islandRcdTripped, instrument?.lowImpedance ?? false, limit.value)
    return afterCalibration({ ...common, verdict, value: VALUE[known], why: WHY[known] + weak }, slots)
  },
}
