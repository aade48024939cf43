import type { PointFamily } from '../family'
import type { Point } from '../point'
import { awakeAfterCut } from './awakeAfterCut'
import { batteryInsulation } from './batteryInsulation'
import { buriedServices } from './buriedServices'
import { capacityShown } from './capacityShown'
import { reserveMoves } from './reserveMoves'
import { blackStartTest } from './blackStartTest'
import { commissioning } from './commissioning'
import { secondBattery } from './secondBattery'
import { furtherVehicles, sourceStages, vehicleLate } from './sourceStages'
import { cleanReturns } from './cleanReturns'
import { componentRecord } from './componentRecord'
import { closingPapers } from './closingPapers'
import { leavingTalk } from './leavingTalk'
import { confirmations } from './confirmations'
import { coreIdentity } from './coreIdentity'
import { ctSteps } from './ctSteps'
import { dataRunInOutage, dataRunTested } from './dataRuns'
import { deadCircuit, deadPrepared, deadRun } from './deadTests'
import { deadString } from './pvString'
import { demandBeforeCut } from './demandBeforeCut'
import { disconnection } from './disconnection'
import { earthCurrent } from './earthCurrent'
import { earthingSystem } from './earthingSystem'
import { electrodeConductor } from './electrodeConductor'
import { electrodesJoined } from './electrodesJoined'
import { electrodeResistance } from './electrodeResistance'
import { energisingSteps, provenDead } from './energisingSteps'
import { farEnd } from './farEnd'
import { islandBond } from './islandBond'
import { islandSource } from './islandSource'
import { ladderStep } from './ladderStep'
import {
  dcRoute,
  mountedFace,
  mountedIsolator,
  mountedMeter,
  mountedSurge,
  mountedUnit,
  spareLength,
} from './mountedChecks'
import { noneHere } from './noneHere'
import { leavingGap, returnGap } from './outageGap'
import { overloadSeen } from './overloadSeen'
import { parkedOvernight } from './parkedOvernight'
import { rcdGrid, rcdIsland } from './rcdTimes'
import { rcdWaveformsGrid, rcdWaveformsIsland } from './rcdWaveforms'
import { runIdentity } from './runIdentity'
import { runLoop } from './runLoop'
import { settingLeft } from './settingLeft'
import { standingLeakage } from './standingLeakage'
import { stayedOn } from './stayedOn'
import { supplyRating } from './supplyRating'
import { positionsChecked, switchesAsLeft } from './switchPositions'
import { taskTime } from './taskTime'
import { circuitTorque, runTorque } from './terminalTorque'
import { workingTests } from './workingTests'

/** Families whose points are about things of the job. The order counts only among those of one working place. */
const THING_FAMILIES: readonly PointFamily[] = [
  supplyRating,
  componentRecord,
  mountedUnit,
  mountedIsolator,
  mountedSurge,
  mountedMeter,
  dcRoute,
  spareLength,
  mountedFace,
  taskTime,
  parkedOvernight,
  positionsChecked,
  runIdentity,
  farEnd,
  coreIdentity,
  dataRunTested,
  runLoop,
  runTorque,
  circuitTorque,
  deadPrepared,
  deadRun,
  deadCircuit,
  deadString,
  batteryInsulation,
  earthCurrent,
  buriedServices,
  electrodeResistance,
  electrodesJoined,
  electrodeConductor,
  earthingSystem,
  provenDead,
  energisingSteps,
  ctSteps,
  rcdGrid,
  rcdWaveformsGrid,
  standingLeakage,
  settingLeft,
  workingTests,
  commissioning,
  sourceStages,
  vehicleLate,
  furtherVehicles,
  secondBattery,
  blackStartTest,
  reserveMoves,
  ...confirmations,
  ...closingPapers,
  leavingTalk,
  islandSource,
  islandBond,
  rcdIsland,
  rcdWaveformsIsland,
  disconnection,
  demandBeforeCut,
  leavingGap,
  stayedOn,
  awakeAfterCut,
  dataRunInOutage,
  ladderStep,
  capacityShown,
  overloadSeen,
  returnGap,
  cleanReturns,
  switchesAsLeft,
]

/** Every family of points: those of the things, and the declarations that a job has none of them. */
export const POINT_FAMILIES: readonly PointFamily[] = [...THING_FAMILIES, ...noneHere(THING_FAMILIES)]

const byId = new Map(POINT_FAMILIES.map((family) => [family.id, family]))

/**
 * The family that a point was derived by.
 *
 * @throws RangeError where there is none of that id
 */
export function familyOf({ family: id, key }: { family: string; key: string }): PointFamily {
  const family = byId.get(id)
  if (!family) throw new RangeError(`point ${key} belongs to no known family (${id})`)
  return family
}

/** Whether a point was derived by one of the families. */
export const belongsTo = (
  { family }: Pick<Point, 'family'>,
  ...families: readonly Pick<PointFamily, 'id'>[]
): boolean => families.some(({ id }) => id === family)
