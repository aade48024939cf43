import { formatQuantity } from '../quantity/formatQuantity'
import type { Unit } from '../quantity/units'

/** Settings that are on or off; the register holds 1 or 0. */
const FLAGS = new Set(['islandEnabled', 'bondRelayEnabled'])

/** Whether a setting is on or off, and not a figure. */
export const isOnOff = (key: string): boolean => FLAGS.has(key)

/** A setting's value as a person reads it: “yes” and “no” for those that are on or off, otherwise the value with its unit, to the last figure that a register of single precision holds. */
export const settingText = (key: string, value: number, unit: Unit): string =>
  FLAGS.has(key) && (value === 0 || value === 1) ? (value === 1 ? 'yes' : 'no') : formatQuantity(value, unit, 7)
