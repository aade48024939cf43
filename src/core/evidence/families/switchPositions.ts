import { counted } from '../../quantity/counted'
import { formatWhole } from '../../quantity/formatQuantity'
import type { Installation } from '../../installation/installation'
import { graphDigest } from '../../wiring/graphDigest'
import { INVARIANT_WORDS } from '../../wiring/invariants'
import type { ManualDevice } from '../../wiring/installationGraph'
import { graphFaults } from '../../wiring/installationGraph'
import { planDifferenceWords, planNotDrawn } from '../../wiring/planNotDrawn'
import { sourcesNotDrawn } from '../../wiring/sourcesNotDrawn'
import { checkOf, graphOf, hasWiring } from '../../wiring/wiringOfInstallation'
import type { Verdict } from '../../rules/verdict'
import { type PointFamily, type TheJob, onceAJob } from '../family'
import type { EvidenceContext } from '../point'
import { spokenId } from '../quickLine'
import { latestBySlot } from '../reading'
import { slotReadings } from '../slotReadings'
import { listed } from '../../listed'

/** Kinds of component between which the switches stand: who changes one has had the wiring in hand. */
const SWITCHED = ['inverter', 'battery', 'gateway', 'isolator', 'meter'] as const

const AS_BUILT = 'built'
const POSITIONS_KEY = 'wire.positions'
/** How a wiring is confirmed, whichever it was. */
const CONFIRMED = /^as built [0-9a-f]{8}$/

/** The word by which somebody confirms the wiring as it stands now: it names this wiring and no later edit of it. */
export const asBuiltWord = (installation: Installation): string =>
  `as built ${graphDigest(graphOf(installation, 'wired'))}`

/** Whether somebody has confirmed the wiring as it stands now: until then a drawing is a plan. */
export function isConfirmedAsBuilt({ installation, readings }: EvidenceContext): boolean {
  const said = latestBySlot(readings, POSITIONS_KEY).get(AS_BUILT)?.valueWord
  return said !== undefined && said === asBuiltWord(installation)
}

/** What the position check itself finds, before anybody has said that the house is wired like that. */
function checkFound(installation: Installation): { verdict: Verdict; why: string } {
  const graph = graphOf(installation, 'wired')
  const [fault] = graphFaults(graph)
  if (fault) return { verdict: 'stop', why: `The wiring cannot be checked. ${fault.id}: ${fault.message}` }
  const missing = sourcesNotDrawn(installation, graph)
  const check = checkOf(graph)
  if (missing.length > 0 && (check?.violated.length ?? 0) === 0)
    return {
      verdict: 'open',
      why: `The drawing has no ${missing.join(', no ')}, and survey or plan have: draw what can feed the house, or say there that it does not.`,
    }
  const [differs, ...others] =
    installation.wiring.wired || installation.wiring.planned ? planNotDrawn(installation, graph) : []
  if (differs && (check?.violated.length ?? 0) === 0)
    return {
      verdict: 'open',
      why: `The plan has changed since the drawing: ${planDifferenceWords(differs)}${others.length > 0 ? ` And ${counted(others.length, ['more difference', 'more differences'])}.` : ''} Put the drawing or the plan right.`,
    }
  if (!check) return { verdict: 'open', why: 'Not checked.' }
  if (check.violated.length > 0)
    return { verdict: 'stop', why: check.violated.map((invariant) => INVARIANT_WORDS[invariant]).join(' ') }
  if (check.leftOut > 0)
    return {
      verdict: 'watch',
      why: `${formatWhole(check.leftOut)} combinations were left out: there are too many switches for a complete check. Take some out of the model, or look at them one by one.`,
    }
  const exposed =
    check.exposed.length > 0
      ? ' While the street’s neutral is lost, what any house on the street is exposed to remains.'
      : ''
  return {
    verdict: 'proven',
    why: `${formatWhole(check.allowedCombinations)} combinations with three states of the street: no position is dangerous.${exposed}`,
  }
}

/** W-1: the wiring as a person has confirmed it, in every position of its switches. A drawing by itself is a plan and proves nothing. */
export const positionsChecked: PointFamily<TheJob> = {
  id: 'positionsChecked',
  place: 'positions',
  view: 'wire.schematic',
  precedes: ['firstLive.positions'],
  waitsFor: null,
  restsOn: SWITCHED,
  proves: [],
  things: onceAJob,
  key: () => POSITIONS_KEY,
  point: (_job, installation) => ({
    subject: 'positions',
    label: 'Every position of every switch, thought through',
    why: 'A switch that is harmless today kills when somebody moves another one.',
    slots: hasWiring(installation)
      ? [
          {
            id: AS_BUILT,
            label: 'The schematic shows the house as it is built',
            path: ['wiring'],
            input: { kind: 'word', words: { [asBuiltWord(installation)]: ['built', 'as built'] }, earlier: CONFIRMED },
          },
        ]
      : [],
  }),
  judge: (point, context) => {
    const { installation } = context
    const common = {
      code: 'W-1',
      limit: 'confirmed as built; none of nine invariants fails',
      basis:
        'Position check W-1: every allowed combination with the street healthy, dead, and with its neutral lost. A drawing is a plan until somebody confirms it as built.',
      value: null,
    }
    if (!hasWiring(installation))
      return { ...common, verdict: 'open', why: 'Nothing is wired yet, so there is nothing that could be checked.' }
    const found = checkFound(installation)
    if (found.verdict === 'stop' || found.verdict === 'open') return { ...common, ...found }
    const confirmed = slotReadings(point, context).reading(AS_BUILT)
    if (!confirmed)
      return {
        ...common,
        verdict: 'open',
        why: `${found.why} That is the drawing: walk the house with it, and confirm it as built.`,
      }
    if (confirmed.valueWord !== asBuiltWord(installation))
      return {
        ...common,
        verdict: 'open',
        why: `The wiring was changed after ${confirmed.recordedByName} confirmed it. Walk what has changed, and confirm it as built again.`,
      }
    return {
      ...common,
      ...found,
      value: 'as built',
      why: `${found.why} Confirmed as built by ${confirmed.recordedByName}.`,
    }
  },
}

/** Devices whose position as left is recorded: those a person moves, but for the switches of single circuits. */
export function asLeftDevices(installation: Installation): ManualDevice[] {
  const graph = graphOf(installation, 'wired')
  const loads = new Set(graph.nodes.filter(({ kind }) => kind === 'load').map(({ id }) => id))
  return graph.devices.filter(
    (device): device is ManualDevice =>
      device.kind === 'manual' &&
      graph.edges.some((edge) => edge.device === device.id && !loads.has(edge.from) && !loads.has(edge.to)),
  )
}

/** The position the crew leaves, switch by switch, held against the plan's. */
export const switchesAsLeft: PointFamily<ManualDevice[]> = {
  id: 'switchesAsLeft',
  periodic: true,
  place: 'asLeft',
  view: 'outage.bench',
  precedes: ['handover.asLeft'],
  waitsFor: null,
  restsOn: SWITCHED,
  proves: [],
  things: (installation) => {
    const devices = hasWiring(installation) ? asLeftDevices(installation) : []
    return devices.length === 0 ? [] : [devices]
  },
  key: () => 'outage.asLeft.switches',
  point: (devices) => ({
    subject: 'switches',
    label: 'Every switch as left',
    why: 'What is left in the wrong position waits for the next outage.',
    slots: devices.map(({ id, name, positions }) => ({
      id,
      label: `${name ?? id} stands at`,
      path: ['stands', spokenId(id)],
      input: {
        kind: 'word',
        words: Object.fromEntries(positions.map((position) => [position.name, [position.name.toLowerCase()]])),
      },
    })),
  }),
  judge: (point, context) => {
    const slots = slotReadings(point, context)
    const { plan } = graphOf(context.installation, 'wired')
    const devices = point.thing
    const common = {
      code: 'W-1',
      limit: 'the plan’s position',
      basis: 'Position as left, which the position check has gone through.',
    }
    const wrong = devices.filter(({ id }) => {
      const said = slots.word(id)
      return said !== null && said !== plan.asLeft[id]
    })
    const missing = devices.filter(({ id }) => slots.word(id) === null)
    const value = missing.length === devices.length ? null : `${devices.length - missing.length} of ${devices.length}`
    if (wrong.length > 0)
      return {
        ...common,
        value,
        verdict: 'stop',
        why: wrong
          .map(({ id, name }) => `${name ?? id} stands at “${slots.word(id)}”, planned is “${plan.asLeft[id]}”.`)
          .join(' '),
      }
    if (missing.length > 0)
      return {
        ...common,
        value,
        verdict: 'open',
        why: `Still to look at: ${listed(missing.map(({ id, name }) => name ?? id))}.`,
      }
    return { ...common, value, verdict: 'proven', why: 'Every switch stands as planned.' }
  },
}
