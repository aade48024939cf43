import type { RulePack } from '../rulePack'
import { COMMON_LIMITS, limit } from './common'

/** Split phase 120/240 V, 60 Hz. */
export const naSplit240: RulePack = {
  id: 'na-split-240',
  name: 'Split phase, 120/240 V 60 Hz',
  nominalV: 120,
  supplyV: 240,
  nominalHz: 60,
  phases: ['L1', 'L2'],
  words: {
    earth: 'ground',
    board: 'service panel',
    residualCurrentDevice: 'ground-fault device',
    residualCurrentDeviceShort: 'GFCI',
    mainSwitch: 'main breaker',
    isolator: 'disconnect',
    neutralEarth: 'N–G',
    lineEarth: 'L–G',
    supply: 'main breaker',
  },
  conductorColours: { L1: 'black', L2: 'red', neutral: 'white', earth: 'green or bare' },
  deviceSizesA: [15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225, 250, 300, 350, 400],
  ampacityA: { '14': 20, '12': 25, '10': 35, '8': 50, '6': 65, '4': 85, '3': 100, '2': 115, '1': 130, '1/0': 150, '2/0': 175, '3/0': 200, '4/0': 230 },
  ampacityBasis: 'Copper at 75 °C between terminals marked for it; the 60 °C column where terminals up to 100 A are unmarked. Confirm against the local table.',
  deviceCapA: { '14': 15, '12': 20, '10': 30 },
  breakerCurves: [],
  limits: {
    ...COMMON_LIMITS,
    continuousFactor: limit(1.25, '', 'Device rating over continuous current', 'P-2: 1.25 × the continuous part, plus the rest.'),
    boardSourceFactor: limit(1.25, '', 'What a source counts on a board, as a share of its continuous output current', 'P-3: 1.25 × the continuous output current of each source.'),
    boardFarEndShare: limit(1.2, '', 'Share of the busbar rating that main and sources may use when the sources sit at the far end', 'P-3: 120 % of the busbar, sources at the far end from the main.'),
    pvReturnMin: limit(300, 's', 'Shortest wait of AC-coupled PV before it comes back', 'By region (P-4); the inverter’s own setting holds.', true),
    islandVoltageMin: limit(108, 'V', 'Lowest source voltage in island mode', '90 % of nominal.'),
    islandVoltageMax: limit(132, 'V', 'Highest source voltage in island mode', '110 % of nominal.'),
    islandFrequencyMin: limit(59, 'Hz', 'Lowest frequency in island mode', 'Default of the rule pack; the maker’s droop for PV may go beyond.', true),
    islandFrequencyMax: limit(62.4, 'Hz', 'Highest frequency in island mode', 'Default of the rule pack; the maker’s droop for PV may go beyond.', true),
  },
}
