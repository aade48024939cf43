import type { InstrumentFunction, Measured } from '../installation/installation'
import { MEASURED_UNITS } from './measuredUnits'

/** What an instrument of a kind usually is. Its maker's sheet has the true figures: these are to begin from. */
export interface InstrumentTemplate {
  id: string
  name: string
  lowImpedance: boolean
  provingUnit: boolean
  functions: InstrumentFunction[]
}

const range = (
  measures: Measured,
  [min, max]: readonly [number, number],
  [percentOfReading, digits, resolution]: readonly [number, number, number],
): InstrumentFunction => ({
  measures,
  unit: MEASURED_UNITS[measures],
  min,
  max,
  accuracy: { percentOfReading, digits, resolution },
})

/** Made-up instruments of the usual kinds. */
export const INSTRUMENT_TEMPLATES: readonly InstrumentTemplate[] = [
  {
    id: 'installationTester',
    name: 'Installation tester',
    lowImpedance: false,
    provingUnit: false,
    functions: [
      range('voltage', [0, 500], [2, 2, 0.1]),
      range('frequency', [45, 65], [0.1, 1, 0.1]),
      range('loopResistance', [0, 20], [3, 4, 0.01]),
      range('loopResistance', [20, 2000], [5, 4, 1]),
      range('electrodeResistance', [0, 20], [2, 3, 0.01]),
      range('electrodeResistance', [20, 2000], [2, 3, 0.1]),
      range('rcdTime', [0, 1000], [2, 2, 1]),
      range('rcdCurrent', [2, 1000], [5, 1, 0.1]),
      range('insulation', [0, 100], [3, 3, 0.01]),
      range('insulation', [100, 1000], [5, 3, 1]),
      range('continuity', [0, 20], [2, 2, 0.01]),
      range('continuity', [20, 200], [3, 2, 0.1]),
    ],
  },
  {
    id: 'electrodeTester',
    name: 'Earth electrode tester',
    lowImpedance: false,
    provingUnit: false,
    functions: [
      range('electrodeResistance', [0, 20], [2, 2, 0.01]),
      range('electrodeResistance', [20, 200], [2, 2, 0.1]),
      range('electrodeResistance', [200, 2000], [2, 2, 1]),
    ],
  },
  {
    id: 'leakageClamp',
    name: 'Leakage clamp',
    lowImpedance: false,
    provingUnit: false,
    functions: [range('earthCurrent', [0, 0.06], [1.5, 5, 0.00001]), range('earthCurrent', [0.06, 60], [2, 5, 0.01])],
  },
  {
    id: 'multimeter',
    name: 'Multimeter',
    lowImpedance: false,
    provingUnit: false,
    functions: [
      range('voltage', [0, 600], [1, 3, 0.1]),
      range('dcVoltage', [0, 1000], [0.5, 2, 0.1]),
      range('dcCurrent', [0, 10], [1.2, 3, 0.01]),
      range('continuity', [0, 600], [1, 2, 0.1]),
    ],
  },
  {
    id: 'twoPoleTester',
    name: 'Two-pole voltage tester',
    lowImpedance: true,
    provingUnit: false,
    functions: [range('voltage', [6, 1000], [3, 5, 0.1])],
  },
  { id: 'provingUnit', name: 'Proving unit', lowImpedance: false, provingUnit: true, functions: [] },
  {
    id: 'torqueWrench',
    name: 'Torque wrench',
    lowImpedance: false,
    provingUnit: false,
    functions: [range('torque', [1, 25], [4, 0, 0.1])],
  },
]
