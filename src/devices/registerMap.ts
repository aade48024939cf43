import type { Unit } from '@/core/quantity/units'

export const REGISTER_TYPES = ['uint16', 'int16', 'uint32', 'int32'] as const
export type RegisterType = (typeof REGISTER_TYPES)[number]

/** A point of the register map: where it lies in its model's block, how it is scaled, what it is. */
export interface RegisterPoint {
  key: string
  /** Register inside the block, from 0. */
  at: number
  type: RegisterType
  /** The stored whole number times 10^scale is the value. */
  scale: number
  unit: Unit
  /** What its figure means where its unit does not say so. */
  note?: string
}

export const MODEL_ROLES = ['setting', 'live', 'count', 'command'] as const
/** What a model's points are for: settings that stay, values of this moment, what the device counts and is, orders for now. */
export type ModelRole = (typeof MODEL_ROLES)[number]

export interface RegisterModel {
  id: number
  name: string
  role: ModelRole
  /** Whether a stand-in takes writes to it; a real gateway is written to by nobody. */
  writable: boolean
  points: readonly RegisterPoint[]
}

/** First register of the map; it holds the marker, then blocks of model id, length and points follow until the end marker. */
export const MAP_START = 40_000
export const MAP_MARKER = [0x4177, 0x6c62] as const // "Awlb"
export const END_MODEL = 0xffff
/** Where a stand-in takes the load it pretends to have, one register for each phase; no real device has them. */
export const REHEARSAL_START = 49_000
/** A register that holds no value. */
export const NOT_GIVEN: Readonly<Record<RegisterType, number>> = {
  uint16: 0xffff,
  int16: 0x8000,
  uint32: 0xffffffff,
  int32: 0x80000000,
}
/** Modbus units: the gateway itself, and from where its inverters and battery modules are counted. */
export const GATEWAY_UNIT = 1
export const INVERTER_UNIT = 11
export const MODULE_UNIT = 21

/** What the gateway's meter reads at the supply just now, by phase; positive into the house. It is no setting. */
export const METER_MODEL: RegisterModel = {
  id: 7003,
  name: 'meter',
  role: 'live',
  writable: false,
  points: [
    { key: 'L1', at: 0, type: 'int16', scale: 0, unit: 'W', note: 'into the house' },
    { key: 'L2', at: 1, type: 'int16', scale: 0, unit: 'W' },
    { key: 'L3', at: 2, type: 'int16', scale: 0, unit: 'W' },
  ],
}

/** Models this program knows; see docs/formats/gateway-registers.md. */
export const REGISTER_MODELS: readonly RegisterModel[] = [
  {
    id: 7001,
    name: 'grid and island',
    role: 'setting',
    writable: true,
    points: [
      { key: 'nominalV', at: 0, type: 'uint16', scale: 0, unit: 'V' },
      { key: 'nominalHz', at: 1, type: 'uint16', scale: -1, unit: 'Hz' },
      { key: 'phaseCount', at: 2, type: 'uint16', scale: 0, unit: '' },
      { key: 'islandEnabled', at: 3, type: 'uint16', scale: 0, unit: '', note: '0 or 1' },
      { key: 'bondRelayEnabled', at: 4, type: 'uint16', scale: 0, unit: '', note: '0 or 1' },
      { key: 'reconnectDelayS', at: 5, type: 'uint16', scale: 0, unit: 's' },
    ],
  },
  {
    id: 7002,
    name: 'battery use',
    role: 'setting',
    writable: true,
    points: [
      { key: 'reserveSocPercent', at: 0, type: 'uint16', scale: -1, unit: '%' },
      { key: 'chargeLimitW', at: 1, type: 'uint32', scale: 0, unit: 'W' },
      { key: 'dischargeLimitW', at: 3, type: 'uint32', scale: 0, unit: 'W' },
      { key: 'exportLimitW', at: 5, type: 'uint32', scale: 0, unit: 'W' },
    ],
  },
  METER_MODEL,
  {
    id: 7004,
    name: 'reserve and network',
    role: 'setting',
    writable: true,
    points: [
      { key: 'reserveBandPercent', at: 0, type: 'uint16', scale: -1, unit: '%' },
      { key: 'chargeFromGridPercent', at: 1, type: 'uint16', scale: -1, unit: '%' },
      { key: 'gridChargeW', at: 2, type: 'uint32', scale: 0, unit: 'W' },
      { key: 'networkProfile', at: 4, type: 'uint16', scale: 0, unit: '', note: 'number of the profile' },
    ],
  },
  {
    id: 7005,
    name: 'power now',
    role: 'live',
    writable: false,
    points: [
      { key: 'gridW', at: 0, type: 'int32', scale: 0, unit: 'W', note: 'in from the street' },
      { key: 'pvW', at: 2, type: 'int32', scale: 0, unit: 'W' },
      { key: 'batteryW', at: 4, type: 'int32', scale: 0, unit: 'W', note: 'out of the battery' },
      { key: 'houseW', at: 6, type: 'int32', scale: 0, unit: 'W', note: 'drawn, a charging vehicle included' },
      { key: 'vehicleW', at: 8, type: 'int32', scale: 0, unit: 'W', note: 'out of the vehicle' },
      { key: 'heatPumpW', at: 10, type: 'int32', scale: 0, unit: 'W', note: 'part of the house' },
      { key: 'socPercent', at: 12, type: 'uint16', scale: -1, unit: '%' },
      { key: 'streetV', at: 13, type: 'uint16', scale: -1, unit: 'V', note: 'lowest phase' },
      { key: 'houseV', at: 14, type: 'uint16', scale: -1, unit: 'V', note: 'lowest phase' },
      { key: 'houseHz', at: 15, type: 'uint16', scale: -2, unit: 'Hz' },
      { key: 'mode', at: 16, type: 'uint16', scale: 0, unit: '', note: '0 street, 1 changing over, 2 island, 3 dark' },
    ],
  },
  {
    id: 7006,
    name: 'what it counts',
    role: 'count',
    writable: false,
    points: [
      { key: 'modulesReported', at: 0, type: 'uint16', scale: 0, unit: '' },
      { key: 'invertersReported', at: 1, type: 'uint16', scale: 0, unit: '' },
      { key: 'stringsReported', at: 2, type: 'uint16', scale: 0, unit: '' },
      { key: 'firmwareMajor', at: 3, type: 'uint16', scale: 0, unit: '' },
      { key: 'firmwareMinor', at: 4, type: 'uint16', scale: 0, unit: '' },
      { key: 'firmwarePatch', at: 5, type: 'uint16', scale: 0, unit: '' },
      { key: 'clockS', at: 6, type: 'uint32', scale: 0, unit: 's', note: 'since 1 January 1970' },
    ],
  },
  {
    id: 7008,
    name: 'orders',
    role: 'command',
    writable: true,
    points: [
      { key: 'forcedW', at: 0, type: 'int32', scale: 0, unit: 'W', note: 'out of the battery; not given: none' },
      {
        key: 'heatPumpEntry',
        at: 2,
        type: 'uint16',
        scale: 0,
        unit: '',
        note: '0 off, 1 as it likes, 2 recommended, 3 forced',
      },
    ],
  },
]

/** Models of the units behind the gateway, each read under a unit number of its own. */
export const UNIT_MODELS: readonly RegisterModel[] = [
  {
    id: 7101,
    name: 'inverter',
    role: 'live',
    writable: false,
    points: [
      { key: 'ratedW', at: 0, type: 'uint32', scale: 0, unit: 'W' },
      { key: 'powerW', at: 2, type: 'int32', scale: 0, unit: 'W', note: 'out of it' },
    ],
  },
  {
    id: 7201,
    name: 'battery module',
    role: 'live',
    writable: false,
    points: [
      { key: 'socPercent', at: 0, type: 'uint16', scale: -1, unit: '%' },
      { key: 'tempC', at: 1, type: 'int16', scale: -1, unit: '°C' },
      { key: 'limitW', at: 2, type: 'uint32', scale: 0, unit: 'W' },
      { key: 'capacityWh', at: 4, type: 'uint32', scale: 0, unit: 'Wh' },
    ],
  },
]

export const registersIn = (type: RegisterType): number => (type === 'uint32' || type === 'int32' ? 2 : 1)
/** Length of a model's block, in registers. */
export const lengthOf = ({ points }: RegisterModel): number =>
  Math.max(...points.map(({ at, type }) => at + registersIn(type)))

/** What a device cannot hold. */
export class RegisterRangeError extends Error {
  override name = 'RegisterRangeError'
}

const BOUNDS: Readonly<Record<RegisterType, readonly [number, number]>> = {
  uint16: [0, 0xfffe],
  int16: [-0x7fff, 0x7fff],
  uint32: [0, 0xfffffffe],
  int32: [-0x7fffffff, 0x7fffffff],
}

/**
 * Registers of a point that holds a value, high word first; of one that holds none with `null`.
 *
 * @throws RegisterRangeError for a value that does not go into its registers
 * @example encodePoint({ key: 'reserveSocPercent', at: 0, type: 'uint16', scale: -1, unit: '%' }, 40) // [400]
 */
export function encodePoint({ key, type, scale }: RegisterPoint, value: number | null): number[] {
  const [least, most] = BOUNDS[type]
  const raw = value === null ? NOT_GIVEN[type] : Math.round(value / 10 ** scale)
  if (value !== null && !(raw >= least && raw <= most))
    throw new RegisterRangeError(
      `${key} cannot hold ${value}; it goes from ${least * 10 ** scale} to ${most * 10 ** scale}.`,
    )
  const bits = raw >>> 0
  return registersIn(type) === 2 ? [bits >>> 16, bits & 0xffff] : [bits & 0xffff]
}

/** Value of a point in its block; `null` where the device gives none, or the block ends before it. */
export function decodePoint({ at, type, scale }: RegisterPoint, block: readonly number[]): number | null {
  const high = block[at]
  const low = registersIn(type) === 2 ? block[at + 1] : 0
  if (high === undefined || low === undefined) return null
  const bits = registersIn(type) === 2 ? high * 65536 + low : high
  if (bits === NOT_GIVEN[type]) return null
  const raw =
    type === 'int16' && bits > 0x7fff ? bits - 65536 : type === 'int32' && bits > 0x7fffffff ? bits - 2 ** 32 : bits
  return scale < 0 ? raw / 10 ** -scale : raw * 10 ** scale
}
