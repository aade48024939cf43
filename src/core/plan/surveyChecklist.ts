import { figuresInDoubt } from './figuresInDoubt'
import { usableEnergyWh } from './usableEnergy'
import type { Installation } from '../installation/installation'
import { itemsOf } from '../installation/survey'
import { mainsOf } from './mains'
import { medicalToSettle } from './medical'
import { RULE_PACKS } from '../rules/packs'

/** What an unknown holds up, the heaviest first. */
export const BLOCKED = ['safety', 'limits', 'promise', 'devices', 'papers', 'comfort'] as const
export type Blocked = (typeof BLOCKED)[number]
export const BLOCKED_WORDS: Readonly<Record<Blocked, string>> = {
  safety: 'safety on the day',
  limits: 'what stays on',
  promise: 'what may be promised',
  devices: 'devices and cables',
  papers: 'permission and dates',
  comfort: 'how well it fits the household',
}

export interface Unknown {
  key: string
  /** What is not known, as a question the office can ask. */
  question: string
  blocks: Blocked
  why: string
  /** Part of the survey where the answer is entered. */
  part: SurveyPart
}

export const SURVEY_PARTS = ['loads', 'supply', 'sources', 'found', 'site', 'papers', 'household'] as const
export type SurveyPart = (typeof SURVEY_PARTS)[number]

type Ask = (installation: Installation) => boolean

interface Question extends Omit<Unknown, 'question' | 'why'> {
  question: (installation: Installation) => string
  why: string
  open: Ask
}

const words = ({ packId }: Installation) => RULE_PACKS[packId].words
const missing = <T>(list: readonly T[], lacks: (item: T) => boolean) => list.some(lacks)

/** Everything the plan waits for, as data: a question stands as long as `open` holds. */
const QUESTIONS: readonly Question[] = [
  {
    key: 'medical',
    blocks: 'safety',
    part: 'site',
    question: () => 'How is the equipment provided for that somebody depends on?',
    why: 'Somebody’s breathing may hang on this supply. No outage is made before this is settled.',
    open: (job) => medicalToSettle(job) !== null,
  },
  {
    key: 'loads',
    blocks: 'limits',
    part: 'loads',
    question: () => 'Which loads does the house have?',
    why: 'Without loads nothing can be held against the limits.',
    open: ({ loads }) => loads.length === 0,
  },
  {
    key: 'stays',
    blocks: 'promise',
    part: 'loads',
    question: () => 'What does the household insist on keeping?',
    why: 'The promise names what stays on.',
    open: ({ loads }) => loads.length > 0 && !loads.some(({ mustStayOn }) => mustStayOn),
  },
  {
    key: 'plates',
    blocks: 'limits',
    part: 'loads',
    question: ({ loads }) =>
      `What do the nameplates say: ${loads
        .filter(motorWithoutPlate)
        .map(({ name }) => name)
        .join(', ')}?`,
    why: 'A motor start is judged by its locked-rotor amps; an estimate is never better than Tight.',
    open: ({ loads }) => loads.some(motorWithoutPlate),
  },
  {
    key: 'typicalFigures',
    blocks: 'limits',
    part: 'loads',
    question: ({ loads }) =>
      `What do the plates say of what stands with typical figures, or as a motor with power factor 1: ${loads
        .filter(figuresInDoubt)
        .map(({ name }) => name)
        .join(', ')}?`,
    why: 'A plan on typical figures is never better than Tight.',
    open: ({ loads }) => loads.some(figuresInDoubt),
  },
  {
    key: 'rating',
    blocks: 'limits',
    part: 'supply',
    question: (job) => `What is the rating of the ${words(job).supply}?`,
    why: 'The supply’s capacity, the charging window and the permission rest on it.',
    open: ({ supply }) => supply.ratingA === null,
  },
  {
    key: 'meter',
    blocks: 'safety',
    part: 'supply',
    question: (job) => `Is the meter apart from the ${words(job).board}, or in one box with it?`,
    why: 'In one box the neutral–earth bond has to move, and only the network operator may open the meter’s part.',
    open: ({ supply }) => supply.meterCombinedWithBoard === null,
  },
  {
    key: 'boards',
    blocks: 'devices',
    part: 'supply',
    question: (job) => `Which ${words(job).board}s are there, with main device and busbar rating?`,
    why: 'A source on a board is judged against its rating (P-3).',
    open: ({ survey }) => itemsOf(survey, 'board').length === 0,
  },
  {
    key: 'boardRating',
    blocks: 'devices',
    part: 'supply',
    question: ({ survey }) =>
      `What is the busbar rating of ${itemsOf(survey, 'board')
        .filter(({ detail }) => detail.busbarA === null || detail.mainA === null)
        .map(({ name }) => name)
        .join(', ')}?`,
    why: 'A source on a board is judged against its rating (P-3).',
    open: ({ survey }) =>
      missing(itemsOf(survey, 'board'), ({ detail }) => detail.busbarA === null || detail.mainA === null),
  },
  {
    key: 'breakers',
    blocks: 'devices',
    part: 'supply',
    question: ({ circuits }) =>
      `What devices protect ${circuits
        .filter(({ breakerA }) => breakerA === null)
        .map(({ tag }) => tag)
        .join(', ')}?`,
    why: 'The load ladder of the test day must not overload a circuit.',
    open: ({ circuits }) => missing(circuits, ({ breakerA }) => breakerA === null),
  },
  {
    key: 'units',
    blocks: 'limits',
    part: 'sources',
    question: () => 'Which inverter and battery is planned?',
    why: 'Night, day and surge limits come from it.',
    open: ({ sources }) => sources.units.length === 0,
  },
  {
    key: 'declared',
    blocks: 'limits',
    part: 'sources',
    question: ({ sources }) =>
      `What does the maker declare for ${sources.units
        .filter((unit) => unitFigures(unit).includes(null))
        .map(({ name }) => name)
        .join(', ')}?`,
    why: 'A blank figure leaves every limit Open.',
    open: ({ sources }) => missing(sources.units, (unit) => unitFigures(unit).includes(null)),
  },
  {
    key: 'energy',
    blocks: 'promise',
    part: 'sources',
    question: ({ sources }) => `Of the battery, what is ${unreadOfBattery(sources).join(', ')}?`,
    why: 'The runtime is promised from the reserve, down to the floor, less what is lost and what the devices draw themselves.',
    open: ({ sources }) => sources.units.length > 0 && unreadOfBattery(sources).length > 0,
  },
  {
    key: 'pvCoupling',
    blocks: 'safety',
    part: 'found',
    question: ({ survey }) =>
      `What holds ${itemsOf(survey, 'pvSystem')
        .filter(({ detail }) => detail.coupling === 'ac')
        .map(({ name }) => name)
        .join(', ')} back when the battery is full?`,
    why: 'AC-coupled PV on a full battery must be curtailed or parted (P-10).',
    open: ({ survey, sources }) =>
      itemsOf(survey, 'pvSystem').some(({ detail }) => detail.coupling === 'ac') &&
      sources.curtailment.provenNearFull === null &&
      sources.curtailment.parted === null,
  },
  {
    key: 'oldBattery',
    blocks: 'limits',
    part: 'found',
    question: () => 'Where does the controller of the old battery measure?',
    why: 'Two controllers on one point hunt or charge each other (P-13).',
    open: ({ survey }) => missing(itemsOf(survey, 'existingBattery'), ({ detail }) => detail.ctPlace === null),
  },
  {
    key: 'charger',
    blocks: 'safety',
    part: 'found',
    question: () => 'Does the vehicle charger detect 6 mA of direct current by itself?',
    why: 'It decides the type of its residual-current device (P-12).',
    open: ({ survey }) => missing(itemsOf(survey, 'vehicleCharger'), ({ detail }) => detail.detects6mADc === null),
  },
  {
    key: 'safetyCircuits',
    blocks: 'safety',
    part: 'supply',
    question: () => 'On which circuits does an alarm, a freezer or medical equipment hang?',
    why: 'Such a circuit never shares a residual-current device with the leakiest one (E-10), and is told of before it is switched off.',
    open: ({ circuits }) => circuits.some(({ safety }) => safety === null),
  },
  {
    key: 'vehicleGives',
    blocks: 'promise',
    part: 'found',
    question: () => 'Does the vehicle give to the house in an outage, and how much?',
    why: 'What gives has a floor that its owner keeps, and a morning on which it is gone: both are then tried (S-4).',
    open: ({ survey }) => missing(itemsOf(survey, 'vehicleCharger'), ({ detail }) => (detail.givesW ?? null) === null),
  },
  {
    key: 'backupMain',
    blocks: 'limits',
    part: 'supply',
    question: () => 'On which of the two mains does the backup sit?',
    why: 'A gateway backs up what is behind its own main, and the battery is charged from it.',
    open: ({ supply }) => supply.secondMainA !== null && (supply.backupMain ?? null) === null,
  },
  {
    key: 'loadsOfMains',
    blocks: 'limits',
    part: 'loads',
    question: () => 'On which circuits do the loads hang, on which boards those, and from which main are these fed?',
    why: 'Each of two mains has its own rating; a load that could hang on either leaves both Open.',
    open: (job) => (mainsOf(job)?.unplaced.length ?? 0) > 0,
  },
  {
    key: 'heatPump',
    blocks: 'limits',
    part: 'found',
    question: () => 'What does the heat pump draw, booster included, and how does it start?',
    why: 'Its electrical input and its booster are loads like any other.',
    open: ({ survey }) =>
      missing(
        itemsOf(survey, 'heatPump'),
        ({ detail: { inputW, lockedRotorA, starter } }) => inputW === null || lockedRotorA === null || starter === null,
      ),
  },
  {
    key: 'services',
    blocks: 'safety',
    part: 'site',
    question: () => 'Which services come in, and are they metal or plastic?',
    why: 'Metal services are bonded, and located before a rod is driven.',
    open: ({ survey }) =>
      itemsOf(survey, 'service').length === 0 ||
      missing(itemsOf(survey, 'service'), ({ detail }) => detail.material === null),
  },
  {
    key: 'soil',
    blocks: 'devices',
    part: 'site',
    question: () => 'What is the soil like?',
    why: 'The electrode is planned from it.',
    open: ({ site }) => site.soil === null && site.soilOhmM === null,
  },
  {
    key: 'latitude',
    blocks: 'promise',
    part: 'site',
    question: () => 'At what latitude is the house?',
    why: 'Without metering the sun’s year is worked out from it (P-8).',
    open: ({ site }) => site.latitudeDeg === null,
  },
  {
    key: 'frost',
    blocks: 'devices',
    part: 'site',
    question: () => 'How cold and how hot does it get?',
    why: 'String voltage in frost and the battery’s power in the cold depend on it.',
    open: ({ site }) => site.minTempC === null || site.maxTempC === null,
  },
  {
    key: 'data',
    blocks: 'comfort',
    part: 'site',
    question: () => 'How does the system reach the router: wired, wireless, or over the mains?',
    why: 'Wireless and bridged connections fail first when something else is wrong.',
    open: ({ site }) => site.dataConnection === null,
  },
  {
    key: 'operator',
    blocks: 'papers',
    part: 'papers',
    question: () => 'Has the network operator been asked?',
    why: 'Its answer has a lead time, and sealed parts are opened by it alone.',
    open: ({ survey }) => !itemsOf(survey, 'permission').some(({ detail }) => detail.authority === 'networkOperator'),
  },
  {
    key: 'told',
    blocks: 'safety',
    part: 'papers',
    question: ({ survey }) =>
      `Has the owner been told of ${itemsOf(survey, 'defect')
        .filter(({ detail }) => detail.toldOwnerOn === null)
        .map(({ name }) => name)
        .join(', ')}?`,
    why: 'Defects found are told to the owner in writing before any work.',
    open: ({ survey }) => missing(itemsOf(survey, 'defect'), ({ detail }) => detail.toldOwnerOn === null),
  },
]

function motorWithoutPlate({
  starter,
  lockedRotorA,
  powerFactor,
  powerW,
  duty,
}: Installation['loads'][number]): boolean {
  // a load far from a power factor of 1 and of some size is a motor until somebody has looked
  return lockedRotorA === null && (starter !== null || (powerFactor < 0.9 && powerW >= 500 && duty < 1))
}

/** Figures of the battery that hours rest on and nobody has read, in words. */
const unreadOfBattery = (sources: Installation['sources']): string[] =>
  [
    usableEnergyWh(sources) === null && 'the usable energy',
    sources.reserveSoc === null && 'the reserve that is kept',
    sources.floorSoc === null && 'the floor in an outage',
    sources.dischargeEfficiency === null && 'the efficiency from battery to load',
    sources.standbyW === null && 'the standby power',
  ].filter((word) => word !== false)

const unitFigures = (unit: Installation['sources']['units'][number]) => [
  unit.moduleCount,
  unit.moduleW,
  unit.coldFactor ?? null,
  unit.inverterBatteryW,
  ...(unit.batterySideOnly ? [] : [unit.inverterAcW]),
  unit.inverterSurgeVa,
  unit.moduleSurgeVa,
  unit.surgeS,
  unit.pvDcW,
]

/** What is still unknown of a job, ordered by what it blocks; empty when nothing is. */
export const unknownsOf = (installation: Installation): Unknown[] =>
  QUESTIONS.filter(({ open }) => open(installation))
    .map(({ key, blocks, part, question, why }) => ({ key, blocks, part, why, question: question(installation) }))
    .sort((a, b) => BLOCKED.indexOf(a.blocks) - BLOCKED.indexOf(b.blocks))
