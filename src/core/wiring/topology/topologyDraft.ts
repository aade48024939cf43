import {
  type DeviceSymbol,
  type GraphDevice,
  type GraphEdge,
  type GraphNode,
  type GraphSource,
  type GridState,
  type InstallationGraph,
  NEUTRAL,
  PROTECTIVE,
} from '../installationGraph'

interface WayOptions {
  name?: string
  device?: string
  carries?: readonly string[]
  rcd?: boolean
  runTag?: string
}

interface SwitchOptions {
  symbol?: DeviceSymbol
  lockable?: boolean
  bypass?: boolean
  /** Whether it stands closed in the position the crew leaves, on the bypass; closed where nothing is said. */
  asLeft?: boolean
  onBypass?: boolean
}

/** An installation being put together: places, ways, switches and the positions that the plan speaks of. */
export class TopologyDraft {
  readonly #nodes: GraphNode[] = []
  readonly #edges: GraphEdge[] = []
  readonly #devices: GraphDevice[] = []
  readonly #interlocks: [string, string][] = []
  readonly #sources: GraphSource[] = []
  readonly #bonds: { id: string; name: string; node: string; device: string | null }[] = []
  readonly #asLeft: Record<string, string> = {}
  readonly #island: Record<string, string> = {}
  readonly #bypass: Record<string, string> = {}

  /** @param switchesNeutral whether the switches of this supply family open the neutral too */
  constructor(
    readonly phases: readonly string[],
    readonly switchesNeutral: boolean,
  ) {}

  get conductors(): string[] {
    return [...this.phases, NEUTRAL, PROTECTIVE]
  }

  place(
    id: string,
    name: string,
    facts: Omit<GraphNode, 'id' | 'name' | 'kind'> & { kind?: GraphNode['kind'] } = {},
  ): string {
    this.#nodes.push({ id, name, kind: 'bus', ...facts })
    return id
  }

  /** A way between two places; with a device it is opened on the live conductors, and on the neutral where the family does so. */
  way(
    id: string,
    from: string,
    to: string,
    { name, device, carries = this.conductors, rcd = false, runTag }: WayOptions = {},
  ): string {
    const breaks =
      device === undefined
        ? []
        : carries.filter(
            (conductor) => this.phases.includes(conductor) || (conductor === NEUTRAL && this.switchesNeutral),
          )
    this.#edges.push({
      id,
      ...(name !== undefined && { name }),
      ...(runTag !== undefined && { runTag }),
      from,
      to,
      carries,
      device: device ?? null,
      breaks,
      rcd,
    })
    return id
  }

  /** A switch with two positions over some ways. */
  onOff(
    id: string,
    name: string,
    closes: readonly string[],
    { symbol = 'switch', lockable = true, bypass = false, asLeft = true, onBypass = asLeft }: SwitchOptions = {},
  ): void {
    this.#devices.push({
      id,
      name,
      kind: 'manual',
      symbol,
      positions: [
        { name: 'off', closes: [] },
        { name: 'on', closes },
      ],
      lockable,
      bypass,
    })
    this.#asLeft[id] = asLeft ? 'on' : 'off'
    this.#bypass[id] = onBypass ? 'on' : 'off'
  }

  /** A changeover with an off position between its two, so that both are never closed. */
  changeover(
    id: string,
    name: string,
    first: string,
    second: string,
    { asLeft, island, onBypass }: Readonly<Record<'asLeft' | 'island' | 'onBypass', 'I' | '0' | 'II'>>,
  ): void {
    this.#devices.push({
      id,
      name,
      kind: 'manual',
      symbol: 'changeover',
      positions: [
        { name: 'I', closes: [first] },
        { name: '0', closes: [] },
        { name: 'II', closes: [second] },
      ],
      lockable: true,
      bypass: false,
    })
    this.#asLeft[id] = asLeft
    this.#island[id] = island
    this.#bypass[id] = onBypass
  }

  contactor(
    id: string,
    name: string,
    senseNode: string,
    opensOn: readonly GridState[],
    closes: readonly string[],
  ): void {
    this.#devices.push({
      id,
      name,
      kind: 'auto',
      symbol: 'contactor',
      logic: 'gridHealthy',
      senseNode,
      opensOn,
      closes,
    })
  }

  /** A neutral–earth bond; made by a relay that does the opposite of a contactor, or for good. */
  bond(
    id: string,
    name: string,
    node: string,
    oppositeOf?: { relay: string; relayName: string; contactor: string },
  ): void {
    this.#bonds.push({ id, name, node, device: oppositeOf?.relay ?? null })
    if (oppositeOf)
      this.#devices.push({
        id: oppositeOf.relay,
        name: oppositeOf.relayName,
        kind: 'auto',
        symbol: 'relay',
        logic: 'oppositeOf',
        of: oppositeOf.contactor,
        closes: [id],
      })
  }

  source(source: GraphSource): void {
    this.#sources.push(source)
  }

  interlock(a: string, b: string): void {
    this.#interlocks.push([a, b])
  }

  /** The graph; in island mode the switches stand as left, but for those that are put over by hand. */
  graph(hasBypass: boolean): InstallationGraph {
    return {
      phases: this.phases,
      nodes: this.#nodes,
      edges: this.#edges,
      devices: this.#devices,
      interlocks: this.#interlocks,
      sources: this.#sources,
      bonds: this.#bonds,
      plan: {
        asLeft: this.#asLeft,
        island: { ...this.#asLeft, ...this.#island },
        bypass: hasBypass ? this.#bypass : null,
      },
    }
  }
}
