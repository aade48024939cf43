import type { Measured } from '../installation/installation'
import type { Unit } from '../quantity/units'

/** The unit that each quantity is recorded in: an instrument's ranges are stated in it, as readings are held against them without conversion. */
export const MEASURED_UNITS: Readonly<Record<Measured, Unit>> = {
  electrodeResistance: 'Ω',
  loopResistance: 'Ω',
  voltage: 'V',
  frequency: 'Hz',
  rcdTime: 'ms',
  rcdCurrent: 'mA',
  earthCurrent: 'A',
  torque: 'Nm',
  insulation: 'MΩ',
  continuity: 'Ω',
  dcVoltage: 'V',
  dcCurrent: 'A',
}

/** What each quantity is called where a crew names what an instrument measures. */
export const MEASURED_WORDS: Readonly<Record<Measured, string>> = {
  electrodeResistance: 'earth electrode resistance',
  loopResistance: 'fault loop resistance',
  voltage: 'voltage',
  frequency: 'frequency',
  rcdTime: 'residual-current trip time',
  rcdCurrent: 'residual-current trip current',
  earthCurrent: 'current in an earth conductor (clamp)',
  torque: 'torque',
  insulation: 'insulation resistance',
  continuity: 'continuity',
  dcVoltage: 'DC voltage',
  dcCurrent: 'DC current',
}
