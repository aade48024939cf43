import type { Phase } from '@/core/rules/rulePack'
import { LIVE_MODES } from '@/core/settings/livePower'
import {
  END_MODEL,
  GATEWAY_UNIT,
  INVERTER_UNIT,
  MAP_MARKER,
  MAP_START,
  METER_MODEL,
  MODULE_UNIT,
  REGISTER_MODELS,
  REHEARSAL_START,
  type RegisterModel,
  type RegisterPoint,
  UNIT_MODELS,
  decodePoint,
  encodePoint,
  lengthOf,
  registersIn,
} from '../../registerMap'
import type { House } from '../model/house'
import { liveValues } from '../model/live'
import { stepHouse } from '../model/stepHouse'

/** A model the program has no names for, as every real device has some. */
const EXTRA_MODEL = { id: 7099, registers: [3, 1200] }
/** Seconds after somebody rehearsed for which the battery stays idle, so that the meter shows the load. */
const IDLE_AFTER_REHEARSAL_S = 120
const SETTLES_S = 0.2

export type Values = Readonly<Record<string, number | null>>

/** What a device answers a write with that it does not take. */
export class IllegalAddress extends Error {
  override name = 'IllegalAddress'
  readonly modbusErrorCode = 2
}
export class IllegalValue extends Error {
  override name = 'IllegalValue'
  readonly modbusErrorCode = 3
}

/** Values of the gateway's own points by key. @param nowS clock of the machine, in seconds since 1970 */
export function gatewayValues(house: House, nowS: number): Values {
  const { gridPhaseW, ...live } = liveValues(house)
  const [major = 0, minor = 0, patch = 0] = house.firmware.split('.').map(Number)
  return {
    ...house.settings,
    ...Object.fromEntries(METER_MODEL.points.map(({ key }) => [key, gridPhaseW[key as Phase] ?? null])),
    ...live,
    mode: LIVE_MODES.indexOf(live.mode),
    modulesReported: house.modules.filter(({ alive, counted }) => alive && counted).length,
    invertersReported: house.spec.inverters.length,
    stringsReported: house.spec.pv.reduce((sum, { strings }) => sum + strings, 0),
    firmwareMajor: major,
    firmwareMinor: minor,
    firmwarePatch: patch,
    clockS: nowS + house.spec.clockWrongH * 3600,
    forcedW: house.forcedW,
    heatPumpEntry: house.heatPumpEntry,
  }
}

function blockOf(model: RegisterModel, values: Values): number[] {
  const block = new Array<number>(lengthOf(model)).fill(0xffff)
  for (const point of model.points)
    encodePoint(point, values[point.key] ?? null).forEach((word, k) => (block[point.at + k] = word))
  return [model.id, block.length, ...block]
}

/** All registers of a gateway with these values, from the marker to the end model. */
export const gatewayImage = (values: Values): number[] => [
  ...MAP_MARKER,
  ...REGISTER_MODELS.flatMap((model) => blockOf(model, values)),
  EXTRA_MODEL.id,
  EXTRA_MODEL.registers.length,
  ...EXTRA_MODEL.registers,
  END_MODEL,
  0,
]

/** Registers of the unit with this number; `null` for one that is not there or does not answer. */
export function unitImage(house: House, unit: number, nowS: number): number[] | null {
  if (unit === GATEWAY_UNIT) return gatewayImage(gatewayValues(house, nowS))
  const { spec } = house
  const end = [END_MODEL, 0]
  const [inverterModel, moduleModel] = UNIT_MODELS as readonly [RegisterModel, RegisterModel]
  const inverter = spec.inverters[unit - INVERTER_UNIT]
  if (inverter) {
    const total = spec.inverters.reduce((sum, { ratedW }) => sum + ratedW, 0)
    const values = { ratedW: inverter.ratedW, powerW: (house.batteryW * inverter.ratedW) / total }
    return [...MAP_MARKER, ...blockOf(inverterModel, values), ...end]
  }
  const module = house.modules[unit - MODULE_UNIT]
  const moduleSpec = spec.modules[unit - MODULE_UNIT]
  if (!module?.alive || !moduleSpec) return null
  return [
    ...MAP_MARKER,
    ...blockOf(moduleModel, {
      socPercent: module.soc * 100,
      tempC: module.tempC,
      limitW: moduleSpec.limitW,
      capacityWh: moduleSpec.capacityWh,
    }),
    ...end,
  ]
}

/** The writable point whose registers begin at an address, and how many words it takes. */
function pointAt(address: number): RegisterPoint | null {
  let at = MAP_START + MAP_MARKER.length
  for (const model of REGISTER_MODELS) {
    const point = model.points.find((one) => at + 2 + one.at === address)
    if (point) return model.writable ? point : null
    at += 2 + lengthOf(model)
  }
  return null
}

/**
 * Takes what somebody wrote, whole points only: half of a 32-bit value is refused.
 *
 * @throws IllegalAddress for registers that are no writable point, IllegalValue for a value that makes no sense there
 */
export function takeWrite(house: House, unit: number, address: number, words: readonly number[]): void {
  const phase = address - REHEARSAL_START
  if (unit === GATEWAY_UNIT && phase >= 0 && phase < house.rehearsedW.length && words.length === 1) {
    house.rehearsedW[phase] = words[0] ?? 0
    house.idleS = IDLE_AFTER_REHEARSAL_S
    // whoever reads the meter next sees it, however soon that is
    stepHouse(house, SETTLES_S)
    return
  }
  const point = unit === GATEWAY_UNIT ? pointAt(address) : null
  if (!point || words.length !== registersIn(point.type)) throw new IllegalAddress('No point is written there.')
  const value = decodePoint({ ...point, at: 0 }, words)
  if (point.key === 'forcedW') house.forcedW = value
  else if (value === null) throw new IllegalValue('A setting cannot be set to nothing.')
  else if (point.key === 'heatPumpEntry') house.heatPumpEntry = entryOf(value)
  else house.settings[point.key] = value
}

function entryOf(value: number): 0 | 1 | 2 | 3 {
  if (value === 0 || value === 1 || value === 2 || value === 3) return value
  throw new IllegalValue('The entry of a heat pump has four positions.')
}
