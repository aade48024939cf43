import { type PlanMark, worstPlanMark } from '../rules/verdict'

export const SOURCE_DEVICE_KINDS = ['rcd', 'rcbo', 'acBreaker', 'dcDevice'] as const
export type SourceDeviceKind = (typeof SOURCE_DEVICE_KINDS)[number]
export const DIRECTION_MARKINGS = ['bidirectional', 'oneWay', 'unmarked'] as const
export type DirectionMarking = (typeof DIRECTION_MARKINGS)[number]
export const RESIDUAL_TYPES = ['AC', 'A', 'F', 'B'] as const
export type ResidualType = (typeof RESIDUAL_TYPES)[number]
export const FED_THINGS = ['ordinary', 'variableSpeedDrive', 'transformerlessInverter', 'vehicleCharger'] as const
export type FedThing = (typeof FED_THINGS)[number]

/** A device between a source and the busbar, or in front of something that puts direct current into a fault. */
export interface SourceSideDeviceInput {
  kind: SourceDeviceKind
  /** A battery, inverter, PV or vehicle can feed through it; `null` while nobody has said. */
  sourceBehind: boolean | null
  /** Marks for the direction of energy: both ways, one way (line and load marks), or none; `null` while nobody has looked. */
  marking: DirectionMarking | null
  /** DC devices only: whether its plus and minus, line and load, stand as its marks ask. */
  polarityRight: boolean | null
  /** Other circuits share the residual-current device; `null` while nobody has said. */
  shared: boolean | null
  residualType: ResidualType | null
  /** What it feeds; `null` while nobody has said. */
  feeds: FedThing | null
  /** Phases of a variable-speed drive; a three-phase one puts smooth direct current into a fault. */
  drivePhases?: number | null
  /** DC devices only: the current reverses in use, as on a battery. */
  bothWays?: boolean | null
  /** Vehicle charger with its own detection of 6 mA smooth direct current. */
  detects6mADc: boolean | null
  /** The maker states in writing that a lesser type is enough. */
  makerStatesType: ResidualType | null
}

export interface DeviceFinding {
  check: 'direction' | 'polarity' | 'shared' | 'type'
  mark: PlanMark
  why: string
}

export interface SourceSideDevice {
  findings: DeviceFinding[]
  neededType: ResidualType | null
  verdict: PlanMark
}

const RANK: Readonly<Record<ResidualType, number>> = { AC: 0, A: 1, F: 2, B: 3 }

type Marked = Readonly<Record<DirectionMarking | 'unknown', readonly [mark: PlanMark, why: string]>>

const RESIDUAL_DIRECTION: Marked = {
  bidirectional: ['fits', 'Declared for energy in both directions.'],
  oneWay: ['exceeds', 'It is marked for one direction; fed from behind it can stay live after it has tripped.'],
  unmarked: ['open', 'Nothing on it says both directions: ask the maker.'],
  unknown: ['open', 'Nothing on it says both directions: ask the maker.'],
}
const BREAKER_DIRECTION: Marked = {
  bidirectional: ['fits', 'Declared for energy in both directions.'],
  oneWay: ['exceeds', 'It carries line and load marks and a source feeds it from its load side.'],
  unmarked: ['fits', 'A breaker without line and load marks works both ways.'],
  unknown: ['open', 'Look for line and load marks: a breaker without them works both ways.'],
}
const REVERSING_DIRECTION: Marked = {
  bidirectional: ['fits', 'Declared as not polarised: it breaks the current both ways.'],
  oneWay: ['exceeds', 'It is polarised and breaks only one direction; here the current reverses.'],
  unmarked: ['open', 'The current reverses here and nothing declares the device as not polarised: ask the maker.'],
  unknown: ['open', 'The current reverses here: look whether the device is polarised, and ask the maker.'],
}

const SOURCE_UNSAID: DeviceFinding = {
  check: 'direction',
  mark: 'open',
  why: 'Say whether a source can feed through it.',
}

function directionFinding({ kind, sourceBehind, marking, bothWays }: SourceSideDeviceInput): DeviceFinding | null {
  const marked = (words: Marked): DeviceFinding => {
    const [mark, why] = words[marking ?? 'unknown']
    // marks matter only where something feeds it from behind, and those for both ways suit either
    return sourceBehind === null && mark !== 'fits' ? SOURCE_UNSAID : { check: 'direction', mark, why }
  }
  switch (kind) {
    case 'acBreaker':
      return sourceBehind !== false
        ? marked(BREAKER_DIRECTION)
        : { check: 'direction', mark: 'fits', why: 'Nothing feeds it from its load side.' }
    case 'dcDevice':
      return bothWays === true ? marked(REVERSING_DIRECTION) : null
    case 'rcd':
    case 'rcbo':
      return sourceBehind !== false ? marked(RESIDUAL_DIRECTION) : null
  }
}

function polarityFinding({ marking, polarityRight }: SourceSideDeviceInput): DeviceFinding {
  const found = (mark: PlanMark, why: string): DeviceFinding => ({ check: 'polarity', mark, why })
  if (marking === 'bidirectional') return found('fits', 'Not polarised: there is no wrong way round.')
  if (polarityRight === null)
    return found('open', 'A polarised DC device cuts only the right way round: check its marks.')
  return polarityRight
    ? found('fits', 'Stands as its marks ask.')
    : found('exceeds', 'It stands the wrong way round; it may not break the arc.')
}

/** Least residual-current type by what is fed alone. */
function typeByThing(feeds: FedThing, { detects6mADc, drivePhases }: SourceSideDeviceInput): ResidualType {
  switch (feeds) {
    case 'ordinary':
      return 'A'
    case 'variableSpeedDrive':
      return drivePhases === 3 ? 'B' : 'F'
    case 'transformerlessInverter':
      return 'B'
    case 'vehicleCharger':
      return detects6mADc === true ? 'A' : 'B'
  }
}

const higher = (a: ResidualType, b: ResidualType): ResidualType => (RANK[a] >= RANK[b] ? a : b)
/** Things whose maker may state in writing that a lesser type is enough; for the others a statement only raises what is needed. */
const STATED_BY_MAKER: readonly FedThing[] = ['transformerlessInverter', 'vehicleCharger']

/** Least residual-current type (P-12): by what is fed and by the maker's statement, which never goes below A; `null` while nobody has said what is fed. */
function neededTypeOf(input: SourceSideDeviceInput): ResidualType | null {
  const { feeds, makerStatesType } = input
  if (feeds === null) return null
  const base = typeByThing(feeds, input)
  if (makerStatesType === null) return base
  return STATED_BY_MAKER.includes(feeds) ? higher('A', makerStatesType) : higher(base, makerStatesType)
}

function typeFinding(
  { residualType, makerStatesType }: SourceSideDeviceInput,
  neededType: ResidualType | null,
): DeviceFinding {
  if (neededType === null)
    return { check: 'type', mark: 'open', why: 'Say what it feeds: that decides the least type.' }
  if (residualType === null)
    return { check: 'type', mark: 'open', why: `Type not known; ${neededType} is the least here.` }
  const stated = makerStatesType ? ', by the maker’s statement' : ''
  return {
    check: 'type',
    mark: RANK[residualType] >= RANK[neededType] ? 'fits' : 'exceeds',
    why: `Type ${residualType}; ${neededType} is the least here${stated}.`,
  }
}

const SHARED: DeviceFinding = {
  check: 'shared',
  mark: 'exceeds',
  why: 'A source behind a shared device feeds the other circuits after it has tripped; it gets its own way.',
}

const SHARED_UNSAID: DeviceFinding = {
  check: 'shared',
  mark: 'open',
  why: 'Say whether a source can feed through it and other circuits share it: those would stay live after a trip.',
}

/** Whether a source and other circuits are behind one device. */
function sharedFinding({ sourceBehind, shared }: SourceSideDeviceInput): DeviceFinding | null {
  if (sourceBehind === false || shared === false) return null
  return sourceBehind && shared ? SHARED : SHARED_UNSAID
}

/** Findings together, with the worst of them. */
export const worstOfFindings = (findings: DeviceFinding[], neededType: ResidualType | null): SourceSideDevice => ({
  findings,
  neededType,
  verdict: worstPlanMark(findings.map(({ mark }) => mark)),
})

/**
 * P-12: whether a device fits between a source and the busbar: direction of energy, polarity of DC devices, nothing shared with a source,
 * and the residual-current type by what it feeds. What nobody knows yet is Open and asks the maker.
 *
 * @example
 * sourceSideDevice({ kind: 'dcDevice', bothWays: true, marking: 'unmarked', polarityRight: true, … }).verdict // => 'open'
 */
export function sourceSideDevice(input: SourceSideDeviceInput): SourceSideDevice {
  const residual = input.kind === 'rcd' || input.kind === 'rcbo'
  const direction = directionFinding(input)
  const neededType = residual ? neededTypeOf(input) : null
  const shared = residual ? sharedFinding(input) : null
  return worstOfFindings(
    [
      ...(direction ? [direction] : []),
      ...(input.kind === 'dcDevice' ? [polarityFinding(input)] : []),
      ...(shared ? [shared] : []),
      ...(residual ? [typeFinding(input, neededType)] : []),
    ],
    neededType,
  )
}
