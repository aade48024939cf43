import type { Unit } from '@/core/quantity/units'

/** A point of the register map: where it lies in its model's block, how it is scaled, which setting it is. */
export interface RegisterPoint {
  key: string
  label: string
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
/** A register that holds no value. */
export const NOT_GIVEN: Readonly<Record<RegisterPoint['type'], number>> = { uint16: 0xffff, int16: 0x8000, uint32: 0xffffffff }

/** Models this program knows; see docs/formats/gateway-registers.md. */
export const REGISTER_MODELS: readonly RegisterModel[] = [
  {
    id: 7001, name: 'grid and island',
    points: [
      { key: 'nominalV', label: 'Nominal voltage', at: 0, type: 'uint16', scale: 0, unit: 'V' },
      { key: 'nominalHz', label: 'Nominal frequency', at: 1, type: 'uint16', scale: -1, unit: 'Hz' },
      { key: 'phaseCount', label: 'Phases backed up', at: 2, type: 'uint16', scale: 0, unit: '' },
      { key: 'islandEnabled', label: 'Island operation enabled', at: 3, type: 'uint16', scale: 0, unit: '' },
      { key: 'bondRelayEnabled', label: 'Bond relay enabled', at: 4, type: 'uint16', scale: 0, unit: '' },
      { key: 'reconnectDelayS', label: 'Wait before reconnecting', at: 5, type: 'uint16', scale: 0, unit: 's' },
    ],
  },
  {
    id: 7002, name: 'battery use',
    points: [
      { key: 'reserveSocPercent', label: 'Backup reserve', at: 0, type: 'uint16', scale: -1, unit: '%' },
      { key: 'chargeLimitW', label: 'Charging limit', at: 1, type: 'uint32', scale: 0, unit: 'W' },
      { key: 'dischargeLimitW', label: 'Discharging limit', at: 3, type: 'uint32', scale: 0, unit: 'W' },
      { key: 'exportLimitW', label: 'Export limit', at: 5, type: 'uint32', scale: 0, unit: 'W' },
    ],
  },
]
