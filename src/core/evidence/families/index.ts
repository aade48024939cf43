import type { PointFamily } from '../point'
import { cleanReturns } from './cleanReturns'
import { componentRecord } from './componentRecord'
import { confirmations } from './confirmations'
import { electrodeResistance } from './electrodeResistance'
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
import { taskTime } from './taskTime'

/** Every kind of point, in working order within its stage. */
export const POINT_FAMILIES: readonly PointFamily[] = [
  supplyRating, componentRecord, mountedChecks, taskTime, parkedOvernight, runIdentity, runLoop, electrodeResistance, rcdTimes, islandBond, settingLeft,
  confirmations, islandSource, outageGap, stayedOn, cleanReturns,
]
