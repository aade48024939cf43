import { addOnPhase, voltageShare } from './phases'
import { type House, note } from './house'

/** Length of one rhythm of a load that runs part of the time. */
const RHYTHM_S = 1200
/** Which part of its power a heat pump takes by the position of its entry: off, as it likes, recommended, forced. */
const ENTRY_SHARE = [0, 1, 1.1, 1.3] as const
/** Seconds until a router that had no supply is on line again. */
export const ROUTER_START_S = 90
/** A device without supply does not run: below this share of nominal its contactor lets go. */
const LETS_GO_SHARE = 0.5
/** What a start draws in watts, as share of its apparent power. */
const START_POWER_FACTOR = 0.4
/** Share of its rated residual current from which a device trips, and how much leakage grows for a moment when a circuit is switched on. */
export const TRIPS_AT_SHARE = 0.8
const SWITCHING_FACTOR = 1.15

/** Whether a load with this duty wants to run: each has its own place in the rhythm, so that not all start together. */
function wants(house: House, k: number, duty: number): boolean {
  if (duty >= 1) return true
  const place = ((house.timeS + k * 397) % RHYTHM_S) / RHYTHM_S
  return place < duty
}

/** Which residual-current device a circuit is behind. */
const deviceOf = (house: House, circuitTag: string | null): number =>
  circuitTag === null ? -1 : house.spec.residualDevices.findIndex(({ circuitTags }) => circuitTags.includes(circuitTag))

export interface Drawn {
  /** On the side that is backed up, and on the side of the street, by phase. */
  backedW: number[]
  streetW: number[]
  /** Apparent power of the backed-up side with what is starting. */
  backedVa: number
}

/** Lets every load run for `dtS` at the voltages there are, and says what they draw. */
export function stepLoads(house: House, dtS: number): Drawn {
  const { spec } = house
  const streetLive = house.streetV.map((volts) => (house.street === 'dead' ? 0 : volts))
  const drawn: Drawn = { backedW: spec.phases.map(() => 0), streetW: spec.phases.map(() => 0), backedVa: 0 }
  spec.loads.forEach((load, k) => {
    const state = house.loads[k]
    if (!state) return
    const volts = load.backedUp ? house.houseV : streetLive
    const share = voltageShare(volts, spec.phases, load.phase, spec.nominalV)
    const device = house.residual[deviceOf(house, load.circuitTag)]
    const supplied = share > LETS_GO_SHARE && device?.closed !== false
    const wanted = state.control === 'on' || (state.control === 'auto' && wants(house, k, load.duty))
    const runs = supplied && wanted
    if (runs && !state.running) state.startingS = load.startS
    state.running = runs
    const entry = load.kind === 'heatPump' ? ENTRY_SHARE[house.heatPumpEntry] : 1
    const ownW = runs ? load.powerW * entry * share ** 2 : 0
    const starting = runs && state.startingS > 0 && load.startVa > 0 ? load.startVa * share ** 2 : 0
    if (state.startingS > 0) state.startingS = Math.max(0, state.startingS - dtS)
    state.watts = Math.max(ownW, starting * START_POWER_FACTOR)
    addOnPhase(load.backedUp ? drawn.backedW : drawn.streetW, spec.phases, load.phase, state.watts)
    if (load.backedUp) drawn.backedVa += Math.max(state.watts, starting)
    if (load.kind === 'router') stepRouter(house, runs, dtS)
  })
  addRehearsed(house, drawn)
  return drawn
}

function stepRouter(house: House, supplied: boolean, dtS: number): void {
  house.routerWaitS = supplied ? Math.max(0, house.routerWaitS - dtS) : ROUTER_START_S
  house.routerUp = supplied && house.routerWaitS === 0
}

/** A load that somebody pretends to have hangs where the house is supplied. */
function addRehearsed(house: House, drawn: Drawn): void {
  house.rehearsedW.forEach((watts, k) => {
    const share = (house.houseV[k] ?? 0) / house.spec.nominalV
    drawn.backedW[k] = (drawn.backedW[k] ?? 0) + watts * share ** 2
    drawn.backedVa += watts * share ** 2
  })
}

/** What leaks when the circuits of a dead house are switched on together; a device near its allowance trips. */
export function energise(house: House): void {
  house.residual.forEach((device, k) => {
    const spec = house.spec.residualDevices[k]
    if (!spec || !device.closed) return
    if (device.leakageMa * SWITCHING_FACTOR < TRIPS_AT_SHARE * spec.iDeltaNMa) return
    device.closed = false
    note(house, 'residualTrip', spec.tag)
  })
}
