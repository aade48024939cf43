import type { Load } from '@/core/installation/installation'
import type { Phase } from '@/core/rules/rulePack'

/** What a load is to an outage, in the order the household reads it. */
export const LANES = ['staysOn', 'backedUp', 'turnOffFirst', 'never'] as const
export type Lane = (typeof LANES)[number]
export const LANE_WORDS: Readonly<Record<Lane, string>> = {
  staysOn: 'Stays on',
  backedUp: 'Backed up',
  turnOffFirst: 'Turn off first',
  never: 'Never backed up',
}

/** Where a load lies: its lane, and the phase it is on. */
export interface LoadPlace {
  lane: Lane
  phase: Phase | 'all'
}

const FLAGS: Readonly<Record<Lane, Pick<Load, 'backedUp' | 'mustStayOn' | 'turnOffFirst'>>> = {
  staysOn: { backedUp: true, mustStayOn: true, turnOffFirst: false },
  backedUp: { backedUp: true, mustStayOn: false, turnOffFirst: false },
  turnOffFirst: { backedUp: true, mustStayOn: false, turnOffFirst: true },
  never: { backedUp: false, mustStayOn: false, turnOffFirst: false },
}

export const laneOf = ({
  backedUp,
  mustStayOn,
  turnOffFirst,
}: Pick<Load, 'backedUp' | 'mustStayOn' | 'turnOffFirst'>): Lane =>
  mustStayOn ? 'staysOn' : !backedUp ? 'never' : turnOffFirst ? 'turnOffFirst' : 'backedUp'

/** A load put into a place; as it is without one. */
export const placed = (load: Load, place: LoadPlace | undefined): Load =>
  place ? { ...load, ...FLAGS[place.lane], phase: place.phase } : load
