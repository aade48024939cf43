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
  /** A battery, inverter, PV or vehicle can feed through it. */
  sourceBehind: boolean
  /** Marks for the direction of energy: both ways, one way (line and load marks), or none; `null` while nobody has looked. */
  marking: DirectionMarking | null
  /** DC devices only: whether its plus and minus, line and load, stand as its marks ask. */
  polarityRight: boolean | null
  /** Other circuits share the residual-current device. */
  shared: boolean
  residualType: ResidualType | null
  feeds: FedThing
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

function directionFinding(
  { kind, sourceBehind, marking }: SourceSideDeviceInput,
  residual: boolean,
): DeviceFinding | null {
  if (kind === 'acBreaker') {
    return !sourceBehind || marking !== 'oneWay'
      ? {
          check: 'direction',
          mark: marking === null && sourceBehind ? 'open' : 'fits',
          why:
            marking === null && sourceBehind
              ? 'Look for line and load marks: a breaker without them works both ways.'
              : 'A breaker without line and load marks works both ways.',
        }
      : {
          check: 'direction',
          mark: 'exceeds',
          why: 'It carries line and load marks and a source feeds it from its load side.',
        }
  }
  if (!residual || !sourceBehind) return null
  if (marking === 'bidirectional')
    return { check: 'direction', mark: 'fits', why: 'Declared for energy in both directions.' }
  return marking === 'oneWay'
    ? {
        check: 'direction',
        mark: 'exceeds',
        why: 'It is marked for one direction; fed from behind it can stay live after it has tripped.',
      }
    : { check: 'direction', mark: 'open', why: 'Nothing on it says both directions: ask the maker.' }
}

/** Least residual-current type by what is fed (P-12). */
function neededTypeOf({ feeds, detects6mADc, makerStatesType }: SourceSideDeviceInput): ResidualType {
  if (makerStatesType !== null) return makerStatesType
  switch (feeds) {
    case 'ordinary':
      return 'A'
    case 'variableSpeedDrive':
      return 'F'
    case 'transformerlessInverter':
      return 'B'
    case 'vehicleCharger':
      return detects6mADc === true ? 'A' : 'B'
  }
}

/**
 * P-12: whether a device fits between a source and the busbar: direction of energy, polarity of DC devices, nothing shared with a source,
 * and the residual-current type by what it feeds. What nobody knows yet is Open and asks the maker.
 */
export function sourceSideDevice(input: SourceSideDeviceInput): SourceSideDevice {
  const residual = input.kind === 'rcd' || input.kind === 'rcbo'
  const findings: DeviceFinding[] = []
  const direction = directionFinding(input, residual)
  if (direction) findings.push(direction)
  if (input.kind === 'dcDevice')
    findings.push({
      check: 'polarity',
      mark: input.polarityRight === null ? 'open' : input.polarityRight ? 'fits' : 'exceeds',
      why:
        input.polarityRight === null
          ? 'A polarised DC device cuts only the right way round: check its marks.'
          : input.polarityRight
            ? 'Stands as its marks ask.'
            : 'It stands the wrong way round; it may not break the arc.',
    })
  if (!residual) return { findings, neededType: null, verdict: worstPlanMark(findings.map(({ mark }) => mark)) }
  if (input.sourceBehind && input.shared)
    findings.push({
      check: 'shared',
      mark: 'exceeds',
      why: 'A source behind a shared device feeds the other circuits after it has tripped; it gets its own way.',
    })
  const neededType = neededTypeOf(input)
  const { residualType } = input
  findings.push(
    residualType === null
      ? { check: 'type', mark: 'open', why: `Type not known; ${neededType} is the least here.` }
      : {
          check: 'type',
          mark: RANK[residualType] >= RANK[neededType] ? 'fits' : 'exceeds',
          why: `Type ${residualType}; ${neededType} is the least here${input.makerStatesType ? ', by the maker’s statement' : ''}.`,
        },
  )
  return { findings, neededType, verdict: worstPlanMark(findings.map(({ mark }) => mark)) }
}
