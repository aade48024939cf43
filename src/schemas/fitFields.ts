import { DATUM_CORNERS, DATUM_WORDS } from '@/core/fit/drillTemplate'
import { PLACE_WORDS, WALL_PLACES } from '@/core/fit/exposure'
import { ENTRY_SIDES } from '@/core/fit/placement'
import { type FitKind, OBSTACLE_KINDS, ROOMS } from '@/core/installation/fit'
import { DATA_CARRIERS, DATA_SIGNALS, SHIELD_ENDS, SHIELD_WORDS, SIGNAL_WORDS } from '@/core/wiring/dataRun'
import type { FieldSpec } from './fieldSpec'
import { choice, date, flag, number, text, words } from './specs'

const mm = (name: string, label: string, more: Partial<FieldSpec> = {}): FieldSpec => ({
  name,
  label,
  kind: 'number',
  unit: 'mm',
  max: 30_000,
  ...more,
})
const maybeMm = (name: string, label: string, more: Partial<FieldSpec> = {}): FieldSpec =>
  mm(name, label, { optional: true, ...more })
const clock = (name: string, label: string, more: Partial<FieldSpec> = {}): FieldSpec => ({
  name,
  label,
  kind: 'clock',
  max: 1440,
  ...more,
})
const minutes = (name: string, label: string): FieldSpec => ({
  name,
  label,
  kind: 'number',
  max: 1440,
  hint: 'minutes',
})

export const OBSTACLE_WORDS = words(OBSTACLE_KINDS, {
  exit: 'way out',
  gasMeter: 'gas meter',
  waterMeter: 'water meter',
  furniture: 'bench or cupboard',
  vehicle: 'a vehicle can reach it',
  reserved: 'kept for later',
})
export const ROOM_WORDS = words(ROOMS, { sleep: 'people sleep in', sit: 'people sit in', other: 'nobody stays in' })
const WALL_OF: FieldSpec = { name: 'wallTag', label: 'On wall', kind: 'text', max: 16, refersTo: 'wall' }

/** What each thing of the physical work is asked: the form and the schema are both made from it. */
export const FIT_FIELDS: Readonly<Record<FitKind, readonly FieldSpec[]>> = {
  wall: [
    choice('form', 'Form', { wall: 'wall', floor: 'floor with a wall behind' }),
    mm('widthMm', 'Width', { min: 200 }),
    mm('ceilingMm', 'Height to the ceiling', { min: 500, max: 12_000 }),
    choice('place', 'Where', words(WALL_PLACES, PLACE_WORDS), { optional: true }),
    text('behind', 'Layers, and what stands behind', 120, { hint: 'plasterboard, studs, a bedroom …' }),
    mm('entryXMm', 'Cables arrive at, from the left', { hint: 'trunking is reckoned from here' }),
    mm('entryYMm', 'Cables arrive at, from the floor'),
    maybeMm('floodMm', 'Water has stood at', { hint: 'above the floor; 0 where none is expected' }),
    choice('datum', 'Measured from', words(DATUM_CORNERS, DATUM_WORDS)),
  ],
  obstacle: [
    WALL_OF,
    choice('obstacle', 'What', OBSTACLE_WORDS),
    choice('room', 'Window of a room', ROOM_WORDS, { optional: true }),
    choice('swing', 'Door opens against the wall', { none: 'no', left: 'to its left', right: 'to its right' }),
    mm('xMm', 'From the left'),
    mm('yMm', 'From the floor'),
    mm('widthMm', 'Width', { min: 1 }),
    mm('heightMm', 'Height', { min: 1 }),
  ],
  board: [
    WALL_OF,
    mm('xMm', 'From the left'),
    mm('yMm', 'From the floor'),
    mm('widthMm', 'Width', { min: 1 }),
    mm('heightMm', 'Height', { min: 1 }),
    flag('nonCombustible', 'Non-combustible', { optional: true }),
    mm('marginMm', 'Margin around each unit'),
    text('material', 'Material', 60),
  ],
  unit: [
    WALL_OF,
    text('componentTag', 'Component', 16, { refersTo: 'component' }),
    maybeMm('xMm', 'From the left'),
    maybeMm('yMm', 'From the floor'),
    mm('widthMm', 'Width', { min: 10 }),
    mm('heightMm', 'Height', { min: 10 }),
    maybeMm('depthMm', 'Depth'),
    mm('clearLeftMm', 'Free on the left', { hint: 'as its maker asks, here and below' }),
    mm('clearRightMm', 'Free on the right'),
    mm('clearTopMm', 'Free above'),
    mm('clearBottomMm', 'Free below'),
    choice(
      'entrySide',
      'Cables enter',
      words(ENTRY_SIDES, { left: 'from the left', right: 'from the right', top: 'from above', bottom: 'from below' }),
    ),
    choice('carriedBy', 'Weight on', { fixings: 'fixings in the wall', feet: 'feet on the floor' }),
    maybeMm('displayMm', 'Display above its lower edge'),
    maybeMm('isolatorMm', 'Isolator above its lower edge'),
    maybeMm('terminalMm', 'Terminals above its lower edge'),
    mm('reserveRightMm', 'Kept free for later, to the right'),
    mm('reserveTopMm', 'Kept free for later, above'),
    {
      name: 'holes',
      label: 'Holes',
      kind: 'lines',
      optional: true,
      max: 1000,
      hint: 'x y ⌀ in mm from its lower left corner, one a line',
    },
    number('torqueNm', 'Torque of its fixings', 'Nm', { max: 500 }),
    flag('suppression', 'Heat-triggered suppression insert', { optional: true }),
    number('minShoreKm', 'Least distance to the shore, km', undefined, { max: 1000, hint: 'data sheet' }),
    text('ipCode', 'IP code', 8, { hint: 'data sheet' }),
    number('minTempC', 'Coldest allowed', '°C', { min: -60, max: 60 }),
    number('maxTempC', 'Hottest allowed', '°C', { min: -20, max: 90 }),
    number('minShoreKm2', 'Least distance to the shore, km, manual', undefined, { max: 1000 }),
    text('ipCode2', 'IP code, manual', 8),
  ],
  foot: [
    { name: 'unitTag', label: 'Of unit', kind: 'text', max: 16, refersTo: 'unit' },
    mm('xMm', 'From its left edge'),
    mm('yMm', 'From its front edge'),
    {
      name: 'heightMm',
      label: 'Floor there',
      kind: 'number',
      unit: 'mm',
      optional: true,
      min: -500,
      max: 500,
      hint: 'up is positive',
    },
  ],
  lift: [
    number('massKg', 'Mass', 'kg', { max: 2000 }),
    minutes('minutes', 'A lift takes'),
    number('crateEmptyKg', 'Empty crate or frame', 'kg', { max: 2000, hint: 'where it can be opened first' }),
    text('modulesKg', 'Modules in it, kg', 200, { hint: 'such as 32 32 32' }),
    minutes('openMinutes', 'Opening takes'),
  ],
  person: [flag('licensed', 'Licensed'), clock('fromMin', 'From'), clock('toMin', 'To')],
  task: [
    minutes('minutes', 'Takes'),
    { name: 'people', label: 'People', kind: 'number', min: 1, max: 12, whole: true },
    flag('licensed', 'Needs a licensed person'),
    text('after', 'After', 120, { hint: 'short names, such as t1 t2' }),
    flag('powerOff', 'Needs the supply off'),
    flag('isolated', 'Works on dead parts', { optional: true }),
    flag('daylight', 'Needs daylight'),
    flag('dry', 'Needs dry weather'),
    text('visitTag', 'Needs the visit', 16, { refersTo: 'visit', hint: 'somebody else’s' }),
    clock('earliestMin', 'Not before', { optional: true, max: 4320 }),
    clock('pinnedMin', 'Pinned to', { optional: true, max: 4320 }),
    text('template', 'Kind of task', 30),
    text('leavesOpen', 'Left half-finished', 160, { hint: 'what has to be made safe overnight' }),
  ],
  visit: [{ name: 'who', label: 'Who', kind: 'text', max: 60 }, clock('fromMin', 'From'), clock('toMin', 'To')],
  dayRules: [
    clock('powerOffFromMin', 'Supply may be off from'),
    clock('powerOffToMin', 'Supply may be off to'),
    clock('daylightFromMin', 'Daylight from', { optional: true, hint: 'blank: worked out from the place' }),
    clock('daylightToMin', 'Daylight to', { optional: true }),
    clock('dryFromMin', 'Dry from', { optional: true }),
    clock('dryToMin', 'Dry to', { optional: true }),
  ],
  material: [
    { name: 'group', label: 'Group', kind: 'text', max: 30 },
    { name: 'unit', label: 'Unit', kind: 'text', max: 12 },
    { name: 'planned', label: 'Planned', kind: 'number', max: 100_000 },
    text('vanPlace', 'Place in the van', 40),
    text('taskTag', 'For task', 16, { refersTo: 'task' }),
    text('deliveryTag', 'Comes with the delivery', 16, { refersTo: 'delivery', hint: 'none: it is in the van' }),
    number('loaded', 'Loaded', undefined, { max: 100_000 }),
    number('used', 'Used', undefined, { max: 100_000 }),
    text('note', 'Note', 160),
  ],
  delivery: [
    date('onDay', 'Comes on'),
    clock('fromMin', 'Not before', { optional: true }),
    flag('arrived', 'It is on site'),
    flag('byCustomer', 'The customer bought it'),
    text('forTasks', 'For the tasks', 120, { hint: 'short names, such as t1 t2' }),
    text('note', 'Note', 160),
  ],
  dataRun: [
    { name: 'from', label: 'Near end', kind: 'text', max: 60 },
    { name: 'to', label: 'Far end', kind: 'text', max: 60 },
    choice('carrier', 'Carried', words(DATA_CARRIERS, { bridged: 'by a bridge' }), { optional: true }),
    choice('signal', 'On it', words(DATA_SIGNALS, SIGNAL_WORDS), { optional: true }),
    text('pinOut', 'Pin-out', 160, { hint: 'near and far pin of each core, such as 1-1 2-2 3-6' }),
    choice('shield', 'Shield', words(SHIELD_ENDS, SHIELD_WORDS), { optional: true }),
    number('lengthM', 'Length', 'm', { above: 0, max: 2000 }),
    number('mostM', 'Its maker allows at most', 'm', { above: 0, max: 5000 }),
    flag('neededInOutage', 'Needed while the street is out', { optional: true }),
  ],
  snag: [
    text('place', 'Where', 120),
    { ...WALL_OF, optional: true },
    maybeMm('xMm', 'On the wall, from the left'),
    maybeMm('yMm', 'On the wall, from the floor'),
    text('who', 'Who', 60),
    date('due', 'By'),
    date('clearedOn', 'Cleared on'),
    text('clearedBy', 'Cleared by', 60),
  ],
}

/** What one thing of each kind is called, and the short name it starts with. */
export const FIT_WORDS: Readonly<Record<FitKind, { one: string; tag: string }>> = {
  wall: { one: 'wall', tag: 'wall' },
  obstacle: { one: 'obstacle', tag: 'o' },
  board: { one: 'backing board', tag: 'bb' },
  unit: { one: 'unit', tag: 'u' },
  foot: { one: 'foot', tag: 'f' },
  lift: { one: 'thing to lift', tag: 'h' },
  person: { one: 'person', tag: 'p' },
  task: { one: 'task', tag: 't' },
  visit: { one: 'visit', tag: 'v' },
  dayRules: { one: 'rules of the day', tag: 'day' },
  material: { one: 'material', tag: 'm' },
  delivery: { one: 'delivery', tag: 'dl' },
  dataRun: { one: 'data run', tag: 'd' },
  snag: { one: 'snag', tag: 's' },
}
