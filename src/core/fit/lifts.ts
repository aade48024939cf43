/** A crate that can be opened and emptied before it is carried. */
export interface Crate {
  emptyMassKg: number | null
  modulesKg: readonly (number | null)[]
  openMinutes: number
}

export interface LiftItem {
  id: string
  /** `null` when not known, or when a crate says it. */
  massKg: number | null
  minutesPerLift: number
  crate: Crate | null
}

export interface Lift {
  id: string
  massKg: number
  persons: number
  /** Needs a mechanical aid or a written lifting plan. */
  aid: boolean
}

export interface Lifts {
  /** Heaviest first. */
  lifts: Lift[] | null
  /** Crates that are emptied first, by id. */
  opened: string[] | null
  maxPersons: number | null
  aidNeeded: boolean | null
  crewMinutes: number | null
  verdict: 'fits' | 'tight' | 'exceeds' | 'open'
}

export interface LiftsInput {
  items: readonly LiftItem[]
  /** What one person lifts, in kilograms. */
  limitKg: number
  crewSize: number | null
}

/** A team lifts less than its sum: share of each one's limit by their number. */
const TEAM_SHARE = [1, 2 / 3, 1 / 2] as const
const MECHANICAL_AID_ABOVE_KG = 100
const AID = 4

/** Fewest persons, 1 to 3, that carry a mass; 4 when three do not, or above 100 kg: a mechanical aid or a written lifting plan. */
export function liftLevel(massKg: number, limitKg: number): number {
  if (massKg > MECHANICAL_AID_ABOVE_KG) return AID
  const enough = TEAM_SHARE.findIndex((share, k) => massKg <= (k + 1) * limitKg * share * (1 + 1e-12))
  return enough >= 0 ? enough + 1 : AID
}

/**
 * F-3: every lift with its persons, heaviest first; a crate is emptied first when that lowers the count; crew-minutes in all.
 * A missing mass leaves all Open, a missing crew size the verdict; a needed aid is Tight, too small a crew Exceeds.
 */
export function lifts({ items, limitKg, crewSize }: LiftsInput): Lifts {
  const parts: { id: string; massKg: number; minutes: number }[] = []
  const opened: string[] = []
  let openMinutes = 0
  for (const { id, massKg, minutesPerLift, crate } of items) {
    if (crate === null) {
      if (massKg === null) return UNKNOWN_MASS
      parts.push({ id, massKg, minutes: minutesPerLift })
      continue
    }
    const { emptyMassKg, modulesKg } = crate
    if (emptyMassKg === null || modulesKg.some((mass) => mass === null)) return UNKNOWN_MASS
    const inside = modulesKg as readonly number[]
    const whole = emptyMassKg + inside.reduce((sum, mass) => sum + mass, 0)
    if (Math.max(...[emptyMassKg, ...inside].map((mass) => liftLevel(mass, limitKg))) < liftLevel(whole, limitKg)) {
      opened.push(id)
      openMinutes += crate.openMinutes
      parts.push(...inside.map((mass, k) => ({ id: `${id}/${k + 1}`, massKg: mass, minutes: minutesPerLift })), {
        id: `${id}/crate`,
        massKg: emptyMassKg,
        minutes: minutesPerLift,
      })
    } else parts.push({ id, massKg: whole, minutes: minutesPerLift })
  }
  const levelled = parts
    .map((part) => ({ ...part, level: liftLevel(part.massKg, limitKg) }))
    .sort((a, b) => b.level - a.level || b.massKg - a.massKg)
  const planned = levelled.map(({ id, massKg, level }) => ({
    id,
    massKg,
    persons: Math.min(level, 3),
    aid: level === AID,
  }))
  const maxPersons = Math.max(0, ...planned.map(({ persons }) => persons))
  const aidNeeded = planned.some(({ aid }) => aid)
  return {
    lifts: planned,
    opened,
    maxPersons,
    aidNeeded,
    crewMinutes: openMinutes + levelled.reduce((sum, { minutes, level }) => sum + Math.min(level, 3) * minutes, 0),
    verdict: crewSize === null ? 'open' : maxPersons > crewSize ? 'exceeds' : aidNeeded ? 'tight' : 'fits',
  }
}

const UNKNOWN_MASS: Lifts = {
  lifts: null,
  opened: null,
  maxPersons: null,
  aidNeeded: null,
  crewMinutes: null,
  verdict: 'open',
}

/** Masses in kilograms written one after the other, such as `32 32 32`; `null` when one cannot be read or is none. */
export function parseMasses(text: string): number[] | null {
  const masses = text
    .split(/[\s;+]+/)
    .filter(Boolean)
    .map((part) => Number(part.replace(',', '.')))
  return masses.length > 0 && masses.every((mass) => Number.isFinite(mass) && mass > 0 && mass < 2000) ? masses : null
}
