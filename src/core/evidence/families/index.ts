import type { PointFamily } from '../point'
import { cleanReturns } from './cleanReturns'
import { componentRecord } from './componentRecord'
import { confirmations } from './confirmations'
import { coreIdentity } from './coreIdentity'
import { ctSteps } from './ctSteps'
import { deadTests } from './deadTests'
import { electrodeResistance } from './electrodeResistance'
import { energisingSteps } from './energisingSteps'
import { farEnd } from './farEnd'
import { islandBond } from './islandBond'
import { islandSource } from './islandSource'
import { mountedChecks } from './mountedChecks'
import { outageGap } from './outageGap'
import { parkedOvernight } from './parkedOvernight'
import { rcdTimes } from './rcdTimes'
import { runIdentity } from './runIdentity'
import { runLoop } from './runLoop'
import { settingLeft } from './settingLeft'
import { stayedOn } from './stayedOn'
import { supplyRating } from './supplyRating'
import { positionsChecked, switchesAsLeft } from './switchPositions'
import { terminalTorque } from './terminalTorque'
import { taskTime } from './taskTime'

/** Every kind of point, in working order within its stage. */
export const POINT_FAMILIES: readonly PointFamily[] = [
  supplyRating,
  componentRecord,
  mountedChecks,
  taskTime,
  parkedOvernight,
  positionsChecked,
  runIdentity,
  coreIdentity,
  runLoop,
  farEnd,
  deadTests,
  terminalTorque,
  energisingSteps,
  ctSteps,
  electrodeResistance,
  rcdTimes,
  islandBond,
  settingLeft,
  confirmations,
  islandSource,
  outageGap,
  stayedOn,
  cleanReturns,
  switchesAsLeft,
]
