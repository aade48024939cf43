import type { SurveyKind } from '@/core/installation/survey'
import { IN_ISLAND } from '@/core/wiring/chargerSide'
import {
  AUTHORITIES,
  CT_PLACES,
  DEFECT_GRADES,
  GIVES_WHEN,
  PERMISSION_STATES,
  ROOF_COVERS,
} from '@/core/installation/survey'
import { DECLARED_FIELDS, DECLARED_FIELD_KEYS, DECLARED_ORIGINS } from '@/core/plan/declaredData'
import { STARTERS, STARTER_WORDS } from '@/core/plan/motorStart'
import { DIRECTION_MARKINGS, FED_THINGS, RESIDUAL_TYPES, SOURCE_DEVICE_KINDS } from '@/core/plan/sourceSideDevice'
import type { RulePack } from '@/core/rules/rulePack'
import type { FieldSpec } from './fieldSpec'
import { PHASES, severalPhases, terminalSize } from './itemFields/itemField'
import { choice, date, flag, number, text, words } from './specs'

/** Residual-current types, only where devices come in them. */
const withTypes = ({ residualTypes }: RulePack) => (residualTypes ? {} : null)
const SIDES = { island: 'house side, backed up', grid: 'street side, not backed up' } as const

export const AUTHORITY_WORDS = words(AUTHORITIES, {
  networkOperator: 'network operator',
  meterOwner: 'owner of the meter',
  building: 'building authority',
  incentive: 'incentive office',
})
export const PERMISSION_WORDS = words(PERMISSION_STATES, { needed: 'still to ask' })
export const CT_PLACE_WORDS = words(CT_PLACES, {
  gridPoint: 'where the street comes in',
  behindOther: 'behind the other battery',
  ownLoads: 'on its own loads only',
})
export const IN_ISLAND_WORDS = words(IN_ISLAND, { runs: 'runs on', holdsBack: 'holds back', stops: 'stops' })
const GIVES_WHEN_WORDS = words(GIVES_WHEN, {
  afterBattery: 'after the battery',
  beforeBattery: 'before the battery',
})
const MARKING_WORDS = words(DIRECTION_MARKINGS, {
  bidirectional: 'both directions',
  oneWay: 'line and load, one direction',
  unmarked: 'none',
})
export const GRADE_WORDS = words(DEFECT_GRADES, { danger: 'danger', defect: 'defect', remark: 'remark' })

/** What each kind of thing on the survey is asked: the form and the schema are both made from it. */
export const SURVEY_FIELDS: Readonly<Record<SurveyKind, readonly FieldSpec[]>> = {
  board: [
    number('mainA', 'Main device', 'A', { max: 1000 }),
    number('busbarA', 'Rating of busbar or assembly', 'A', { max: 2000 }),
    flag('sourcesAtFarEnd', 'Sources at the far end from the main', { optional: true }),
    choice(
      'fedFrom',
      'Fed from',
      { main1: 'first main', main2: 'second main', otherBoard: 'another board' },
      { optional: true },
    ),
    text('fedFromTag', 'That other board', 16, { refersTo: 'board' }),
    flag('metalOutdoors', 'Metal, outdoors', {
      optional: true,
      hint: 'not to be reset by the household when a charger stops',
    }),
    number('ways', 'Ways for devices, in all', undefined, { max: 200, whole: true, hint: 'count them on the board' }),
    number('bendingMm', 'Room for a conductor to bend', 'mm', {
      max: 2000,
      hint: 'gutter or depth behind the terminals; for thick conductors',
    }),
    terminalSize('printed on them or in its papers'),
  ],
  pvSystem: [
    choice('coupling', 'Coupled on', { ac: 'AC', dc: 'DC' }),
    text('inverter', 'Feeds through', 60, { refersTo: 'source', hint: 'its inverter among the sources' }),
    choice('phase', 'Phase', PHASES, { inPack: severalPhases }),
    number('inverterW', 'Inverter rating', 'W', { max: 200_000 }),
    number('arrayW', 'Array, peak', 'W', { max: 200_000 }),
    number('modulesInString', 'Modules in a string', undefined, { max: 60, whole: true }),
    number('stringsInParallel', 'Strings in parallel', undefined, { max: 20, whole: true }),
    number('moduleVocV', 'Voc of a module', 'V', { max: 200 }),
    number('moduleIscA', 'Isc of a module', 'A', { max: 40 }),
    number('moduleVmpV', 'Vmp of a module', 'V', { max: 200 }),
    number('betaPercentPerC', 'Voltage per °C, %', undefined, { min: -2, max: 2, hint: 'such as −0.28' }),
    flag('optimisers', 'Optimisers on the modules', { optional: true }),
    number('optimiserSafeV', 'Safe voltage of one optimiser', 'V', { max: 100 }),
    {
      name: 'backGain',
      label: 'Gain of two-faced modules',
      kind: 'percent',
      optional: true,
      min: 0,
      max: 0.5,
      hint: '0 where they have one face',
    },
    number('maxVocV', 'Tracker, highest voltage', 'V', { max: 1500 }),
    number('trackerLimitA', 'Tracker, highest current', 'A', { max: 200 }),
    number('trackerStartV', 'Tracker starts at', 'V', { max: 1500 }),
    number('trackerInput', 'On tracker input', undefined, {
      max: 40,
      whole: true,
      hint: 'as numbered on the inverter',
    }),
    number('arrayRatioLimit', 'Highest array to inverter ratio', undefined, { max: 3 }),
  ],
  arrayFace: [
    { name: 'peakW', label: 'Peak power', kind: 'number', unit: 'W', max: 200_000 },
    { name: 'tiltDeg', label: 'Tilt', kind: 'number', unit: '°', max: 90 },
    {
      name: 'azimuthDeg',
      label: 'Direction',
      kind: 'number',
      unit: '°',
      max: 360,
      hint: '0 north, 90 east, 180 south, 270 west',
    },
    choice(
      'cover',
      'Covered with',
      words(ROOF_COVERS, { tile: 'tiles', slate: 'slates', sheet: 'metal sheet', flat: 'a flat roof’s skin' }),
      {
        optional: true,
      },
    ),
    number('panels', 'Panels planned on it', undefined, { max: 500, whole: true, more: true }),
    text('pvTag', 'PV system of its panels', 16, { refersTo: 'pvSystem', hint: 'where there are several', more: true }),
    ...(
      [
        ['widthMm', 'Width of the face'],
        ['heightMm', 'Length of the slope'],
        ['edgeMm', 'Kept free at edges and obstacles'],
        ['gapMm', 'Gap between panels'],
        ['panelWidthMm', 'Width of a panel, as it lies'],
        ['panelHeightMm', 'Height of a panel, as it lies'],
      ] as const
    ).map(([name, label]) => number(name, label, 'mm', { max: 100_000, more: true })),
    {
      name: 'obstacles',
      label: 'Obstacles',
      kind: 'lines',
      optional: true,
      max: 1000,
      more: true,
      hint: 'chimneys, windows: from the left, from the eaves, width, height in mm, one a line',
    },
  ],
  existingBattery: [
    number('capacityWh', 'Energy', 'Wh', { max: 500_000 }),
    number('limitW', 'Power', 'W', { max: 100_000 }),
    choice('ctPlace', 'Its clamp sits', CT_PLACE_WORDS, { optional: true }),
    number('reactsInS', 'It reacts in', 's', { max: 120 }),
    number('deadbandW', 'Dead band', 'W', { max: 5000 }),
  ],
  vehicleCharger: [
    number('ratingW', 'Power', 'W', { max: 60_000 }),
    choice('phase', 'Phase', PHASES, { inPack: severalPhases }),
    choice('side', 'Planned on the', SIDES),
    flag('detects6mADc', 'Detects 6 mA of direct current itself', { optional: true }),
    number('minW', 'Can be held back to', 'W', { max: 60_000 }),
    choice('inIsland', 'In an outage it', IN_ISLAND_WORDS, { optional: true }),
    flag('managed', 'Its own transformer at the supply holds it back', { optional: true }),
    flag('scheduled', 'A schedule keeps the battery from feeding it', { optional: true }),
    number('givesW', 'The vehicle gives to the house', 'W', { max: 60_000, hint: '0 where it cannot' }),
    choice('givesWhen', 'It gives', GIVES_WHEN_WORDS, { optional: true }),
    number('vehicleWh', 'Usable energy of the vehicle', 'Wh', { max: 500_000 }),
    { name: 'vehicleSoc', label: 'Its usual charge', kind: 'percent', optional: true, max: 1 },
    { name: 'agreedFloorSoc', label: 'Charge that its owner keeps', kind: 'percent', optional: true, max: 1 },
    number('makerHours', 'Hours its maker’s sheet gives, from full', undefined, { max: 1000 }),
  ],
  heatPump: [
    number('inputW', 'Electrical input', 'W', { max: 60_000 }),
    number('boosterW', 'Booster heater', 'W', { max: 60_000 }),
    number('lockedRotorA', 'Locked-rotor current', 'A', { max: 500 }),
    choice('starter', 'Starts', words(STARTERS, STARTER_WORDS), { optional: true }),
    choice('phase', 'Phase', PHASES, { inPack: severalPhases }),
    choice('side', 'Planned on the', SIDES),
  ],
  generator: [
    number('ratingW', 'Power', 'W', { max: 200_000 }),
    choice('connection', 'Connected by', {
      none: 'nothing yet',
      socket: 'an inlet socket',
      changeover: 'a changeover switch',
    }),
    flag('neutralBonded', 'Neutral bonded in the generator', { optional: true }),
  ],
  service: [
    choice('medium', 'Service', words(['water', 'gas', 'oil', 'heating', 'data', 'power', 'drain'] as const)),
    choice('material', 'Made of', words(['metal', 'plastic'] as const), { optional: true }),
    number('atM', 'Crosses, from the house', 'm', { max: 500, hint: 'where it crosses the line of the electrodes' }),
    number('depthM', 'Lies deep', 'm', { max: 20, hint: 'as it was located, not as it is supposed' }),
  ],
  otherElectrode: [
    choice(
      'of',
      'Belongs to',
      words(['hotTub', 'outbuilding', 'neighbour', 'lightning', 'other'] as const, {
        hotTub: 'hot tub',
        lightning: 'lightning protection',
        other: 'something else',
      }),
    ),
    number('distanceM', 'From the house', 'm', { max: 1000, hint: 'along the line of the electrodes' }),
  ],
  sourceDevice: [
    text('boardTag', 'On board', 16, { refersTo: 'board' }),
    choice(
      'device',
      'Device',
      words(SOURCE_DEVICE_KINDS, {
        rcd: 'residual-current device',
        rcbo: 'residual-current device with overcurrent trip',
        acBreaker: 'AC breaker',
        dcDevice: 'DC breaker or switch',
      }),
    ),
    number('ratingA', 'Rating', 'A', { max: 630 }),
    number('outputA', 'Continuous current of the source', 'A', { max: 630 }),
    flag('sourceBehind', 'A source can feed through it', { optional: true }),
    choice('marking', 'Marked for', MARKING_WORDS, { optional: true }),
    flag('polarityRight', 'Polarity as marked (DC)', { optional: true }),
    flag('shared', 'Other circuits share it', { optional: true }),
    choice('residualType', 'Residual-current type', words(RESIDUAL_TYPES), { optional: true, inPack: withTypes }),
    choice(
      'feeds',
      'Feeds',
      words(FED_THINGS, {
        ordinary: 'ordinary loads',
        variableSpeedDrive: 'a variable-speed drive',
        transformerlessInverter: 'an inverter without transformer',
        vehicleCharger: 'a vehicle charger',
      }),
      { optional: true },
    ),
    choice('drivePhases', 'Phases of the drive', { '1': 'one', '3': 'three' }, { optional: true }),
    flag('bothWays', 'Current reverses through it, as on a battery (DC)', { optional: true }),
    flag('detects6mADc', 'Charger detects 6 mA of direct current', { optional: true }),
    choice('makerStatesType', 'Least type the maker states', words(RESIDUAL_TYPES), {
      optional: true,
      inPack: withTypes,
    }),
    text('makerStatesIn', 'Stated in', 60, {
      hint: 'the document and its date; a bare word does not count',
      inPack: withTypes,
    }),
  ],
  permission: [
    choice('authority', 'Asked of', AUTHORITY_WORDS),
    choice('state', 'State', PERMISSION_WORDS),
    number('leadDays', 'Lead time, days', undefined, { max: 1000, whole: true }),
    date('askedOn', 'Asked on'),
    date('decidedOn', 'Decided on'),
    text('reference', 'Reference', 60),
  ],
  defect: [
    text('place', 'Where', 80),
    choice('grade', 'Grade', GRADE_WORDS),
    date('toldOwnerOn', 'Owner told on'),
    text('toldHow', 'Told how', 80, { hint: 'by letter, by message; keep a copy' }),
  ],
  declared: [
    { name: 'about', label: 'About', kind: 'text', max: 60, refersTo: 'source' },
    choice(
      'field',
      'What',
      words(
        DECLARED_FIELD_KEYS,
        Object.fromEntries(DECLARED_FIELD_KEYS.map((key) => [key, DECLARED_FIELDS[key].label])),
      ),
    ),
    text('value', 'Declared', 120),
    choice('origin', 'From', words(DECLARED_ORIGINS), { optional: true }),
    date('date', 'Document of'),
  ],
}

/** What one thing of each kind is called, and the short name it starts with. */
export const SURVEY_WORDS: Readonly<Record<SurveyKind, { one: string; many: string; tag: string; empty: string }>> = {
  board: {
    one: 'board',
    many: 'Boards',
    tag: 'board',
    empty: 'Write down the rating of the main device and of the busbar; both are on the plate inside the door.',
  },
  pvSystem: { one: 'PV system', many: 'PV', tag: 'pv', empty: 'None found.' },
  arrayFace: {
    one: 'face of the array',
    many: 'Faces of the array',
    tag: 'face',
    empty: 'Without faces the year has no sun.',
  },
  existingBattery: { one: 'old battery', many: 'Old batteries', tag: 'bat', empty: 'None found.' },
  vehicleCharger: { one: 'vehicle charger', many: 'Vehicle chargers', tag: 'ev', empty: 'None found.' },
  heatPump: { one: 'heat pump', many: 'Heat pumps', tag: 'hp', empty: 'None found.' },
  generator: { one: 'generator', many: 'Generators', tag: 'gen', empty: 'None found.' },
  service: {
    one: 'service',
    many: 'Services',
    tag: 'svc',
    empty: 'Look where water, gas and heating come in: metal is bonded, and located before a rod is driven.',
  },
  otherElectrode: { one: 'neighbouring electrode', many: 'Other electrodes around', tag: 'oe', empty: 'None found.' },
  sourceDevice: {
    one: 'device towards a source',
    many: 'Devices towards sources',
    tag: 'dev',
    empty: 'Each source gets one; say how it is marked.',
  },
  permission: {
    one: 'permission',
    many: 'Permissions and papers',
    tag: 'perm',
    empty: 'Begin with the network operator: its answer takes longest.',
  },
  defect: {
    one: 'defect found',
    many: 'Defects found',
    tag: 'def',
    empty: 'What was wrong before the work belongs to the owner’s letter, not to the crew’s.',
  },
  declared: {
    one: 'declared figure',
    many: 'Declared by makers',
    tag: 'dec',
    empty: 'Nothing declared yet; what is needed stands in the list to ask the maker.',
  },
}
