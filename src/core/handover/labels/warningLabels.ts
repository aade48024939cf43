import { sourcesNotDrawn } from '../../wiring/sourcesNotDrawn'
import type { Installation } from '../../installation/installation'
import { itemsOf } from '../../installation/survey'
import { RULE_PACKS } from '../../rules/packs'
import type { WarningId } from '../../rules/warningTexts'
import { type InstallationGraph, namesIn } from '../../wiring/installationGraph'
import { boardDoors } from '../../wiring/boardDoors'
import { graphOf } from '../../wiring/wiringOfInstallation'
import { fillText } from './fillText'
import type { Label } from './label'

/** A place for a warning, and the facts that its text speaks of. */
interface Spot {
  ref: string
  at: string
  facts: Readonly<Record<string, string | null>>
}

interface House {
  installation: Installation
  graph: InstallationGraph
  nameOf: (id: string) => string
  /** Every source but the street, as the crew calls them. */
  sources: string | null
}

const listed = (names: readonly string[]): string | null => (names.length === 0 ? null : [...new Set(names)].join(', '))

const boards = ({ installation, sources }: House): Spot[] =>
  boardDoors(installation).map(({ tag, name }) => ({ ref: tag, at: name, facts: { sources } }))

const ofKind = ({ installation }: House, ...kinds: string[]): Spot[] =>
  installation.components
    .filter(({ kind }) => kinds.includes(kind))
    .map(({ tag, name }) => ({ ref: tag, at: `${name} (${tag})`, facts: {} }))

/** Where each warning belongs, from what is in the house. */
const SPOTS: Readonly<Record<Exclude<WarningId, 'normalPosition'>, (house: House) => Spot[]>> = {
  twoSources: (house) => [
    { ref: 'meter', at: 'Meter and service entrance', facts: { sources: house.sources } },
    ...boards(house),
    ...ofKind(house, 'gateway').map((spot) => ({ ...spot, facts: { sources: house.sources } })),
  ],
  batteryHere: (house) =>
    ofKind(house, 'battery').length > 0 ? [{ ref: 'door', at: 'Door of the battery’s room', facts: {} }] : [],
  staysLive: (house) => {
    const { circuits, packId } = house.installation
    const board = RULE_PACKS[packId].words.board
    const backed = new Set(circuits.filter(({ backedUp }) => backedUp).map(({ boardTag }) => boardTag ?? 'main'))
    return boards(house)
      .filter(({ ref }) => backed.has(ref))
      .map((spot) => ({ ...spot, facts: { sources: house.sources, board } }))
  },
  stillCharged: (house) => ofKind(house, 'inverter', 'battery'),
  daylight: ({ installation }) =>
    itemsOf(installation.survey, 'pvSystem').map(({ tag, name }) => ({
      ref: tag,
      at: `DC isolator of ${name}`,
      facts: { pv: name },
    })),
  joinedHere: ({ graph, nameOf }) =>
    graph.bonds
      .filter(({ device }) => device !== null)
      .map(({ id, node }) => ({ ref: id, at: nameOf(node), facts: {} })),
  keepEarth: ({ installation }) =>
    installation.electrodes.map(({ tag }) => ({
      ref: tag,
      at: `Clamp of electrode ${tag}`,
      facts: { electrode: tag },
    })),
  leaveAlone: ({ installation }) =>
    itemsOf(installation.survey, 'board')
      .filter(({ detail }) => detail.metalOutdoors !== false)
      .map(({ tag, name, detail }) => ({
        ref: tag,
        at: detail.metalOutdoors === null ? `${name}, if it is metal and outdoors` : name,
        facts: {},
      })),
}

/** Warnings that speak of how the house is wired: only a wiring that somebody confirmed as built can word them. */
const OF_THE_WIRING: readonly WarningId[] = ['joinedHere', 'normalPosition']
export const NOT_AS_BUILT = 'Nobody has confirmed the wiring as built: what a plan draws is not printed on a wall.'
const FACT_MISSING = 'A fact of the house that it names is not in the record.'

/** Every switch that a hand moves, with the position it is to be left in. */
function positionLabels({ graph, nameOf, installation }: House, asBuilt: boolean): Label[] {
  const { head, lines } = RULE_PACKS[installation.packId].warnings.texts.normalPosition
  return graph.devices.flatMap((device): Label[] => {
    if (device.kind !== 'manual') return []
    const facts = {
      device: nameOf(device.id),
      position: graph.plan.asLeft[device.id] ?? null,
      positions: device.positions.map(({ name }) => name).join(' · '),
    }
    const filled = [head, ...lines].map((line) => fillText(line, facts))
    return [
      {
        id: `position ${device.id}`,
        kind: 'position',
        at: facts.device,
        head: filled[0] ?? facts.device,
        lines: filled.slice(1).filter((line) => line !== null),
        heldBecause: !asBuilt ? NOT_AS_BUILT : filled.includes(null) ? FACT_MISSING : null,
      },
    ]
  })
}

/**
 * H-1: the warnings that this house needs, in its region's words, each at its place. What rests on the wiring is held back until somebody confirmed it as
 * built, and a warning that names something the record does not have is held back too.
 */
export function warningLabels(installation: Installation, asBuilt: boolean): Label[] {
  const graph = graphOf(installation, 'wired')
  const names = namesIn(graph)
  const nameOf = (id: string) => names.get(id) ?? id
  const drawn = listed(graph.sources.filter(({ kind }) => kind !== 'grid').map(({ id }) => nameOf(id)))
  // a warning that leaves a source out is worse than one that is waited for
  const sources = sourcesNotDrawn(installation, graph).length > 0 ? null : drawn
  const house: House = { installation, graph, nameOf, sources }
  const { texts, signalWord } = RULE_PACKS[installation.packId].warnings
  const warnings = (Object.keys(SPOTS) as (keyof typeof SPOTS)[]).flatMap((warning) =>
    SPOTS[warning](house).map(({ ref, at, facts }): Label => {
      const lines = texts[warning].lines.map((line) => fillText(line, facts))
      const held = OF_THE_WIRING.includes(warning) && !asBuilt
      return {
        id: `${warning} ${ref}`,
        kind: 'warning',
        at,
        head: [signalWord, texts[warning].head].filter(Boolean).join(': '),
        lines: lines.filter((line) => line !== null),
        heldBecause: held ? NOT_AS_BUILT : lines.includes(null) ? FACT_MISSING : null,
      }
    }),
  )
  return [...warnings, ...positionLabels(house, asBuilt)]
}
