import { asBuiltWord } from '@/core/evidence/families/switchPositions'
import type { JobRecord } from '@/core/evidence/judge'
import {
  type CableRun,
  type Circuit,
  type Electrode,
  type Installation,
  type Instrument,
  type Load,
  NO_BANK,
  NO_CURTAILMENT,
} from '@/core/installation/installation'
import type { FitDetails, FitItem, FitKind } from '@/core/installation/fit'
import { NO_WIRING } from '@/core/installation/wiring'
import { EMPTY_SITE, type SurveyItem, USUAL_ASSUMPTIONS } from '@/core/installation/survey'
import type { DeclaredField, DeclaredOrigin } from '@/core/plan/declaredData'
import type { Reading } from '@/core/evidence/reading'

/** A load of 100 W that runs all the time; a test changes what it is about. */
export const aLoad = (change: Partial<Load> = {}): Load => ({
  appliance: null,
  figuresAssumed: false,
  id: 'l0',
  tag: 'lamp',
  name: 'Lamp',
  powerW: 100,
  powerFactor: 1,
  duty: 1,
  lockedRotorA: null,
  phase: 'L1',
  priority: 5,
  backedUp: true,
  mustStayOn: false,
  turnOffFirst: false,
  pattern: 'steady',
  circuitTag: null,
  runningA: null,
  codeLetter: null,
  hp: null,
  starter: null,
  startFactor: null,
  startS: null,
  makerMaxLraA: null,
  makerMaxDeviceA: null,
  room: null,
  ...change,
})

export const aCircuit = (change: Partial<Circuit> = {}): Circuit => ({
  id: 'k0',
  tag: 'c1',
  name: 'Sockets',
  device: 'general',
  iDeltaNMa: 30,
  residualType: null,
  backedUp: true,
  boardTag: null,
  way: null,
  breakerA: null,
  curve: null,
  instantaneousMultiple: null,
  residualTag: null,
  safety: false,
  phase: 'all',
  foundBoardTag: null,
  foundPhase: null,
  torqueNm: null,
  ...change,
})

export const aRun = (change: Partial<CableRun> = {}): CableRun => ({
  id: 'r0',
  tag: 'w1',
  from: 'Meter',
  to: 'Gateway',
  size: '16',
  lengthM: 20,
  conductorTempC: 20,
  phase: null,
  terminals75: null,
  designCurrentA: null,
  deviceA: null,
  derating: 1,
  faultCurrentA: null,
  faultS: null,
  extraM: 0,
  torqueNm: null,
  ...change,
})

/** A small made-up house that a test changes where it matters. */
export const house = (change: Partial<Installation> = {}): Installation => ({
  jobId: '018f0000-0000-7000-8000-0000000000aa',
  name: 'Test house',
  packId: 'iec-1ph-230',
  testDepth: 'essential',
  checksAsOf: null,
  acceptsShedding: false,
  chosenSchool: null,
  schoolReason: null,
  ownLimits: [],
  supply: {
    ratingA: 60,
    secondMainA: null,
    backupMain: null,
    powerFactor: 0.95,
    maximumDemandKva: null,
    meterCombinedWithBoard: false,
  },
  sources: {
    units: [
      {
        name: 'Unit',
        moduleCount: 3,
        moduleW: 1600,
        inverterBatteryW: 6000,
        inverterAcW: 6000,
        batterySideOnly: false,
        inverterSurgeVa: 9000,
        moduleSurgeVa: 2400,
        surgeS: 10,
        pvDcW: 0,
        coldFactor: 1,
        phase: 'all',
        legW: null,
        mostModules: null,
        mostInParallel: null,
        pvInputs: null,
      },
    ],
    pvAc: [],
    gatewayA: 63,
    switchA: 63,
    feederA: null,
    usableWh: 9600,
    nominalWh: null,
    depthOfDischarge: null,
    dischargeEfficiency: 0.95,
    reserveSoc: 0.4,
    usualSoc: 0.7,
    floorSoc: 0.05,
    standbyW: 30,
    makerRuntimeH: null,
    bank: NO_BANK,
    curtailment: NO_CURTAILMENT,
  },
  loads: [
    aLoad({
      id: 'l1',
      tag: 'fridge',
      name: 'Fridge',
      powerW: 150,
      powerFactor: 0.8,
      duty: 0.4,
      lockedRotorA: null,
      phase: 'L1',
      priority: 1,
      backedUp: true,
      mustStayOn: true,
      circuitTag: 'c1',
    }),
    aLoad({
      id: 'l2',
      tag: 'oven',
      name: 'Oven',
      powerW: 3200,
      powerFactor: 1,
      duty: 0.05,
      lockedRotorA: null,
      phase: 'L1',
      priority: 7,
      backedUp: true,
      mustStayOn: false,
      circuitTag: 'c1',
    }),
  ],
  components: [
    {
      id: 'c1',
      tag: 'inv1',
      kind: 'inverter',
      name: 'Inverter',
      model: 'Made-up 6',
      minimumFirmware: '2.10',
      warrantyUntil: null,
      libraryRevisionId: null,
      bendingMm: null,
      terminalSize: null,
    },
  ],
  circuits: [aCircuit({ id: 'k1', name: 'Sockets', breakerA: 32, curve: 'B' })],
  runs: [
    aRun({ id: 'r1', tag: 'w1', from: 'Meter', to: 'Gateway', size: '16', lengthM: 20, conductorTempC: 20 }),
    aRun({ id: 'r2', tag: 'w2', from: 'Gateway', to: 'Board', size: '16', lengthM: 20, conductorTempC: 20 }),
  ],
  electrodes: [anElectrode()],
  settings: [
    {
      id: 's1',
      key: 'reserveSocPercent',
      label: 'Backup reserve',
      value: 40,
      unit: '%',
      tolerance: 1,
      why: null,
      origin: null,
    },
  ],
  promises: [
    {
      id: 'p1',
      kind: 'gapClass',
      sentence: 'A blink.',
      gapClass: 'blink',
      runtimeH: null,
      loadTags: [],
      changedAt: null,
      changeNote: null,
    },
  ],
  survey: [],
  fit: [],
  site: EMPTY_SITE,
  assumptions: USUAL_ASSUMPTIONS,
  coreColours: {},
  wiring: NO_WIRING,
  ...change,
})

/** What a maker has declared of the house's unit, in writing. */
export const declared = (
  field: DeclaredField,
  value: string | null,
  origin: DeclaredOrigin = 'letter',
): SurveyItem => ({
  id: `declared-${field}`,
  kind: 'declared',
  tag: 'dec1',
  name: field,
  detail: { about: 'Unit', field, value, origin, date: '2026-01-01' },
})

/** One thing of the wall, the day or the van. */
export const fitItem = <K extends FitKind>(
  kind: K,
  tag: string,
  detail: FitDetails[K] | object,
  change: { name?: string } = {},
): FitItem =>
  ({
    id: `${kind}-${tag}`,
    kind,
    tag,
    name: `${kind.slice(0, 1).toUpperCase()}${kind.slice(1)}`,
    sort: 0,
    detail,
    ...change,
  }) as unknown as FitItem

export const aWall = (change: Partial<FitDetails['wall']> = {}) =>
  fitItem('wall', 'wall1', {
    form: 'wall',
    widthMm: 4000,
    ceilingMm: 2400,
    place: 'garage',
    behind: null,
    entryXMm: 0,
    entryYMm: 0,
    floodMm: null,
    datum: 'leftFloor',
    ...change,
  })
export const anObstacle = (change: Partial<FitDetails['obstacle']> = {}) =>
  fitItem('obstacle', 'o1', {
    wallTag: 'wall1',
    obstacle: 'furniture',
    room: null,
    swing: 'none',
    xMm: 0,
    yMm: 1000,
    widthMm: 500,
    heightMm: 500,
    ...change,
  })
export const aFitUnit = (change: Partial<FitDetails['unit']> = {}) =>
  fitItem('unit', 'u1', {
    wallTag: 'wall1',
    componentTag: null,
    xMm: null,
    yMm: null,
    widthMm: 600,
    heightMm: 800,
    depthMm: 200,
    clearLeftMm: 100,
    clearRightMm: 100,
    clearTopMm: 200,
    clearBottomMm: 100,
    entrySide: 'bottom',
    carriedBy: 'fixings',
    displayMm: null,
    isolatorMm: null,
    terminalMm: null,
    reserveRightMm: 0,
    reserveTopMm: 0,
    holes: null,
    torqueNm: null,
    suppression: null,
    minShoreKm: 1,
    ipCode: 'IP55',
    minTempC: -20,
    maxTempC: 50,
    minShoreKm2: null,
    ipCode2: null,
    ...change,
  })

/** A data cable that the plan says everything of. */
export const aDataRun = (change: Partial<FitDetails['dataRun']> = {}) =>
  fitItem('dataRun', 'd1', {
    from: 'Cabinet',
    to: 'Cupboard',
    carrier: 'wired',
    signal: 'rs485',
    pinOut: '1-1 2-2',
    shield: 'near',
    lengthM: 12,
    mostM: null,
    neededInOutage: true,
    ...change,
  })

/** A rod that nothing is known of but its target. */
export const anElectrode = (change: Partial<Electrode> = {}): Electrode => ({
  id: 'e1',
  tag: 'e1',
  kind: 'rod',
  method: 'threePoint',
  targetOhm: 100,
  seasonalFactor: 1.5,
  lengthM: null,
  diameterMm: null,
  acrossM: null,
  depthM: null,
  atM: null,
  asideM: null,
  rodCount: null,
  spacingM: null,
  ...change,
})

export const tester: Instrument = {
  id: '018f0000-0000-7000-8000-0000000000b1',
  tag: 'M9',
  name: 'Tester',
  serial: null,
  provingUnit: false,
  laidAside: false,
  certificates: [{ calibratedOn: null, dueOn: '2099-01-01', number: null }],
  earlier: [],
  lowImpedance: true,
  functions: [
    { measures: 'voltage', unit: 'V', min: 0, max: 500, accuracy: { percentOfReading: 1, digits: 2, resolution: 0.1 } },
    {
      measures: 'electrodeResistance',
      unit: 'Ω',
      min: 0,
      max: 2000,
      accuracy: { percentOfReading: 2, digits: 3, resolution: 0.1 },
    },
    { measures: 'rcdTime', unit: 'ms', min: 0, max: 2000, accuracy: { percentOfReading: 1, digits: 1, resolution: 1 } },
  ],
}

/** Something with a certificate that says nothing of its accuracy: what a test reads with where it does not say otherwise. */
export const certified: Instrument = {
  id: '018f0000-0000-7000-8000-0000000000b2',
  tag: 'M8',
  name: 'Plain meter',
  serial: null,
  provingUnit: false,
  laidAside: false,
  certificates: [{ calibratedOn: null, dueOn: '2099-01-01', number: null }],
  earlier: [],
  lowImpedance: false,
  functions: [],
}

let made = 0

/** A reading on a slot; each later one has a later clock. */
export function reading(
  pointKey: string,
  slot: string,
  value: number | string,
  change: Partial<Reading> = {},
): Reading {
  made++
  const typed = typeof value === 'number'
  return {
    id: `018f0000-0000-7000-8000-${String(made).padStart(12, '0')}`,
    jobId: house().jobId,
    pointKey,
    slot,
    valueNumber: typed ? value : null,
    valueWord: typed ? null : value,
    digits: null,
    unit: '',
    detail: null,
    instrumentId: typed ? certified.id : null,
    recordedBy: 'u1',
    recordedByName: 'Test Hand',
    recordedAt: new Date(Date.UTC(2026, 0, 1) + made * 1000).toISOString(),
    receivedAt: null,
    supersedes: null,
    supersedeReason: null,
    shownVerdict: 'open',
    ...change,
  }
}

export const recordOf = (installation: Installation, readings: readonly Reading[] = []): JobRecord => ({
  installation,
  readings,
  attachments: [],
  instruments: [tester, certified],
  overrides: [],
  outageMarks: [],
  visits: [],
  replacements: [],
  serialsElsewhere: [],
  today: '2026-06-01',
})

/** Readings that release the first switching on; the wiring confirmed as built is that of the house it is said of. */
export const readyForFirstLive = (built: Installation = house()): Reading[] => [
  reading('wire.positions', 'built', asBuiltWord(built)),
  ...['w1', 'w2'].flatMap((tag) => [
    reading(`wire.identity.${tag}`, `joined:${tag}`, 'continuity'),
    reading(`wire.identity.${tag}`, 'joined:none', 'open'),
    ...['N', 'PE'].flatMap((core) => [
      reading(`wire.cores.${tag}`, `joined:${core}`, 'continuity'),
      reading(`wire.cores.${tag}`, `free:${core}`, 'open'),
    ]),
    reading(`wire.dead.run.${tag}`, 'insulation', 200),
    reading(`wire.dead.run.${tag}`, 'earth', 0.02),
    reading(`wire.torque.${tag}`, 'near', 4.5),
    reading(`wire.torque.${tag}`, 'far', 4.4),
  ]),
  reading('wire.dead.prepared', 'out', 'out'),
  reading('wire.dead.circuit.c1', 'earth', 0.4),
  reading('wire.dead.circuit.c1', 'insulation', 180),
  reading('wire.dead.circuit.c1', 'polarity', 'right'),
]

/** Readings that, after those, release the first island. */
export const readyForFirstIsland = (built?: Installation): Reading[] => [
  ...readyForFirstLive(built),
  reading('outage.medical', 'answer', 'none'),
  reading('outage.bypass', 'answer', 'open'),
  reading('outage.licensed', 'answer', 'yes'),
  reading('outage.circuitsOpen', 'answer', 'open'),
  reading('outage.told', 'answer', 'yes'),
  reading('earth.services', 'how', 'detector'),
  reading('earth.electrode.e1', 'clamp', 0.1),
  reading('earth.electrode.e1', 'r52', 30),
  reading('earth.electrode.e1', 'r618', 30.4),
  reading('earth.electrode.e1', 'r72', 31),
]

/** Readings that, after those, release the outage with loads. */
export const readyForLoads = (built?: Installation): Reading[] => [
  ...readyForFirstIsland(built),
  reading('earth.system', 'system', 'TN-C-S'),
  reading('earth.system', 'supplier', 'kept'),
  reading('earth.system', 'metal', 'bonded'),
  ...(['grid', 'island'] as const).flatMap((mode) => [
    reading(`earth.rcd.c1.${mode}`, 'half', 'held'),
    reading(`earth.rcd.c1.${mode}`, 'x1', 24),
    reading(`earth.rcd.c1.${mode}`, 'x5', 12),
    reading(`earth.rcd.c1.${mode}`, 'ramp', 22),
  ]),
  reading('earth.islandBond', 'ln', 230),
  reading('earth.islandBond', 'le', 229.8),
  reading('earth.islandBond', 'ne', 0.4, { instrumentId: tester.id }),
  reading('outage.islandSource', 'voltage', 231),
  reading('outage.islandSource', 'frequency', 50.1),
  reading('wire.loop.w1', 'loop', 0.046),
  reading('wire.loop.w2', 'loop', 0.047),
  reading('settings.reserveSocPercent', 'left', 40),
  reading('outage.saved', 'answer', 'yes'),
  reading('outage.heavyOff', 'answer', 'off'),
  reading('outage.helper', 'answer', 'yes'),
  reading('outage.callout', 'answer', 'yes'),
]
