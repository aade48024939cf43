import type { HalfCycle } from './cycleSums'

/** What makes a place in a long recording worth looking at. */
export type DisturbanceKind = 'lost' | 'low' | 'high' | 'back' | 'jump' | 'inrush'

export interface Disturbance {
  row: number
  channel: string
  kind: DisturbanceKind
}

type State = 'healthy' | 'low' | 'lost' | 'high'

/** Shares of nominal at which a voltage leaves a state, and those at which it is back: as T-2 has them where it has them. */
const LEVELS = { lost: 0.1, lostUntil: 0.12, low: 0.9, lowUntil: 0.92, high: 1.1, highUntil: 1.08 } as const
/** A wave that differs from its own cycle before by this share of nominal has jumped by some 11°, or was gone for 4 ms. */
const JUMP_SHARE = 0.2
/** And by this much more than it did over the last second: a steady frequency beside nominal differs all the time. */
const JUMP_TIMES = 2
const INRUSH_TIMES = 2
const INRUSH_LEAST_A = 5

function stateOf(share: number, before: State): State {
  if (share < (before === 'lost' ? LEVELS.lostUntil : LEVELS.lost)) return 'lost'
  if (share < (before === 'low' || before === 'lost' ? LEVELS.lowUntil : LEVELS.low)) return 'low'
  if (share > (before === 'high' ? LEVELS.highUntil : LEVELS.high)) return 'high'
  return 'healthy'
}

/** A mean over about the last second, which a single half cycle moves little. */
class RecentMean {
  #mean: number | null = null

  constructor(private readonly halfCycles: number) {}

  get value(): number | null {
    return this.#mean
  }

  add(value: number): void {
    this.#mean = this.#mean === null ? value : this.#mean + (value - this.#mean) / this.halfCycles
  }
}

/** Watches a channel for changes; while nothing changes, dead or alive, there is nothing to tell. */
export interface Watch {
  /** What changed with this half cycle; `null` where nothing did, and for the first: how a recording begins is no change. */
  see: (half: HalfCycle) => DisturbanceKind | null
  /** Whether it began without voltage. */
  readonly beganLost: boolean
}

/** A voltage: lost, low, high and back, and a wave that jumps while its size stays. */
export function voltageWatch(nominalV: number, nominalHz: number): Watch {
  let state: State | null = null
  let beganLost = false
  const usual = new RecentMean(2 * nominalHz)
  const stepTo = (next: State): State | null => {
    const before = state
    state = next
    if (before === null) beganLost = next === 'lost'
    return before === null || before === next ? null : next
  }
  return {
    get beganLost() {
      return beganLost
    },
    see: ({ rms, change }) => {
      const share = change / nominalV
      const recent = usual.value ?? 0
      usual.add(share)
      const changedTo = stepTo(stateOf(rms / nominalV, state ?? 'healthy'))
      if (changedTo !== null) return changedTo === 'healthy' ? 'back' : changedTo
      const hasJumped = state === 'healthy' && share > JUMP_SHARE && share > JUMP_TIMES * recent
      return hasJumped ? 'jump' : null
    },
  }
}

/** A current: what a motor draws as it starts. */
export function currentWatch(nominalHz: number): Watch {
  const usual = new RecentMean(2 * nominalHz)
  return {
    beganLost: false,
    see: ({ rms }) => {
      const recent = usual.value
      usual.add(rms)
      return recent !== null && rms > INRUSH_TIMES * recent && rms > recent + INRUSH_LEAST_A ? 'inrush' : null
    },
  }
}
