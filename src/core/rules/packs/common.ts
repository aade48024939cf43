import type { Limit, LimitKey } from '../rulePack'

const MAKER_FIRST = 'Default of the rule pack. Local code, the network operator and the maker’s manual come first.'

export const limit = (value: number, unit: Limit['unit'], purpose: string, basis: string = MAKER_FIRST, crewMayChange = false): Limit => ({
  value, unit, purpose, basis, crewMayChange,
})

/** Limits that all packs share; a pack overrides what its region sets differently. */
export const COMMON_LIMITS: Readonly<Record<LimitKey, Limit>> = {
  electrodeResistanceMax: limit(100, 'Ω', 'Resistance of the electrode to earth', 'House target chosen by the crew (E-4); 200 Ω is the highest that counts as stable.', true),
  electrodeDeviationMaxPercent: limit(5, '%', 'Spread of the three fall-of-potential readings', 'Fall-of-potential rule (E-3): a wider spread means the probe stood inside the resistance area.'),
  clampForbidsOpening: limit(0.5, 'A', 'Current in the electrode conductor before it is parted', 'Safety of the person measuring (E-3, E-11): at or above this the conductor is not opened.'),
  islandNeutralEarthMax: limit(5, 'V', 'Neutral to earth in island mode', 'Bonded state (E-6): a sound bond leaves a few volts at most.'),
  rcdGeneralX1Max: limit(300, 'ms', 'Trip time at 1 × rated residual current', 'General type (E-9).'),
  rcdGeneralX5Max: limit(40, 'ms', 'Trip time at 5 × rated residual current', 'General type (E-9).'),
  rcdDelayedX1Min: limit(130, 'ms', 'Shortest trip time at 1 ×, delayed type', 'Selective type (E-9).'),
  rcdDelayedX1Max: limit(500, 'ms', 'Longest trip time at 1 ×, delayed type', 'Selective type (E-9).'),
  rcdDelayedX5Min: limit(50, 'ms', 'Shortest trip time at 5 ×, delayed type', 'Selective type (E-9).'),
  rcdDelayedX5Max: limit(150, 'ms', 'Longest trip time at 5 ×, delayed type', 'Selective type (E-9).'),
  rcdRampMinShare: limit(0.5, '', 'Lowest tripping current as a share of the rated one', 'Types AC and A on a sine (E-9).'),
  rcdRampMaxShare: limit(1, '', 'Highest tripping current as a share of the rated one', 'Types AC and A on a sine (E-9).'),
  gfciRampMin: limit(4, 'mA', 'Lowest tripping current, class A', 'Class A device (E-9).'),
  gfciRampMax: limit(6, 'mA', 'Highest tripping current, class A', 'Class A device (E-9).'),
  loopAllowedShare: limit(0.2, '', 'Deviation of a loop resistance from its length and size', 'W-3: 20 %, or two digits and the lead null if that is more.'),
  loopStopFactor: limit(2.5, '', 'Deviation at which a loop is stopped, in allowed deviations', 'W-3: wrong cable, bad joint or wrong size.'),
  rideUnnoticed: limit(20, 'ms', 'Longest gap that counts as unnoticed', 'Ride-through class (T-6), own words of this pack.', true),
  rideFlicker: limit(150, 'ms', 'Longest gap that counts as a flicker', 'Ride-through class (T-6), own words of this pack.', true),
  rideBlink: limit(1000, 'ms', 'Longest gap that counts as a blink', 'Ride-through class (T-6), own words of this pack.', true),
  ridePause: limit(10_000, 'ms', 'Longest gap that counts as a pause', 'Ride-through class (T-6), own words of this pack.', true),
  demandShareOfLimit: limit(0.8, '', 'Share of a limit that planned demand may use', 'Planning margin (P-6).', true),
  shareTolerance: limit(0.001, '', 'Share of time above a limit that counts as none', 'Planning margin (P-6).', true),
  islandVoltageMin: limit(207, 'V', 'Lowest source voltage in island mode', '90 % of nominal.'),
  islandVoltageMax: limit(253, 'V', 'Highest source voltage in island mode', '110 % of nominal.'),
  islandFrequencyMin: limit(49, 'Hz', 'Lowest frequency in island mode', 'Default of the rule pack; the maker’s droop for PV may go beyond.', true),
  islandFrequencyMax: limit(52, 'Hz', 'Highest frequency in island mode', 'Default of the rule pack; the maker’s droop for PV may go beyond.', true),
  continuousFactor: limit(1, '', 'Device rating over continuous current', 'P-2: the device carries the design current as it is.'),
  boardSourceFactor: limit(1, '', 'What a source counts on a board, as a share of its device or current', 'P-3: the rating of the source’s device counts.'),
  boardFarEndShare: limit(1, '', 'Share of the busbar rating that main and sources may use', 'P-3: the assembly’s rated current.'),
  motorSoftFactor: limit(0.45, '', 'Starting current with a soft start, as a share of the locked-rotor current', 'Planning default (P-5); the maker of the starter states its own.', true),
  motorDriveFactor: limit(0.15, '', 'Starting current with a variable-speed drive, as a share of the locked-rotor current', 'Planning default (P-5); the maker of the drive states its own.', true),
  motorRunningMultiple: limit(6, '', 'Locked-rotor current as a multiple of the running current, where the plate is silent', 'Estimate (P-5): read the plate before promising anything.', true),
  motorFitsShare: limit(0.8, '', 'Share of the surge a start may use and still fit', 'Planning margin (P-5).', true),
  pvChargeRatioMax: limit(1, '', 'AC-coupled PV on the island side over the battery’s charging power', 'Default (P-10); the maker of the battery states its own.', true),
  stringCurrentFactor: limit(1.25, '', 'Margin on the short-circuit current of PV strings', 'Default (P-10): bright days go above the plate.'),
  voltageDropMaxPercent: limit(3, '%', 'Voltage drop along a planned run', 'Planning default (P-11); the local code sets its own.', true),
  pvReturnMin: limit(20, 's', 'Shortest wait of AC-coupled PV before it comes back', 'By region (P-4); the inverter’s own setting holds.', true),
  pvReturnMax: limit(300, 's', 'Longest wait of AC-coupled PV before it comes back', 'By region (P-4); the inverter’s own setting holds.', true),
  ladderMarginShare: limit(0.9, '', 'Share of a source or circuit that the load ladder climbs to', 'Test margin (T-14): the ladder stops before anything is overloaded.', true),
  cableSlackShare: limit(0.1, '', 'Slack on a cable, as a share of its length', 'Materials (F-6).', true),
  cableSlackEnd: limit(0.5, 'm', 'Slack at each end of a cable', 'Materials (F-6).', true),
  trunkingFillMax: limit(0.45, '', 'Share of a trunking’s area that cables may fill', 'Materials (F-6).'),
  conduitFillMax: limit(0.4, '', 'Share of a conduit’s area that three or more cables may fill', 'Materials (F-6).'),
  insulationMin: limit(1, 'MΩ', 'Insulation resistance at 500 V DC, or 250 V where surge devices stay in', 'W-4: 1 MΩ at least; local code sets its own.'),
  continuityMax: limit(2, 'Ω', 'Protective conductor of a final circuit, end to end', 'Working figure (W-4): above it, length and size are looked at before the circuit is trusted; what disconnects in time is for E-8.', true),
  terminalTorqueShare: limit(0.1, '', 'How far a terminal’s torque may be from the maker’s figure', 'Working figure; the maker’s manual comes first.', true),
  stringVoltageShare: limit(0.1, '', 'How far a string’s open-circuit voltage may be from what its modules give', 'Working figure (W-4): beyond it a module is missing, reversed or shaded.', true),
  liftPerPersonMax: limit(25, 'kg', 'What one person lifts', 'Planning default (F-3); the crew’s own rule for manual handling comes first.', true),
}

/** Ratings and curves of the devices sold with the IEC packs (P-2). */
export const IEC_DEVICES = { deviceSizesA: [6, 10, 13, 16, 20, 25, 32, 40, 50, 63, 80, 100, 125], deviceCapA: {}, breakerCurves: ['B', 'C', 'D'] } as const

export const IEC_WORDS = {
  earth: 'earth',
  board: 'consumer unit',
  residualCurrentDevice: 'residual-current device',
  residualCurrentDeviceShort: 'RCD',
  mainSwitch: 'main switch',
  isolator: 'isolator',
  neutralEarth: 'N–E',
  lineEarth: 'L–E',
  supply: 'supply fuse',
} as const

export const IEC_COLOURS = { L1: 'brown', L2: 'black', L3: 'grey', neutral: 'blue', earth: 'green and yellow' } as const
