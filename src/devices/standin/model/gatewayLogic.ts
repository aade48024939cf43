import { canGiveW } from './batteryModules'
import { type House, type HouseEventKind, type HouseMode, note } from './house'
import { energise } from './loads'
import { availableW } from './photovoltaics'
import { isStreetGood } from './street'
import { vehicleCanGiveW } from './vehicle'

/** Restarts that a gateway tries by itself after an overload, and how long it waits for each. */
const RESTARTS = 3
const RESTART_S = 20
/** Watts of sun that wake electronics whose battery is empty. */
const WAKING_W = 150

function enter(house: House, mode: HouseMode): void {
  const wasDark = house.mode === 'dark' || house.mode === 'transferring'
  house.mode = mode
  house.modeS = 0
  house.overS = 0
  if (mode !== 'dark') house.darkBecause = null
  house.contactorClosed = mode === 'street' || house.contactorStuck
  house.bondClosed = mode === 'island' && house.settings.bondRelayEnabled === 1 && !house.bondMissing
  if (wasDark && mode !== 'dark') energise(house)
}

/** The house goes dark for a reason. */
export function goDark(house: House, because: HouseEventKind, subject: string | null = null): void {
  note(house, because, subject)
  enter(house, 'dark')
  house.darkBecause = because
}

const hasSource = (house: House) => canGiveW(house) > 0 || vehicleCanGiveW(house) > 0

/** The changeover is over: the island stands, or the reason why it cannot. */
function endTransfer(house: House): void {
  if (house.contactorStuck) return goDark(house, 'contactorStuck')
  if (house.settings.islandEnabled !== 1) return goDark(house, 'noIslandAllowed')
  if (!hasSource(house)) return goDark(house, 'batteryEmpty')
  enter(house, 'island')
  note(house, 'islandStarted')
}

/** From an island or the dark back to a street that has been good for long enough. */
function returnToStreet(house: House): boolean {
  if (house.streetGoodS < (house.settings.reconnectDelayS ?? 0)) return false
  enter(house, 'street')
  note(house, 'returned')
  house.trips = 0
  return true
}

function stepDark(house: House): void {
  if (house.spec.changeover === 'automatic' && returnToStreet(house)) return
  if (
    house.darkBecause === 'overloadTrip' ||
    house.darkBecause === 'surgeTrip' ||
    house.darkBecause === 'surplusTrip'
  ) {
    if (house.modeS < RESTART_S) return
    if (house.trips > RESTARTS) {
      house.darkBecause = 'restartsUsedUp'
      note(house, 'restartsUsedUp')
      return
    }
    enter(house, 'island')
    note(house, 'restarted')
    return
  }
  const sunW = house.spec.pv.reduce((sum, _, k) => sum + availableW(house, k), 0)
  if (house.darkBecause === 'batteryEmpty' && sunW > WAKING_W && house.settings.islandEnabled === 1) {
    enter(house, 'island')
    note(house, 'wokenBySun')
  }
}

/** I-0-II: whoever turns it decides what the house hangs on. */
function stepByHand(house: House): void {
  const wanted: HouseMode =
    house.switchAt === 'street' && isStreetGood(house)
      ? 'street'
      : house.switchAt === 'own' && hasSource(house)
        ? 'island'
        : 'dark'
  // an island that tripped stays off until it restarts by itself or somebody turns the switch
  if (wanted === house.mode || (wanted === 'island' && house.mode === 'dark' && house.darkBecause !== null)) return
  if (wanted === 'dark') {
    goDark(house, house.switchAt === 'street' ? 'streetLost' : 'switchedByHand')
    house.darkBecause = null
    return
  }
  enter(house, wanted)
  note(house, wanted === 'island' ? 'islandStarted' : 'returned')
}

/** Which of its sources the house hangs on after `dtS`. */
export function stepGateway(house: House, dtS: number): void {
  house.modeS += dtS
  if (house.spec.changeover === 'manual') {
    stepByHand(house)
    if (house.mode === 'dark' && house.switchAt === 'own') stepDark(house)
    return
  }
  if (house.mode === 'street' && !isStreetGood(house)) {
    note(house, 'streetLost')
    enter(house, 'transferring')
  } else if (house.mode === 'transferring' && house.modeS * 1000 >= house.spec.transferMs) endTransfer(house)
  else if (house.mode === 'island') {
    if (!returnToStreet(house) && !hasSource(house) && house.pvW <= 0) goDark(house, 'batteryEmpty')
  } else if (house.mode === 'dark') stepDark(house)
}
