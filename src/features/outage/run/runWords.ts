import type { GoNoGo } from '@/core/plan/goNoGo'
import type { RunStep } from '@/core/outage/run/runSteps'
import type { RunKind } from '@/core/outage/run/outageMark'
import type { RunPhase } from '@/core/outage/run/outageRun'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { quantityOrOpen } from '@/core/quantity/orOpen'

export const KIND_WORDS: Readonly<Record<RunKind, string>> = {
  practice: 'Practice: nothing of it is evidence',
  unloaded: 'First island, without loads',
  loaded: 'Outage with loads',
}

export const PHASE_WORDS: Readonly<Record<RunPhase, string>> = {
  ready: 'Nothing is cut yet',
  dark: 'Dark',
  island: 'On its own supply',
  returning: 'The street is back, waiting',
  onStreet: 'On the street again',
  ended: 'Over',
}

/** What the steps of this house speak of, by name. */
export interface StepNames {
  mainSwitch: string
  turnOff: readonly string[]
  /** Switches that are turned by hand. */
  switches: readonly string[]
  vehicle: string | null
}

/** A step as somebody at the board is told it. */
export const stepWords = (step: RunStep, { mainSwitch, turnOff, switches, vehicle }: StepNames): string => {
  const off = turnOff.length > 0 ? turnOff.join(', ') : 'nothing has to be turned off'
  const WORDS: Readonly<Record<RunStep, string>> = {
    cut: `The licensed person opens the ${mainSwitch}. Whoever sees it go dark taps “Out”.`,
    byHandOff: 'The licensed person turns the changeover to 0. Whoever sees it go dark taps “Out”.',
    shed: `Turn off first: ${off}.`,
    byHandOwn: 'Turn the changeover on to the own supply.',
    seeBack: 'Whoever sees the light come back taps “Back”.',
    eachOff: `The licensed person turns every transfer switch to 0: ${switches.join(', ')}. Whoever sees it go dark taps “Out”.`,
    eachOwn:
      'Start the own supply and wait until it is steady. Turn one switch to it, the lightest; the others follow on the ladder.',
    measure: 'Measure: neutral to earth, one residual-current trip, voltage and frequency. The points stand below.',
    look: 'Go through the rooms: what was promised to stay on runs, or is dead.',
    climb: 'Climb the ladder: one load after the other, from light to heavy. Stop when the rule says so.',
    plugIn: `Plug ${vehicle ?? 'the vehicle'} in, as if it came home late, and tap it. Once it gives, tap that; if anything trips, leave it unplugged.`,
    hold: 'Hold what is on, and let the charge fall as far as the plan wants it.',
    streetBack: `Close the ${mainSwitch}, and tap “Street back”.`,
    byHandBack: 'Turn the changeover to 0, then to the street, and tap “Street back”.',
    eachBack: 'Turn every switch to 0, then one after the other to the street, and tap “Street back”.',
    seeReturn: 'Wait until the house is on the street again. Look for anything that tripped.',
    leave: 'Leave every switch as the plan says, look at it once more, and end the run.',
  }
  return WORDS[step]
}

/** Go or no-go in words; “go” is never said while the outage is held for anything else. */
export function goWords({ word, aimW, excessW }: GoNoGo, held: boolean): string {
  const aim = aimW === null ? '' : formatQuantity(aimW, 'W', 3)
  if (word === 'go' && held) return `Little enough to change over (at most ${aim}), but the outage is held.`
  if (word === 'go') return `Go: at most ${aim} may be drawn as it changes over.`
  if (word === 'noGo') return `No go: ${quantityOrOpen(excessW, 'W', 3)} too much; at most ${aim} may be drawn.`
  return aimW === null
    ? 'Open: what the changeover carries is not known. Declare the sources in the plan.'
    : 'Open: what the house draws now is not known. Read the meter.'
}
