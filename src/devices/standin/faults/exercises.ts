import type { Fault } from './faults'

/** A script that ships with the stand-in: what whoever practises is told, and what is hidden meanwhile. */
export interface Exercise {
  /** What a customer or a colleague would say of it; never what is wrong. */
  told: string
  faults: readonly Fault[]
}

/** Exercises, the easier ones first; what a house has nothing for is left out of them. */
export const EXERCISES = {
  oddFigures: {
    told: 'The app shows powers that do not add up.',
    faults: [{ kind: 'reversedTransformer', at: 0 }],
  },
  freshFromTheBox: {
    told: 'Commissioning stands still on the first evening.',
    faults: [{ kind: 'firmwareFirst' }, { kind: 'deadModule', at: 1 }],
  },
  smallerThanSold: {
    told: 'The battery seems smaller than what was carried in.',
    faults: [{ kind: 'uncountedModule', at: 0 }],
  },
  darkAtTheCut: {
    told: 'The house went dark at the first test, and somebody felt a tingle at the tap.',
    faults: [{ kind: 'missingBond' }, { kind: 'leakyCircuit', at: 0 }],
  },
  restlessReserve: {
    told: 'It clicks back and forth every few minutes in the evening, and the times in the app are odd.',
    faults: [{ kind: 'reserveWithoutBand' }, { kind: 'wrongClock' }],
  },
  sunThatStaysAway: {
    told: 'After the last outage the roof gave nothing until somebody came.',
    faults: [{ kind: 'pvNeverRestarts', at: 0 }, { kind: 'wrongProfile' }],
  },
  twoOfThem: {
    told: 'Since the new battery is there, both of them are busy all night.',
    faults: [{ kind: 'oldBatteryFights' }],
  },
  asTheyLeftIt: {
    told: 'Taken over from another crew. They said that it was ready.',
    faults: [
      { kind: 'secondBond' },
      { kind: 'swappedTransformers' },
      { kind: 'stuckContactor' },
      { kind: 'vehicleAway' },
    ],
  },
} as const satisfies Readonly<Record<string, Exercise>>

export type ExerciseName = keyof typeof EXERCISES
export const EXERCISE_NAMES = Object.keys(EXERCISES) as ExerciseName[]
