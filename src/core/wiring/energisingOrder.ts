import { type GridState, type InstallationGraph, NEUTRAL, type Positions, namesIn } from './installationGraph'
import { type LiveState, liveAt, liveState } from './liveState'
import { type PositionCheck, positionCheck } from './positionCheck'

export const ENERGISING_STAGES = ['dead', 'supply', 'gateway', 'source', 'board', 'circuits'] as const
export type EnergisingStage = (typeof ENERGISING_STAGES)[number]
export const STAGE_LABELS: Readonly<Record<EnergisingStage, string>> = {
  dead: 'Dead',
  supply: 'Supply terminals',
  gateway: 'Gateway',
  source: 'Sources',
  board: 'Boards',
  circuits: 'Circuits',
}

/** What must be read at a place before the next step. */
export interface ExpectedReading {
  node: string
  name: string
  /** Live on these phases, or dead. */
  phases: string[]
  live: boolean
}

/** One step on the way from dead to live: what is closed, and what must read what before the next. */
export interface EnergisingStep {
  /** Stable within an installation: the device, or the step that has none. */
  key: string
  stage: EnergisingStage
  /** The switch to move and where to; `null` where only the instrument moves. */
  device: string | null
  to: string | null
  /** What the hand does, in a few words; `null` where only the instrument moves. */
  action: string | null
  sentence: string
  readings: ExpectedReading[]
  positions: Positions
}

export interface EnergisingOrder {
  steps: EnergisingStep[]
  /** The way back: the same switches, in the opposite order. */
  back: { device: string; to: string; sentence: string }[]
  /** Why there is no order; `null` when there is one. */
  refused: string | null
}

/** Position in which a device closes least. */
const openest = (device: InstallationGraph['devices'][number]): string | null =>
  device.kind === 'manual'
    ? ([...device.positions].sort((a, b) => a.closes.length - b.closes.length)[0]?.name ?? null)
    : null

/**
 * W-7: from everything open to the position the crew leaves, one switch at a time: the supply first, the gateway with nothing behind it,
 * sources one by one, boards, and circuits last. After each switch the places that came alive are named, with one next place that must
 * still be dead; each step keeps the invariants 1 to 4 in every state of the grid, since the street may fail while the crew works.
 * An installation whose position check fails has no order; `check` is its check where that is known already.
 */
export function energisingOrder(graph: InstallationGraph, check?: PositionCheck): EnergisingOrder {
  const none = (refused: string): EnergisingOrder => ({ steps: [], back: [], refused })
  let violated: number[]
  try {
    violated = (check ?? positionCheck(graph)).violated.filter((invariant) => invariant <= 4)
  } catch (error) {
    return none(error instanceof RangeError ? error.message : String(error))
  }
  if (violated.length > 0)
    return none('The position check finds a danger. It is put right before anything is switched on.')
  const { devices, nodes, phases, plan } = graph
  const names = namesIn(graph)
  const say = (id: string) => names.get(id) ?? id
  const manual = devices.filter((device) => device.kind === 'manual')
  let positions: Positions = Object.fromEntries(
    manual.flatMap((device) => {
      const open = openest(device)
      return open === null ? [] : [[device.id, open]]
    }),
  )
  const supply = nodes.find(({ kind }) => kind === 'supply')
  const at = (gridState: GridState) => liveState(graph, positions, gridState)
  const buses = nodes.filter(({ kind }) => kind !== 'electrode')
  const livePhases = (state: LiveState, node: string) =>
    phases.filter((phase) => (state.energised.get(`${node} ${phase}`)?.length ?? 0) > 0)
  const steps: EnergisingStep[] = []
  const allDead = nodes
    .filter(({ kind }) => kind === 'bus')
    .filter(({ id }) => liveAt(at('healthy'), id, phases).length === 0)
  steps.push({
    key: 'dead',
    stage: 'dead',
    device: null,
    to: null,
    action: null,
    positions,
    sentence: 'Everything open and locked: prove dead on a proven tester, and the tester after.',
    readings: allDead.slice(0, 3).map(({ id }) => ({ node: id, name: say(id), phases: [...phases], live: false })),
  })
  if (supply)
    steps.push({
      key: 'supply',
      stage: 'supply',
      device: null,
      to: null,
      action: null,
      positions,
      sentence: 'Read the supply as it comes in, before anything of the house is joined to it.',
      readings: [{ node: supply.id, name: say(supply.id), phases: [...phases], live: true }],
    })
  const waiting = new Set(manual.filter(({ id }) => plan.asLeft[id] !== positions[id]).map(({ id }) => id))
  while (waiting.size > 0) {
    const before = at('healthy')
    const [next] = [...waiting]
      .map((device) => ({ device, ...rankOf(graph, device, before, supply?.id ?? '') }))
      .filter(({ rank }) => rank < Infinity)
      .sort(
        (a, b) =>
          a.rank - b.rank ||
          manual.findIndex(({ id }) => id === a.device) - manual.findIndex(({ id }) => id === b.device),
      )
    // what nothing live leads to yet is closed at the end, where it can do no harm
    const device = next?.device ?? ([...waiting][0] as string)
    waiting.delete(device)
    positions = { ...positions, [device]: plan.asLeft[device] as string }
    const after = at('healthy')
    const woken = buses.filter(({ id }) => livePhases(before, id).length < livePhases(after, id).length)
    const readings: ExpectedReading[] = woken
      .slice(0, 3)
      .map(({ id }) => ({ node: id, name: say(id), phases: livePhases(after, id), live: true }))
    const beyond = nextPlace(
      graph,
      after,
      woken.map(({ id }) => id),
    )
    if (beyond !== null) readings.push({ node: beyond, name: say(beyond), phases: [...phases], live: false })
    const to = plan.asLeft[device] as string
    steps.push({
      key: device,
      stage: next?.stage ?? 'source',
      device,
      to,
      positions,
      readings,
      action: `${say(device)} to “${to}”`,
      sentence: `${say(device)} to “${to}”${
        woken.length > 0
          ? `: ${woken
              .map(({ id }) => say(id))
              .slice(0, 3)
              .join(
                ', ',
              )}${woken.length > 3 ? ` and ${woken.length - 3} more` : ''} come${woken.length === 1 ? 's' : ''} alive`
          : ': nothing more comes alive'
      }.`,
    })
  }
  const back = steps
    .filter(({ device }) => device !== null)
    .reverse()
    .map(({ device }) => {
      const id = device as string
      const to = openest(manual.find((one) => one.id === id) as (typeof manual)[number]) as string
      return { device: id, to, sentence: `${say(id)} to “${to}”.` }
    })
  return { steps, back, refused: null }
}

/** How early a switch is closed, and in which stage: only once one of its ends is live, or when it brings in a source. */
function rankOf(
  graph: InstallationGraph,
  deviceId: string,
  state: LiveState,
  supply: string,
): { rank: number; stage: EnergisingStage } {
  const { edges, nodes, sources, devices, phases, plan } = graph
  const device = devices.find(({ id }) => id === deviceId)
  const closes =
    device?.kind === 'manual' ? (device.positions.find(({ name }) => name === plan.asLeft[deviceId])?.closes ?? []) : []
  const own = edges.filter(({ id }) => closes.includes(id))
  const ends = [...new Set(own.flatMap(({ from, to }) => [from, to]))]
  const reached = ends.some((id) => id === supply || liveAt(state, id, phases).length > 0)
  const loads = ends.filter((id) => nodes.some((node) => node.id === id && node.kind === 'load'))
  const local = sources.filter(({ kind, node }) => kind !== 'grid' && ends.includes(node))
  if (own.length === 0) return { rank: 0, stage: 'board' }
  if (!reached) return { rank: Infinity, stage: 'board' }
  if (ends.includes(supply)) return { rank: 1, stage: 'supply' }
  if (loads.length > 0) return { rank: 6, stage: 'circuits' }
  if (local.some(({ role }) => role === 'forming')) return { rank: 3, stage: 'source' }
  if (local.length > 0) return { rank: 4, stage: 'source' }
  const senses = devices.some(
    (one) => one.kind === 'auto' && one.logic === 'gridHealthy' && ends.includes(one.senseNode),
  )
  if (senses) return { rank: 2, stage: 'gateway' }
  return { rank: 5, stage: 'board' }
}

/** A place just beyond what has come alive that must still be dead: the first one behind an open switch. */
function nextPlace(
  { edges, nodes, phases, sources }: InstallationGraph,
  state: LiveState,
  woken: readonly string[],
): string | null {
  for (const id of woken)
    for (const { from, to, carries } of edges) {
      if (!carries.some((conductor) => phases.includes(conductor) || conductor === NEUTRAL)) continue
      const there = from === id ? to : to === id ? from : null
      if (
        there !== null &&
        liveAt(state, there, phases).length === 0 &&
        nodes.some((node) => node.id === there && node.kind === 'bus') &&
        !sources.some(({ node }) => node === there)
      )
        return there
    }
  return null
}
