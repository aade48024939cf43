import { EXERCISES, EXERCISE_NAMES } from '../faults/exercises'
import { FAULT_KINDS, FAULT_KIND_NAMES, choicesOf } from '../faults/faults'
import type { PracticeHouse } from '../practiceHouse'
import { liveValues } from '../model/live'

/** Events that a report holds. */
const MOST_EVENTS = 40

/** What somebody who practises may know of a house: all that can be seen or switched there, and how many faults are hidden, not which. */
export function houseReport({ house, speed, captures, hidden, revealed }: PracticeHouse) {
  const { spec } = house
  return {
    name: spec.name,
    speed,
    changeover: spec.changeover,
    street: house.street,
    switchAt: house.switchAt,
    mode: house.mode,
    darkBecause: house.darkBecause,
    timeS: house.timeS,
    hour: house.hour,
    cloud: house.cloud,
    routerUp: house.routerUp,
    reserveMode: house.reserveMode,
    firmware: house.firmware,
    loads: spec.loads.map(({ tag, name, backedUp }, k) => ({
      tag,
      name,
      backedUp,
      control: house.loads[k]?.control ?? 'auto',
      running: house.loads[k]?.running ?? false,
      watts: house.loads[k]?.watts ?? 0,
    })),
    modules: spec.modules.map(({ name }, k) => ({ name, soc: house.modules[k]?.soc ?? 0 })),
    vehicle: house.vehicle && {
      present: house.vehicle.present,
      pluggedIn: house.vehicle.pluggedIn,
      enabled: house.vehicle.enabled,
      soc: house.vehicle.soc,
    },
    residual: spec.residualDevices.map(({ tag }, k) => ({ tag, closed: house.residual[k]?.closed ?? true })),
    steps: house.steps,
    stepS: spec.stepS,
    events: house.events.slice(-MOST_EVENTS),
    captures: captures.map(({ event, atS }, at) => ({ at, event, atS })),
    /** What may be hidden in this house, for whoever sets an exercise: the same whatever is hidden already. */
    faultChoices: FAULT_KIND_NAMES.flatMap((kind) => {
      const count = choicesOf(house, kind)
      return count === 0 ? [] : [{ kind, what: FAULT_KINDS[kind].what, count }]
    }),
    exercises: EXERCISE_NAMES.map((exercise) => ({ exercise, told: EXERCISES[exercise].told })),
    hiddenFaults: hidden.length,
    /** What was hidden, once somebody asked. */
    revealed: revealed ? hidden.map(({ kind }) => FAULT_KINDS[kind].what) : null,
    live: liveValues(house),
  }
}

export type HouseReport = ReturnType<typeof houseReport>
