import type { Unit } from '@/core/quantity/units'

/** A point of the register map: where it lies in its model's block, how it is scaled, which setting it is. */
export interface RegisterPoint {
  key: string
  /** Register inside the block, from 0. */
  at: number
  type: 'uint16' | 'int16' | 'uint32'
  /** The stored whole number times 10^scale is the value. */
  scale: number
  unit: Unit
}

export interface RegisterModel {
  id: number
  name: string
  points: readonly RegisterPoint[]
}

/** First register of the map; it holds the marker, then blocks of model id, length and points follow until the end marker. */
export const MAP_START = 40_000
export const MAP_MARKER = [0x4177, 0x6c62] as const // "Awlb"
export const END_MODEL = 0xffff
/** Where a stand-in takes the load it pretends to have, one register for each phase; no real device has them. */
export const REHEARSAL_START = 49_000
/** A register that holds no value. */
export const NOT_GIVEN: Readonly<Record<RegisterPoint['type'], number>> = {
  uint16: 0xffff,
  int16: 0x8000,
  uint32: 0xffffffff,
}

/** What the gateway's meter reads at the supply just now, by phase; positive into the house. It is no setting. */
export const METER_MODEL: RegisterModel = {
  id: 7003,
  name: 'meter',
  points: [
    { key: 'L1', at: 0, type: 'int16', scale: 0, unit: 'W' },
    { key: 'L2', at: 1, type: 'int16', scale: 0, unit: 'W' },
    { key: 'L3', at: 2, type: 'int16', scale: 0, unit: 'W' },
  ],
}

/** Models this program knows; see docs/formats/gateway-registers.md. */
export const REGISTER_MODELS: readonly RegisterModel[] = [
  {
    id: 7001,
    name: 'grid and island',
    points: [
      { key: 'nominalV', at: 0, type: 'uint16', scale: 0, unit: 'V' },
      { key: 'nominalHz', at: 1, type: 'uint16', scale: -1, unit: 'Hz' },
      { key: 'phaseCount', at: 2, type: 'uint16', scale: 0, unit: '' },
      { key: 'islandEnabled', at: 3, type: 'uint16', scale: 0, unit: '' },
      { key: 'bondRelayEnabled', at: 4, type: 'uint16', scale: 0, unit: '' },
      { key: 'reconnectDelayS', at: 5, type: 'uint16', scale: 0, unit: 's' },
    ],
  },
  {
    id: 7002,
    name: 'battery use',
    points: [
      { key: 'reserveSocPercent', at: 0, type: 'uint16', scale: -1, unit: '%' },
      { key: 'chargeLimitW', at: 1, type: 'uint32', scale: 0, unit: 'W' },
      { key: 'dischargeLimitW', at: 3, type: 'uint32', scale: 0, unit: 'W' },
      { key: 'exportLimitW', at: 5, type: 'uint32', scale: 0, unit: 'W' },
    ],
  },
]
