import { type Verdict, worstVerdict } from '../rules/verdict'

/** Where neutral and earth can be joined while islanded: on the house's side of the islanding contactor, at the service equipment, or only at the supplier's. */
export const BOND_PLACES = ['gateway', 'inverter', 'board', 'service', 'supplier'] as const
export type BondPlace = (typeof BOND_PLACES)[number]

export const SUPPLY_SYSTEMS = ['TN-C-S', 'TN-S', 'TT'] as const
export type SupplySystem = (typeof SUPPLY_SYSTEMS)[number]
export const SUPPLIER_EARTHS = ['kept', 'parted'] as const
export type SupplierEarth = (typeof SUPPLIER_EARTHS)[number]
export const METAL_SERVICES = ['bonded', 'unbonded', 'none'] as const
export type MetalServices = (typeof METAL_SERVICES)[number]

/** What the wiring graph and the crew's declarations say; `null` everywhere is “not known”. */
export interface IslandEarthing {
  /** `[]` is none, and `null` not known. */
  bonds: readonly BondPlace[] | null
  supplySystem: SupplySystem | null
  /** While islanded; not looked at for TT, which has none. */
  supplierEarth: SupplierEarth | null
  /** A local electrode stays joined to the protective conductors while islanded. */
  electrode: boolean | null
  metalServices: MetalServices | null
  /** The device that parts the supplier's earth is declared by its maker for a protective conductor. */
  partingRated: boolean | null
  /** Code and network operator permit parting. */
  partingPermitted: boolean | null
  /** The maker states “floating, no bond needed”. */
  makerFloating: boolean | null
  insulationMonitor: boolean | null
  designerNote: boolean | null
  /** Final circuits and socket outlets fed in island mode; not known counts as several. */
  circuits: number | null
  sockets: number | null
}

export const EARTHING_CONSEQUENCES = [
  'doubleBond',
  'noBond',
  'reliesOnSupplier',
  'noLocalEarth',
  'streetFaultThroughEarth',
  'divertedNeutralCurrent',
  'deviceNotRated',
  'partingNotPermitted',
  'electrodeIsOnlyEarth',
  'metalServicesUnbonded',
  'metalServicesReachStreet',
  'firstFaultUnseen',
  'designerNoteMissing',
  'makerStatementRecorded',
] as const
export type EarthingConsequence = (typeof EARTHING_CONSEQUENCES)[number]

export type EarthingSchool = 'floating' | 'ownEarthOnly' | 'supplierEarthKept' | 'supplierEarthParted'
export type IslandSystem = SupplySystem | 'IT' | 'unearthed'

export interface IslandEarthingSystem {
  system: IslandSystem | null
  school: EarthingSchool | null
  bondVerdict: Verdict
  electrodeVerdict: Verdict
  supplierEarthVerdict: Verdict
  metalVerdict: Verdict
  verdict: Verdict
  /** Those that hold, in the order of `EARTHING_CONSEQUENCES`. */
  consequences: EarthingConsequence[]
}

/** A declaration that must be true: yes is Proven, no is Stop, not known is Open. */
const declared = (said: boolean | null): Verdict => (said === null ? 'open' : said ? 'proven' : 'stop')

const isTn = ({ supplySystem }: IslandEarthing) => supplySystem === 'TN-C-S' || supplySystem === 'TN-S'

/** One thing on its own source: at most one circuit with at most one socket. */
const isSingleThing = ({ circuits, sockets }: IslandEarthing) =>
  circuits !== null && sockets !== null && circuits <= 1 && sockets <= 1

function isEarthed(facts: IslandEarthing): boolean | null {
  if (facts.electrode === true || (isTn(facts) && facts.supplierEarth === 'kept')) return true
  const noneFromOutside = facts.supplySystem === 'TT' || facts.supplierEarth === 'parted'
  return facts.electrode === false && noneFromOutside ? false : null
}

function systemOf(facts: IslandEarthing): IslandSystem | null {
  const { bonds, supplySystem } = facts
  if (bonds === null || bonds.length > 1) return null
  const [bond] = bonds
  if (bond === 'supplier') return supplySystem
  const earthed = isEarthed(facts)
  if (earthed === false) return 'unearthed'
  if (bond === undefined) return earthed === true ? 'IT' : null
  return earthed === true ? 'TN-S' : null
}

function schoolOf(facts: IslandEarthing): EarthingSchool | null {
  if (facts.bonds?.length === 0) return 'floating'
  if (facts.supplySystem === 'TT') return 'ownEarthOnly'
  if (facts.supplySystem === null || facts.supplierEarth === null) return null
  return facts.supplierEarth === 'kept' ? 'supplierEarthKept' : 'supplierEarthParted'
}

/** A statement is a paper: it never proves that no bond is needed. */
function floatingVerdict(facts: IslandEarthing): Verdict {
  if (facts.makerFloating === null) return 'open'
  if (!facts.makerFloating) return 'stop'
  if (isSingleThing(facts)) return 'watch'
  const papers = [facts.insulationMonitor, facts.designerNote]
  if (papers.includes(false)) return 'stop'
  return papers.includes(null) ? 'open' : 'watch'
}

function bondVerdictOf(facts: IslandEarthing): Verdict {
  const { bonds } = facts
  if (bonds === null) return 'open'
  if (bonds.length > 1) return 'stop'
  if (bonds.length === 0) return floatingVerdict(facts)
  return bonds[0] === 'supplier' ? 'stop' : 'proven'
}

function supplierEarthVerdictOf(facts: IslandEarthing): Verdict {
  if (facts.supplySystem === null) return 'open'
  if (facts.supplySystem === 'TT' || facts.supplierEarth === 'kept') return 'proven'
  if (facts.supplierEarth === null) return 'open'
  return worstVerdict([declared(facts.partingRated), declared(facts.partingPermitted)])
}

const metalVerdictOf = ({ metalServices }: IslandEarthing): Verdict =>
  metalServices === null ? 'open' : metalServices === 'unbonded' ? 'stop' : 'proven'

const HOLDS: Readonly<Record<EarthingConsequence, (facts: IslandEarthing) => boolean>> = {
  doubleBond: ({ bonds }) => bonds !== null && bonds.length > 1,
  noBond: ({ bonds }) => bonds?.length === 0,
  reliesOnSupplier: ({ bonds }) => bonds?.length === 1 && bonds[0] === 'supplier',
  noLocalEarth: ({ electrode }) => electrode === false,
  streetFaultThroughEarth: (facts) => isTn(facts) && facts.supplierEarth === 'kept',
  divertedNeutralCurrent: ({ supplySystem, supplierEarth }) => supplySystem === 'TN-C-S' && supplierEarth === 'kept',
  deviceNotRated: (facts) => isTn(facts) && facts.supplierEarth === 'parted' && facts.partingRated === false,
  partingNotPermitted: (facts) => isTn(facts) && facts.supplierEarth === 'parted' && facts.partingPermitted === false,
  electrodeIsOnlyEarth: ({ electrode, supplySystem, supplierEarth }) =>
    electrode === true && (supplySystem === 'TT' || supplierEarth === 'parted'),
  metalServicesUnbonded: ({ metalServices }) => metalServices === 'unbonded',
  metalServicesReachStreet: (facts) =>
    isTn(facts) && facts.supplierEarth === 'parted' && facts.metalServices === 'bonded',
  firstFaultUnseen: ({ bonds, insulationMonitor }) => bonds?.length === 0 && insulationMonitor !== true,
  designerNoteMissing: (facts) => facts.bonds?.length === 0 && facts.designerNote !== true && !isSingleThing(facts),
  makerStatementRecorded: ({ makerFloating }) => makerFloating === true,
}

/**
 * E-7: which earthing system the house has while islanded, which school that is, and what follows from it.
 * The supplier's bond alone, two bonds, or no electrode of its own is Stop in either school; what is not known is Open.
 *
 * @example
 * islandEarthingSystem({ ...nothingKnown, bonds: ['gateway'], supplySystem: 'TN-C-S', supplierEarth: 'kept', electrode: true })
 * // => { system: 'TN-S', school: 'supplierEarthKept', …, verdict: 'open' } – the metal services were not looked at
 */
export function islandEarthingSystem(facts: IslandEarthing): IslandEarthingSystem {
  const bondVerdict = bondVerdictOf(facts)
  const electrodeVerdict = declared(facts.electrode)
  const supplierEarthVerdict = supplierEarthVerdictOf(facts)
  const metalVerdict = metalVerdictOf(facts)
  return {
    system: systemOf(facts),
    school: schoolOf(facts),
    bondVerdict,
    electrodeVerdict,
    supplierEarthVerdict,
    metalVerdict,
    verdict: worstVerdict([bondVerdict, electrodeVerdict, supplierEarthVerdict, metalVerdict]),
    consequences: EARTHING_CONSEQUENCES.filter((key) => HOLDS[key](facts)),
  }
}
