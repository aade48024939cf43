import { electrodeResistance, measuredElectrode } from '@/core/evidence/families/electrodeResistance'
import { MEASURING_METHODS } from '@/core/evidence/families/electrodeMethods'
import type { EvidenceContext } from '@/core/evidence/point'
import { latestBySlot } from '@/core/evidence/reading'
import { probePlan } from '@/core/earthing/probePlaces'
import type { Electrode } from '@/core/installation/installation'
import type { GroundReading } from './groundSectionLayout'

/** A place of the potential probe. */
export interface ProbePlace {
  slot: string
  share: number
  /** Found from what was read at the others. */
  isFound?: boolean
}

export const shareText = (share: number) => `${Math.round(share * 1000) / 10} %`

/** Where the potential probe is put, by the method, with the place that the slope says once it does. */
function placesOf(electrode: Electrode, context: EvidenceContext): ProbePlace[] {
  if (electrode.method === 'clampOn') return []
  const { places } = probePlan(electrode.method, null, null)
  const { method, measured } = measuredElectrode(electrode, context)
  return measured.probeRatio == null
    ? [...places]
    : [...places, { slot: method.ohmSlot, share: measured.probeRatio, isFound: true }]
}

/** What is known of an electrode: where the probes stand, what was read there or by a clamp, and what flows in its conductor. */
export function probesOf(electrode: Electrode, context: EvidenceContext) {
  const latest = latestBySlot(context.readings, electrodeResistance.key(electrode))
  const places = placesOf(electrode, context)
  const { ohmSlot } = MEASURING_METHODS[electrode.method]
  const readings: GroundReading[] = places.flatMap(({ slot, share, isFound }) => {
    const ohm = latest.get(slot)?.valueNumber
    return ohm == null ? [] : [{ share, ohm, isResistance: slot === ohmSlot, isFound }]
  })
  return {
    places,
    readings,
    has: (slot: string) => latest.has(slot),
    loopOhm: electrode.method === 'clampOn' ? (latest.get(ohmSlot)?.valueNumber ?? null) : null,
    clampA: latest.get('clamp')?.valueNumber ?? null,
  }
}
