import type { FitDetails, FitItem } from '../installation/fit'
import type { Component, NamedPv, NamedSourceUnit, Sources } from '../installation/installation'
import type { OnPhase } from '../installation/survey'
import { freeTag } from '../installation/freeTag'
import { type Equipment, SIZE_NAMES } from './equipment'

/** What a job takes from the library: how many, and for modules into which inverter. */
export interface EquipmentTaken {
  equipment: Equipment
  count: number
  /** Place of the inverter that modules go to. */
  unitIndex: number | null
  /** Where a source is connected; `null` while nobody has said. */
  seat: Seat | null
}

export const PV_SEATS = ['backed', 'notBacked', 'street'] as const
/** Where PV on the AC side is connected: on the house side on a backed-up phase or on another, or on the street's side. */
export type PvSeat = (typeof PV_SEATS)[number]

/** Phase and place of a source, as somebody said them: no figure of the library knows them. */
export interface Seat {
  phase: OnPhase
  /** Of PV on the AC side only. */
  pv: PvSeat | null
}

export const TAKE_FAULTS = ['noInverter', 'noSeat', 'otherModules', 'tooMany'] as const
export type TakeFault = (typeof TAKE_FAULTS)[number]

const MOST_UNITS = 8

const known = (value: number | null | undefined): number | null => value ?? null
/** A sum is known only where both parts are. */
const plus = (a: number | null, b: number | null): number | null => (a === null || b === null ? null : a + b)
/** Of two that rule one figure the more careful one, known only where both are. */
const lower = (a: number | null, b: number | null): number | null => (a === null || b === null ? null : Math.min(a, b))

const numbered = (name: string, count: number, k: number) => (count === 1 ? name : `${name} ${k + 1}`)

function withInverters(
  sources: Sources,
  { equipment: { name, figures }, count }: EquipmentTaken,
  { phase }: Seat,
): Sources {
  const unit = (k: number): NamedSourceUnit => ({
    name: numbered(name, count, k),
    moduleCount: null,
    moduleW: null,
    inverterBatteryW: known(figures.inverterBatteryW),
    inverterAcW: known(figures.inverterAcW),
    batterySideOnly: figures.batterySideOnly === true,
    inverterSurgeVa: known(figures.inverterSurgeVa),
    moduleSurgeVa: null,
    surgeS: known(figures.surgeS),
    // what its roof gives at one time belongs to the house and not to the plate
    pvDcW: null,
    coldFactor: known(figures.coldFactor),
    phase,
    legW: known(figures.legW),
    mostModules: known(figures.mostModules),
    mostInParallel: known(figures.mostInParallel),
    pvInputs: known(figures.pvInputs),
  })
  return {
    ...sources,
    units: [...sources.units, ...Array.from({ length: count }, (_, k) => unit(k))],
    dischargeEfficiency: efficiencyWith(sources, known(figures.dischargeEfficiency)),
    standbyW: standbyWith(sources, count, known(figures.standbyW)),
  }
}

/** Efficiency of the worst of them; not known once one of them is not. */
function efficiencyWith({ units, dischargeEfficiency }: Sources, added: number | null): number | null {
  if (units.length === 0) return added ?? dischargeEfficiency
  return added === null || dischargeEfficiency === null ? null : Math.min(dischargeEfficiency, added)
}

/** Standby of what is there and of what comes; not known once one of them is not. */
function standbyWith({ units, standbyW }: Sources, count: number, eachW: number | null): number | null {
  if (units.length === 0) return eachW === null ? standbyW : count * eachW
  return eachW === null || standbyW === null ? null : standbyW + count * eachW
}

function withModules(
  sources: Sources,
  { equipment: { figures }, count, unitIndex }: EquipmentTaken,
): Sources | TakeFault {
  const at = unitIndex ?? 0
  const unit = sources.units[at]
  if (unit === undefined) return 'noInverter'
  const there = unit.moduleCount ?? 0
  const [moduleW, moduleSurgeVa] = [known(figures.moduleW), known(figures.moduleSurgeVa)]
  if (there > 0 && (unit.moduleW !== moduleW || unit.moduleSurgeVa !== moduleSurgeVa)) return 'otherModules'
  const isFirst = sources.units.every(({ moduleCount }) => (moduleCount ?? 0) === 0)
  const of = (wh: number | null | undefined) => (wh == null ? null : wh * count)
  const sum = (before: number | null, added: number | null) => (isFirst ? (added ?? before) : plus(before, added))
  return {
    ...sources,
    units: sources.units.map((one, k) =>
      k === at ? { ...one, moduleCount: there + count, moduleW, moduleSurgeVa } : one,
    ),
    usableWh: sum(sources.usableWh, of(figures.usableWh)),
    nominalWh: sum(sources.nominalWh, of(figures.nominalWh)),
    depthOfDischarge: isFirst
      ? (known(figures.depthOfDischarge) ?? sources.depthOfDischarge)
      : lower(sources.depthOfDischarge, known(figures.depthOfDischarge)),
  }
}

function withPv(
  sources: Sources,
  { equipment: { name, figures }, count }: EquipmentTaken,
  phase: OnPhase,
  seat: PvSeat,
): Sources {
  const added = Array.from({ length: count }, (_, k): NamedPv => ({
    name: numbered(name, count, k),
    expectedW: null,
    ratingW: known(figures.pvRatingW),
    side: seat === 'street' ? 'grid' : 'island',
    onBackedPhase: seat === 'backed',
    phase,
  }))
  return { ...sources, pvAc: [...sources.pvAc, ...added] }
}

/**
 * The sources of a job with what is taken from the library. A figure that the library does not know stays unknown, and so does a sum with one such part;
 * where two pieces rule the same figure, the more careful one holds.
 *
 * @param there components that are on the job's list already: a gateway among them whose rating nobody knows leaves the rating of both open
 * @returns the fault where the plan has no place for it: modules without an inverter, modules beside others, more than eight inverters, a source
 * of which nobody has said where it is connected
 * @example sourcesWith(NO_SOURCES, { equipment: inverter, count: 2, unitIndex: null, seat: { phase: 'L1', pv: null } }, []) // two units, no modules yet
 */
export function sourcesWith(
  sources: Sources,
  taken: EquipmentTaken,
  there: readonly Pick<Component, 'kind'>[],
): Sources | TakeFault {
  const {
    equipment: { kind, figures },
    count,
    seat,
  } = taken
  if (kind === 'inverter' || kind === 'pv') {
    const already = kind === 'pv' ? sources.pvAc : sources.units
    if (already.length + count > MOST_UNITS) return 'tooMany'
    if (seat === null) return 'noSeat'
    if (kind === 'inverter') return withInverters(sources, taken, seat)
    return seat.pv === null ? 'noSeat' : withPv(sources, taken, seat.phase, seat.pv)
  }
  if (kind === 'battery') return withModules(sources, taken)
  if (kind === 'gateway') {
    const ownA = known(figures.gatewayA)
    const isFirst = sources.gatewayA === null && !there.some((component) => component.kind === 'gateway')
    return { ...sources, gatewayA: isFirst ? ownA : lower(sources.gatewayA, ownA) }
  }
  return sources
}

const TAG_STEMS: Readonly<Record<Component['kind'], string>> = {
  inverter: 'inv',
  battery: 'bat',
  gateway: 'gw',
  isolator: 'iso',
  surge: 'spd',
  meter: 'met',
  pv: 'pv',
  charger: 'ev',
  bridge: 'br',
}

/**
 * What short names of a kind of component begin with.
 *
 * @example tagStem('battery') // 'bat'
 */
export const tagStem = (kind: Component['kind']): string => TAG_STEMS[kind]

/** The components that go on the job's list, each with a short name of its own and the revision it was taken from. */
export function componentsTaken(
  { equipment, count }: Pick<EquipmentTaken, 'equipment' | 'count'>,
  there: readonly Pick<Component, 'tag'>[],
): Omit<Component, 'id'>[] {
  const tags = new Set(there.map(({ tag }) => tag))
  return Array.from({ length: count }, (_, k) => {
    const tag = freeTag(TAG_STEMS[equipment.kind], tags)
    tags.add(tag)
    return {
      tag,
      kind: equipment.kind,
      name: numbered(equipment.name, count, k),
      model: equipment.model,
      minimumFirmware: equipment.minimumFirmware,
      warrantyUntil: null,
      libraryRevisionId: equipment.revisionId,
      bendingMm: null,
      terminalSize: null,
    }
  })
}

/**
 * A component as a unit on a wall, without a place there yet.
 *
 * @returns `null` where the library does not know how large it is or how much it has to be kept clear
 */
export function unitOfEquipment(
  { figures }: Equipment,
  wallTag: string,
  componentTag: string,
): FitItem<'unit'>['detail'] | null {
  const needed = ['widthMm', 'heightMm', 'clearLeftMm', 'clearRightMm', 'clearTopMm', 'clearBottomMm'] as const
  if (needed.some((name) => figures[name] == null)) return null
  if (figures.entrySide == null || figures.carriedBy == null) return null
  const size = Object.fromEntries(SIZE_NAMES.map((name) => [name, figures[name] ?? null]))
  return {
    ...(size as Pick<FitDetails['unit'], (typeof SIZE_NAMES)[number]>),
    wallTag,
    componentTag,
    xMm: null,
    yMm: null,
    reserveRightMm: 0,
    reserveTopMm: 0,
    suppression: null,
    minShoreKm2: null,
    ipCode2: null,
  }
}
