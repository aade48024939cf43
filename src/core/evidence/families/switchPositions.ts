import type { Installation } from '../../installation/installation'
import { INVARIANT_WORDS } from '../../wiring/invariants'
import type { ManualDevice } from '../../wiring/installationGraph'
import { graphFaults } from '../../wiring/installationGraph'
import { checkOf, graphOf, hasWiring } from '../../wiring/wiringOfInstallation'
import { type PointFamily, type TheJob, THE_JOB } from '../family'
import { spokenId } from '../quickLine'
import { slotReadings } from '../slotReadings'

/** W-1: the wiring as it stands, in every position of its switches. Nothing is typed in: the check is the evidence. */
export const positionsChecked: PointFamily<TheJob> = {
  id: 'positionsChecked',
  place: 'positions',
  view: 'wire.schematic',
  precedes: ['firstLive.positions'],
  waitsFor: null,
  restsOn: [],
  proves: [],
  things: (installation) => (hasWiring(installation) ? [THE_JOB] : []),
  key: () => 'wire.positions',
  point: () => ({
    subject: 'positions',
    label: 'Every position of every switch, thought through',
    why: 'A switch that is harmless today kills when somebody moves another one.',
    slots: [],
  }),
  judge: (_point, { installation }) => {
    const graph = graphOf(installation, 'wired')
    const always = {
      code: 'W-1',
      limit: 'none of nine invariants fails',
      basis: 'Position check W-1: every allowed combination with the grid healthy, dead, and with its neutral lost.',
    }
    const [fault] = graphFaults(graph)
    if (fault)
      return {
        ...always,
        verdict: 'stop',
        value: null,
        why: `The wiring cannot be checked. ${fault.id}: ${fault.message}`,
      }
    const check = checkOf(graph)
    if (!check) return { ...always, verdict: 'open', value: null, why: 'Not checked.' }
    const common = { ...always, value: null }
    const gone = `${check.allowedCombinations.toLocaleString('en')} combinations with three states of the grid`
    if (check.violated.length > 0)
      return {
        ...common,
        verdict: 'stop',
        why: check.violated.map((invariant) => INVARIANT_WORDS[invariant]).join(' '),
      }
    if (check.leftOut > 0)
      return {
        ...common,
        verdict: 'watch',
        why: `${check.leftOut.toLocaleString('en')} combinations were left out: there are too many switches for a complete check. Take some out of the model, or look at them one by one.`,
      }
    return {
      ...common,
      verdict: 'proven',
      why: `${gone}: no position is dangerous.${check.exposed.length > 0 ? ' While the street’s neutral is lost, what any grid-fed house is exposed to remains.' : ''}`,
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
  place: 'asLeft',
  view: 'outage.bench',
  precedes: ['handover.asLeft'],
  waitsFor: null,
  restsOn: [],
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
        why: `Still to look at: ${missing.map(({ id, name }) => name ?? id).join(', ')}.`,
      }
    return { ...common, value, verdict: 'proven', why: 'Every switch stands as planned.' }
  },
}
