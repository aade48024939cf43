import { betweenMarks } from '../run/betweenMarks'
import type { OutageMark } from '../run/outageMark'
import { pvReturn } from '../pvReturn'
import type { ReturnEvent } from './returnLane'

/** What a gateway said of one moment, on the common time line; out of battery, vehicle and PV are above 0. */
export interface LiveMoment {
  atMs: number
  pvW: number | null
  batteryW: number | null
  vehicleW: number | null
}

/** The phone that heard the moments, and what was known of its clock. */
export type Listener = Pick<OutageMark, 'device' | 'clockOffsetMs' | 'clockErrorMs'>

/** What live values show of a return, beside what was tapped. */
export interface SeenLive {
  events: ReturnEvent[]
  /** PV gave something before the cut and was not seen to come back to nine tenths of it. */
  pvMissing: boolean
  /** A vehicle charged before the cut and was not seen to charge again. */
  vehicleMissing: boolean
}

const NOTHING: SeenLive = { events: [], pvMissing: false, vehicleMissing: false }
/** So long before the cut counts as what was given before. */
const BEFORE_S = 30
/** Less PV than this was no generation. */
const LEAST_PV_W = 50
/** More than this goes in: it charges. */
const CHARGING_W = 100

/**
 * How long after a mark a moment on this phone was, in s. `null` where two clocks were never compared: nothing is claimed of it.
 *
 * @param atMs on the common time line, as this phone knows it
 * @example secondsAfter(streetBackOnThisPhone, Date.now(), thisPhone) // 12.4
 */
export function secondsAfter(mark: OutageMark, atMs: number, listener: Listener): number | null {
  const at = new Date(atMs - (listener.clockOffsetMs ?? 0)).toISOString()
  const span = betweenMarks(mark, { ...listener, at })
  return span === null ? null : span.ms / 1000
}

type Relative = Omit<LiveMoment, 'atMs'> & { timeS: number }

const meanPvW = (moments: readonly Relative[]): number | null => {
  const given = moments.flatMap(({ pvW }) => (pvW === null ? [] : [pvW]))
  return given.length === 0 ? null : given.reduce((sum, watts) => sum + watts, 0) / given.length
}

const charges = (key: 'batteryW' | 'vehicleW') => (moment: Relative) => (moment[key] ?? 0) < -CHARGING_W

/**
 * T-7 from live values: when PV gave a tenth and nine tenths of what it gave in the half minute before the cut, and when battery and vehicle
 * charged again; counted from the street being back, and only once the house is on it.
 *
 * @param cut mark of the cut; `null` where nobody tapped it, and then nothing is known of before
 * @param onStreetS when the house went back, in s after the street was; `null` while it was not seen
 * @example seenOnReturn({ streetBack, cut, onStreetS: 60 }, moments, thisPhone).events // [{ kind: 'pv10', afterS: 75, subject: null }]
 */
export function seenOnReturn(
  { streetBack, cut, onStreetS }: { streetBack: OutageMark; cut: OutageMark | null; onStreetS: number | null },
  moments: readonly LiveMoment[],
  listener: Listener,
): SeenLive {
  const last = moments.at(-1)
  const lastS = last ? secondsAfter(streetBack, last.atMs, listener) : null
  if (!last || lastS === null || onStreetS === null) return NOTHING
  const all: Relative[] = moments.map(({ atMs, ...values }) => ({
    ...values,
    timeS: lastS - (last.atMs - atMs) / 1000,
  }))
  const toCut = cut && betweenMarks(streetBack, cut)
  const cutS = toCut ? toCut.ms / 1000 : null
  const before = cutS === null ? [] : all.filter(({ timeS }) => timeS >= cutS - BEFORE_S && timeS < cutS)
  const after = all.filter(({ timeS }) => timeS >= onStreetS)
  const beforeW = meanPvW(before)
  const pv =
    beforeW === null || beforeW < LEAST_PV_W
      ? null
      : pvReturn({ beforeW, couldW: null, log: after, limitS: null, reconnectS: onStreetS })
  const first = (kind: 'batteryCharges' | 'vehicleCharges', key: 'batteryW' | 'vehicleW'): ReturnEvent[] => {
    const moment = after.find(charges(key))
    return moment ? [{ kind, afterS: moment.timeS, subject: null }] : []
  }
  const reached = (kind: 'pv10' | 'pv90', afterOnStreetS: number | null | undefined): ReturnEvent[] =>
    typeof afterOnStreetS === 'number' ? [{ kind, afterS: onStreetS + afterOnStreetS, subject: null }] : []
  const vehicle = first('vehicleCharges', 'vehicleW')
  return {
    events: [
      ...reached('pv10', pv?.t10AfterS),
      ...reached('pv90', pv?.t90AfterS),
      ...first('batteryCharges', 'batteryW'),
      ...vehicle,
    ],
    pvMissing: pv !== null && pv.t90AfterS === null,
    vehicleMissing: vehicle.length === 0 && before.some(charges('vehicleW')),
  }
}
