import { type Verdict, worstVerdict } from '../../rules/verdict'
import { type CtStep, ctSense } from '../../wiring/ctSense'
import { atMost } from '../../quantity/tolerance'
import { type CrossCheck, allRead, same, verdictOf } from './crossCheck'
import { firmwareAtLeast } from './firmwareVersion'
import { offsetOfTimeText } from './timeText'

export interface CtPart {
  steps: readonly CtStep[]
  meterNoiseW: number
}

/** S-2, current transformer: sense and ratio by W-5, from steps of a known load. */
export const ctCheck: CrossCheck<CtPart> = ({ steps, meterNoiseW }, pack) => {
  if (!allRead<unknown>([steps, meterNoiseW])) return { scale: null, state: null, verdict: 'open' }
  const { scale, state, verdict } = ctSense({ pack: pack.id, steps: steps ?? [], meterNoiseW: meterNoiseW ?? 0 })
  return { scale, state, verdict }
}

/** S-2, phases: the device backs up as many as were planned. */
export const phaseCountCheck: CrossCheck<{ set: number; planned: number }> = ({ set, planned }) => ({
  verdict: verdictOf(same(set, planned)),
})

/** S-2, mode: left in the one that was planned. */
export const asLeftModeCheck: CrossCheck<{ left: string; planned: string }> = ({ left, planned }) => ({
  verdict: verdictOf(same(left, planned)),
})

/** S-2, bond relay: on where the earthing system needs it (E-7), off where it does not. Needed and off floats; on and not needed makes two bonds. */
export const bondRelayCheck: CrossCheck<{ enabled: boolean; needed: boolean }> = ({ enabled, needed }) => ({
  verdict: verdictOf(same(enabled, needed)),
})

export interface ClockPart {
  /** ISO 8601 with its offset, both read at one moment. */
  deviceTime: string
  referenceTime: string
  toleranceS: number
}

/** S-2, clock: it shows the time, and in the zone where the house stands. A tariff window an hour off costs the owner every night. */
export const clockCheck: CrossCheck<ClockPart> = ({ deviceTime, referenceTime, toleranceS }, { limits }) => {
  const device = offsetOfTimeText(deviceTime ?? null)
  const reference = offsetOfTimeText(referenceTime ?? null)
  if (device === null || reference === null) return { clockOffsetS: null, zoneOffsetMin: null, verdict: 'open' }
  const clockOffsetS = (device.instantMs - reference.instantMs) / 1000
  const zoneOffsetMin = device.offsetMin - reference.offsetMin
  const right = atMost(Math.abs(clockOffsetS), toleranceS ?? limits.deviceClockMax.value)
  return { clockOffsetS, zoneOffsetMin, verdict: verdictOf(right && zoneOffsetMin === 0) }
}

export interface FirmwareItem {
  id: string
  installed: string | null
  /** `none` where any version will do. */
  minimum: string | null
}

function firmwareVerdict({ installed, minimum }: FirmwareItem): Verdict {
  if (installed === null || minimum === null) return 'open'
  return minimum === 'none' ? 'proven' : verdictOf(firmwareAtLeast(installed, minimum))
}

/** S-2, firmware: each device runs at least the version that its maker asks for. */
export const firmwareCheck = (items: readonly FirmwareItem[] | null) => ({
  items: Object.fromEntries((items ?? []).map((item) => [item.id, firmwareVerdict(item)])),
  verdict: worstVerdict((items ?? []).map(firmwareVerdict)),
})
