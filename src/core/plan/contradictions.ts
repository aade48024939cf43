import type { Installation } from '../installation/installation'
import { itemsOf } from '../installation/survey'
import { formatNumber, formatQuantity } from '../quantity/formatQuantity'
import { quantityOrOpen } from '../quantity/orOpen'
import { atMost } from '../quantity/tolerance'
import { RULE_PACKS } from '../rules/packs'
import { bendingRooms } from './bendingRoom'
import { mainsOf } from './mains'
import { terminalCapacities } from './terminalCapacity'
import { peakOfSourceW } from './sourceOfStrings'
import { boardWays } from '../wiring/boardWays'
import { withinSentence } from '../withinSentence'
import { sizeText } from '../rules/conductors'

/** The part of the plan that a contradiction makes unsafe to read; everything else stays usable. */
export type PlanPart = 'limits' | 'surge' | 'demand' | 'runtime' | 'supply' | 'boards' | 'year' | 'pv'

export interface Contradiction {
  /** Where it is: `loads.oven.phase`, `sources.reserveSoc` … */
  path: string
  /** What it belongs to, in the crew's words. */
  about: string
  message: string
  touches: readonly PlanPart[]
}

/** What a profile must have, told by the browser once it has read one. */
export interface ProfileRows {
  name: string
  rows: number
  fault: string | null
}

type Rule = (installation: Installation, profiles: readonly ProfileRows[]) => Contradiction[]

const loadPhases: Rule = ({ loads, packId }) => {
  const { phases, name } = RULE_PACKS[packId]
  return loads
    .filter(({ phase }) => phase !== 'all' && !phases.includes(phase))
    .map((load) => ({
      path: `loads.${load.tag}.phase`,
      about: load.name,
      message: `${load.name} is on ${load.phase}, and this supply (${withinSentence(name)}) has none. It counts in no phase until that is put right.`,
      touches: ['limits'],
    }))
}

const loadsKept: Rule = ({ loads }) =>
  loads
    .filter(
      ({ mustStayOn, turnOffFirst, backedUp }) =>
        (mustStayOn && (turnOffFirst || !backedUp)) || (turnOffFirst && !backedUp),
    )
    .map((load) => ({
      path: `loads.${load.tag}.${load.mustStayOn ? 'mustStayOn' : 'turnOffFirst'}`,
      about: load.name,
      message: load.mustStayOn
        ? `${load.name} must stay on, and is ${load.backedUp ? 'on the list to turn off first' : 'not backed up'}.`
        : `${load.name} is to be turned off first, and is not backed up at all.`,
      touches: ['demand'],
    }))

const loadCircuits: Rule = ({ loads, circuits }) =>
  loads.flatMap((load): Contradiction[] => {
    if (load.circuitTag === null) return []
    const circuit = circuits.find(({ tag }) => tag === load.circuitTag)
    if (!circuit)
      return [
        {
          path: `loads.${load.tag}.circuitTag`,
          about: load.name,
          message: `${load.name} is on circuit ${load.circuitTag}, and there is none.`,
          touches: ['boards'],
        },
      ]
    if (circuit.phase !== 'all' && load.phase !== 'all' && circuit.phase !== load.phase)
      return [
        {
          path: `loads.${load.tag}.phase`,
          about: load.name,
          message: `${load.name} is on ${load.phase}, its circuit ${circuit.tag} on ${circuit.phase}.`,
          touches: ['boards', 'limits'],
        },
      ]
    if (load.backedUp && !circuit.backedUp)
      return [
        {
          path: `loads.${load.tag}.backedUp`,
          about: load.name,
          message: `${load.name} is to be backed up, and its circuit ${circuit.tag} is not. Back the circuit up, or take the load out of the backup.`,
          touches: ['demand'],
        },
      ]
    if (!load.backedUp && circuit.backedUp)
      return [
        {
          path: `loads.${load.tag}.backedUp`,
          about: load.name,
          message: `${load.name} is never to be backed up, and its circuit ${circuit.tag} is: in an outage it is fed all the same. Move it to a circuit that is not backed up, or count it in.`,
          touches: ['demand', 'boards'],
        },
      ]
    return []
  })

/** With the whole house chosen nothing is left out: a load that is never backed up says otherwise. */
const wholeHouseIsWhole: Rule = ({ loads, chosenSchool }) =>
  chosenSchool !== 'automaticWholeHome'
    ? []
    : loads
        .filter(({ backedUp }) => !backedUp)
        .map((load) => ({
          path: `loads.${load.tag}.backedUp`,
          about: load.name,
          message: `The whole house is chosen, and ${load.name} is never to be backed up. Choose an essentials board or shedding, or count ${load.name} in.`,
          touches: ['demand', 'boards'],
        }))

const unitFigures: Rule = ({ sources, survey, packId }) =>
  sources.units.flatMap((unit, k): Contradiction[] => {
    const found: Contradiction[] = []
    const at = (field: string, message: string, touches: readonly PlanPart[]) =>
      found.push({ path: `sources.units.${k}.${field}`, about: unit.name, message, touches })
    if (unit.moduleW !== null && unit.inverterBatteryW !== null && unit.moduleW > unit.inverterBatteryW)
      at(
        'moduleW',
        `One module gives ${formatQuantity(unit.moduleW, 'W', 3)}, more than the inverter’s whole battery side of ${formatQuantity(unit.inverterBatteryW, 'W', 3)}. Look at both sheets.`,
        ['limits'],
      )
    if (unit.moduleW !== null && unit.moduleSurgeVa !== null && unit.moduleSurgeVa < unit.moduleW)
      at('moduleSurgeVa', 'The surge of a module is below what it gives all the time.', ['surge'])
    if (unit.inverterSurgeVa !== null && unit.inverterAcW !== null && unit.inverterSurgeVa < unit.inverterAcW)
      at('inverterSurgeVa', 'The inverter’s surge is below its AC rating.', ['surge'])
    const { mostModules = null, mostInParallel = null, pvInputs = null } = unit
    if (mostModules !== null && unit.moduleCount !== null && unit.moduleCount > mostModules)
      at(
        'moduleCount',
        `${unit.moduleCount} modules are planned at ${unit.name}, and its maker allows ${mostModules}.`,
        ['limits', 'surge', 'runtime'],
      )
    if (mostInParallel !== null && sources.units.length > mostInParallel)
      at(
        'mostInParallel',
        `${sources.units.length} inverters are planned side by side, and the maker of ${unit.name} allows ${mostInParallel}.`,
        ['limits', 'surge'],
      )
    const strings = itemsOf(survey, 'pvSystem').filter(({ detail }) => detail.coupling === 'dc').length
    if (pvInputs !== null && sources.units.length === 1 && strings > pvInputs)
      at('pvInputs', `${strings} strings of PV are planned at ${unit.name}, which has inputs for ${pvInputs}.`, ['pv'])
    if (unit.batterySideOnly && unit.inverterAcW !== null)
      at(
        'batterySideOnly',
        `${unit.name} is said to have no AC rating, and one of ${formatQuantity(unit.inverterAcW, 'W', 3)} is given.`,
        ['limits'],
      )
    if (unit.phase && unit.phase !== 'all' && !RULE_PACKS[packId].phases.includes(unit.phase))
      at('phase', `${unit.name} is on ${unit.phase}, and this supply has none.`, ['limits'])
    return found
  })

const batteryFigures: Rule = ({ assumptions, sources: { reserveSoc, floorSoc, usualSoc, usableWh, nominalWh } }) => {
  const found: Contradiction[] = []
  const at = (field: string, message: string) =>
    found.push({ path: `sources.${field}`, about: 'battery', message, touches: ['runtime', 'year'] })
  if (reserveSoc !== null && floorSoc !== null && reserveSoc < floorSoc)
    at('reserveSoc', 'The backup reserve is below the maker’s floor; an outage would start with nothing.')
  if (usualSoc !== null && reserveSoc !== null && usualSoc < reserveSoc)
    at('usualSoc', 'The charge as usual is below the backup reserve, which is kept at all times.')
  if (usableWh !== null && nominalWh !== null && usableWh > nominalWh)
    at('usableWh', 'The usable energy is above the nominal energy.')
  const { windowTargetSoc } = assumptions
  if (reserveSoc !== null && windowTargetSoc !== null && windowTargetSoc <= reserveSoc)
    found.push({
      path: 'assumptions.windowTargetSoc',
      about: 'cheap hours',
      message: `The cheap hours are to charge to ${formatNumber(100 * windowTargetSoc, 3)} %, not above the backup reserve of ${formatNumber(100 * reserveSoc, 3)} %: nothing would be charged.`,
      touches: ['year'],
    })
  return found
}

/** Only PV on a phase that some source keeps alive has a voltage to follow. */
const pvPhases: Rule = ({ sources: { units, pvAc }, packId }) => {
  const { phases } = RULE_PACKS[packId]
  const live = (phase: string) =>
    units.length === 0 || units.some((unit) => !unit.phase || unit.phase === 'all' || unit.phase === phase)
  return pvAc.flatMap((pv, k): Contradiction[] => {
    const { phase } = pv
    if (!phase || phase === 'all') return []
    if (!phases.includes(phase))
      return [
        {
          path: `sources.pvAc.${k}.phase`,
          about: pv.name,
          message: `${pv.name} is on ${phase}, and this supply has none.`,
          touches: ['limits', 'pv'],
        },
      ]
    return pv.side === 'island' && pv.onBackedPhase && !live(phase)
      ? [
          {
            path: `sources.pvAc.${k}.onBackedPhase`,
            about: pv.name,
            message: `${pv.name} is said to be on a backed-up phase, and no inverter feeds ${phase}.`,
            touches: ['limits', 'pv'],
          },
        ]
      : []
  })
}

/** A source is expected to give more than its strings can, or than its own inverter lets through. */
const pvAboveItsStrings: Rule = (installation) => {
  const { units, pvAc } = installation.sources
  const said = [
    ...units.map((source, k) => ({
      pv: { coupling: 'dc' as const, source },
      expectedW: source.pvDcW,
      ratingW: null,
      path: `sources.units.${k}.pvDcW`,
    })),
    ...pvAc.map((source, k) => ({
      pv: { coupling: 'ac' as const, source },
      expectedW: source.expectedW,
      ratingW: source.ratingW,
      path: `sources.pvAc.${k}.expectedW`,
    })),
  ]
  return said.flatMap(({ pv, expectedW, ratingW, path }): Contradiction[] => {
    const peakW = peakOfSourceW(installation, pv)
    const { name } = pv.source
    const contradicts = (than: string): Contradiction[] => [
      {
        path,
        about: name,
        message: `${name} is expected to give ${quantityOrOpen(expectedW, 'W', 4)}, more than ${than}.`,
        touches: ['limits', 'year', 'pv'],
      },
    ]
    if (expectedW === null) return []
    if (peakW !== null && !atMost(expectedW, peakW))
      return contradicts(`the ${formatQuantity(peakW, 'W', 4)} of its strings`)
    if (ratingW !== null && !atMost(expectedW, ratingW))
      return contradicts(`the ${formatQuantity(ratingW, 'W', 4)} its inverter is rated for`)
    return []
  })
}

const boardDevices: Rule = ({ survey, circuits }) =>
  itemsOf(survey, 'board').flatMap((board): Contradiction[] => {
    const { mainA, busbarA } = board.detail
    const found: Contradiction[] = []
    if (mainA !== null && busbarA !== null && mainA > busbarA)
      found.push({
        path: `boards.${board.tag}.mainA`,
        about: board.name,
        message: `The main of ${board.name} (${mainA} A) is above its busbar (${busbarA} A).`,
        touches: ['boards'],
      })
    for (const circuit of circuits.filter(({ boardTag }) => boardTag === board.tag))
      if (mainA !== null && circuit.breakerA !== null && circuit.breakerA > mainA)
        found.push({
          path: `circuits.${circuit.tag}.breakerA`,
          about: circuit.name,
          message: `The device of ${circuit.name} (${circuit.breakerA} A) is above the main of its board (${mainA} A).`,
          touches: ['boards'],
        })
    return found
  })

const boardsWithTooFewWays: Rule = (installation) =>
  boardWays(installation).flatMap(({ tag, name, ways, taken, mark }) =>
    mark === 'exceeds'
      ? [
          {
            path: `boards.${tag}.ways`,
            about: name,
            message: `${name} has ${ways} ways, and the circuits planned on it need ${taken}.`,
            touches: ['boards'],
          },
        ]
      : [],
  )

const boardsWithoutRoomToBend: Rule = (installation) =>
  bendingRooms(installation)
    .filter(({ mark }) => mark === 'exceeds')
    .map(({ run, at, atTag, atName, neededMm, roomMm }) => ({
      path: `${at}s.${atTag}.bendingMm`,
      about: atName,
      message: `${atName} has ${roomMm} mm for a conductor to bend, and ${sizeText(installation.packId, run.size)} of ${run.tag} needs ${neededMm} mm.`,
      touches: ['boards'],
    }))

const terminalsTooSmall: Rule = (installation) =>
  terminalCapacities(installation)
    .filter(({ mark }) => mark === 'exceeds')
    .map(({ run, at, atTag, atName, terminalSize }) => ({
      path: `${at}s.${atTag}.terminalSize`,
      about: atName,
      message: `The terminals of ${atName} take ${sizeText(installation.packId, terminalSize)} at most, and ${run.tag} is ${sizeText(installation.packId, run.size)}.`,
      touches: ['boards'],
    }))

const circuitBoards: Rule = ({ survey, circuits }) =>
  circuits
    .filter(({ boardTag }) => boardTag !== null && !itemsOf(survey, 'board').some(({ tag }) => tag === boardTag))
    .map((circuit) => ({
      path: `circuits.${circuit.tag}.boardTag`,
      about: circuit.name,
      message: `${circuit.name} is on board ${circuit.boardTag}, and there is none.`,
      touches: ['boards'],
    }))

const supplyFigures: Rule = ({ supply, survey }) => {
  const found: Contradiction[] = []
  if (supply.secondMainA === null && itemsOf(survey, 'board').some(({ detail }) => detail.fedFrom === 'main2'))
    found.push({
      path: 'supply.secondMainA',
      about: 'supply',
      message: 'A board is fed from a second main, and the supply has only one.',
      touches: ['supply', 'boards'],
    })
  return found
}

/** What stays on cannot hang on a main that no backup sits on. */
const backedUpOnTheOtherMain: Rule = (installation) =>
  (mainsOf(installation)?.mains ?? [])
    .filter(({ backedUp }) => backedUp === false)
    .flatMap(({ loads }) => loads.filter((load) => load.backedUp))
    .map((load) => ({
      path: `loads.${load.tag}.backedUp`,
      about: load.name,
      message: `${load.name} is to be backed up, and hangs on the main that no backup sits on.`,
      touches: ['limits', 'demand', 'runtime'],
    }))

const boardsFedFromNone: Rule = ({ survey }) =>
  itemsOf(survey, 'board')
    .filter(
      ({ tag, detail: { fedFrom, fedFromTag = null } }) =>
        fedFrom === 'otherBoard' &&
        fedFromTag !== null &&
        (fedFromTag === tag || !itemsOf(survey, 'board').some((other) => other.tag === fedFromTag)),
    )
    .map(({ tag, name, detail }) => ({
      path: `survey.${tag}.fedFromTag`,
      about: name,
      message: `${name} is fed from board ${detail.fedFromTag}, and there is no such other board.`,
      touches: ['supply', 'boards'],
    }))

const profileRows: Rule = (_installation, profiles) =>
  profiles.flatMap(({ name, fault }) =>
    fault === null ? [] : [{ path: `profiles.${name}`, about: name, message: fault, touches: ['year'] }],
  )

const RULES: readonly Rule[] = [
  loadPhases,
  loadsKept,
  loadCircuits,
  wholeHouseIsWhole,
  unitFigures,
  batteryFigures,
  pvPhases,
  pvAboveItsStrings,
  boardDevices,
  boardsWithTooFewWays,
  boardsWithoutRoomToBend,
  terminalsTooSmall,
  circuitBoards,
  supplyFigures,
  backedUpOnTheOtherMain,
  boardsFedFromNone,
  profileRows,
]

/** Every contradiction in what was surveyed and planned, named with the field it belongs to and the part of the plan it touches; found, not averaged. */
export const contradictionsOf = (installation: Installation, profiles: readonly ProfileRows[] = []): Contradiction[] =>
  RULES.flatMap((rule) => rule(installation, profiles))
