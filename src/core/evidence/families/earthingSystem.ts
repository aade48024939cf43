import {
  type EarthingConsequence,
  type IslandEarthing,
  type IslandEarthingSystem,
  METAL_SERVICES,
  SUPPLIER_EARTHS,
  SUPPLY_SYSTEMS,
  islandEarthingSystem,
} from '../../earthing/islandEarthingSystem'
import type { Installation } from '../../installation/installation'
import { hasWiring } from '../../wiring/wiringOfInstallation'
import { islandBonds } from '../../wiring/islandBonds'
import { type PointFamily, THE_JOB, type TheJob, onceAJob } from '../family'
import type { EvidenceContext, Judgement, Point, Slot } from '../point'
import { type SlotReadings, slotReadings } from '../slotReadings'
import { isConfirmedAsBuilt } from './switchPositions'
import { listed } from '../../listed'

const word = (id: string, label: string, words: Record<string, readonly string[]>): Slot => ({
  id,
  label,
  path: ['earthing', id],
  input: { kind: 'word', words },
})
const YES_NO = { yes: ['yes', 'y'], no: ['no', 'n'] }
const spoken = (options: readonly string[]) =>
  Object.fromEntries(options.map((one) => [one, [one.toLowerCase(), one.toLowerCase().replaceAll('-', '')]]))

const ALWAYS: readonly Slot[] = [
  word('system', 'The supply comes in as', spoken(SUPPLY_SYSTEMS)),
  word('supplier', 'The supplier’s earth while islanded is', spoken(SUPPLIER_EARTHS)),
  word('metal', 'Metal services (water, gas, heating)', spoken(METAL_SERVICES)),
]
const WHERE_PARTED: readonly Slot[] = [
  word('rated', 'Its maker declares the parting device for a protective conductor', YES_NO),
  word('permitted', 'Code and network operator permit parting', YES_NO),
]
/** Asked only where nothing bonds neutral to earth. */
const WITHOUT_BOND: readonly Slot[] = [
  word('floating', 'The maker states “floating, no bond needed”', YES_NO),
  word('monitor', 'An insulation monitor is fitted', YES_NO),
  word('note', 'A licensed designer’s note is on file', YES_NO),
]

const isNone = ({ bonds }: Pick<IslandEarthing, 'bonds'>) => bonds?.length === 0

/** What follows, in one sentence each. */
export const CONSEQUENCE_WORDS: Readonly<Record<EarthingConsequence, string>> = {
  doubleBond:
    'Neutral is bonded to earth twice: its current runs in earth conductors, and residual-current devices go blind.',
  noBond: 'Nothing bonds neutral to earth while islanded: no fault trips anything.',
  reliesOnSupplier: 'The only bond is the supplier’s: it is lost when the street’s neutral is.',
  noLocalEarth: 'There is no electrode of the house’s own.',
  streetFaultThroughEarth: 'The supplier’s earth stays on: a fault in the street can still come in through it.',
  divertedNeutralCurrent:
    'The street’s neutral current can come through the house’s earth: clamp it, and look at the lost neutral.',
  deviceNotRated: 'The device that parts the supplier’s earth is not made for a protective conductor.',
  partingNotPermitted: 'Parting the supplier’s earth is not permitted here.',
  electrodeIsOnlyEarth: 'The local electrode is the only earth while islanded: its resistance carries everything.',
  metalServicesUnbonded: 'Metal services are not bonded.',
  metalServicesReachStreet:
    'Pipes shared with neighbours can still bring the street’s potential in: clamp them in island mode.',
  firstFaultUnseen: 'Nothing tells of a first fault.',
  designerNoteMissing: 'No licensed designer has said in writing that no bond is needed.',
  makerStatementRecorded: 'The maker’s statement is recorded. It is a paper and proves nothing.',
}

const yesNo = (slots: SlotReadings, slot: string): boolean | null => {
  const said = slots.word(slot)
  return said === null ? null : said === 'yes'
}

/** The facts of E-7: bonds and electrode from the wiring as somebody confirmed it, the rest as it was answered. */
export function islandEarthingOf(point: Point, context: EvidenceContext): IslandEarthing {
  const { installation } = context
  const slots = slotReadings(point, context)
  const wired = hasWiring(installation) && isConfirmedAsBuilt(context) ? islandBonds(installation) : null
  return {
    bonds: wired?.bonds ?? null,
    electrode: wired?.electrode ?? null,
    supplySystem: slots.word('system') as IslandEarthing['supplySystem'],
    supplierEarth: slots.word('supplier') as IslandEarthing['supplierEarth'],
    metalServices: slots.word('metal') as IslandEarthing['metalServices'],
    partingRated: yesNo(slots, 'rated'),
    partingPermitted: yesNo(slots, 'permitted'),
    makerFloating: yesNo(slots, 'floating'),
    insulationMonitor: yesNo(slots, 'monitor'),
    designerNote: yesNo(slots, 'note'),
    circuits: installation.circuits.filter(({ backedUp }) => backedUp).length,
    sockets: null,
  }
}

/** What is not known yet, in the words of its slot. */
function missingOf(facts: IslandEarthing, { bondVerdict }: IslandEarthingSystem): string[] {
  const parted = facts.supplySystem !== 'TT' && facts.supplierEarth === 'parted'
  return [
    ...(facts.bonds === null ? ['the wiring confirmed as built'] : []),
    ...(facts.supplySystem === null ? ['how the supply comes in'] : []),
    ...(facts.supplySystem !== 'TT' && facts.supplierEarth === null ? ['whether the supplier’s earth stays'] : []),
    ...(facts.metalServices === null ? ['the metal services'] : []),
    ...(parted && facts.partingRated === null ? ['the maker’s word on the parting device'] : []),
    ...(parted && facts.partingPermitted === null ? ['whether parting is permitted'] : []),
    ...(isNone(facts) && bondVerdict === 'open' ? ['what stands in for a bond'] : []),
  ]
}

const SYSTEM_WORDS = { unearthed: 'unearthed', IT: 'IT, floating' } as const
const systemWord = ({ system }: IslandEarthingSystem) =>
  system === null ? null : system === 'unearthed' || system === 'IT' ? SYSTEM_WORDS[system] : system

const slotsOf = (installation: Installation): Slot[] => [
  ...ALWAYS,
  ...WHERE_PARTED,
  ...(hasWiring(installation) && islandBonds(installation).bonds?.length === 0 ? WITHOUT_BOND : []),
]

/** E-7: which earthing system the house has on its own, and which of the two schools it follows. */
export const earthingSystem: PointFamily<TheJob> = {
  id: 'earthingSystem',
  since: '2026-11-27',
  place: 'electrode',
  view: 'earth.modes',
  precedes: ['loadedIsland.earthing'],
  waitsFor: null,
  restsOn: ['gateway', 'inverter'],
  proves: [],
  things: onceAJob,
  key: () => 'earth.system',
  point: (_job, installation, { words }) => ({
    subject: 'earthing',
    label: `${words.earth === 'ground' ? 'Grounding' : 'Earthing'} system in island mode`,
    why: 'What protects people on the street’s supply may be gone with the street.',
    slots: slotsOf(installation),
  }),
  judge: (point, context): Judgement => {
    const facts = islandEarthingOf(point, context)
    const found = islandEarthingSystem(facts)
    const missing = missingOf(facts, found)
    const bad = found.consequences.filter((key) => STOPS.includes(key))
    const told = (found.verdict === 'stop' ? bad : found.consequences).map((key) => CONSEQUENCE_WORDS[key])
    return {
      code: 'E-7',
      verdict: found.verdict,
      value: systemWord(found),
      why:
        [...told, ...(missing.length > 0 ? [`Still to say: ${listed(missing)}.`] : [])].join(' ') ||
        'One bond, and an earth of its own.',
      limit: 'one bond of the house’s own, one electrode of its own, metal bonded',
      basis:
        'E-7: from the wiring as built and what maker, code and network operator state. Local code and the licensed person decide.',
    }
  },
}

/** Consequences that by themselves are Stop. */
const STOPS: readonly EarthingConsequence[] = [
  'doubleBond',
  'noBond',
  'reliesOnSupplier',
  'noLocalEarth',
  'deviceNotRated',
  'partingNotPermitted',
  'metalServicesUnbonded',
]

export const EARTHING_SYSTEM_KEY = earthingSystem.key(THE_JOB)
