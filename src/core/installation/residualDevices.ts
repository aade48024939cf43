import type { Circuit, Installation } from './installation'

/** A residual-current device with the circuits that are behind it. */
export interface ResidualDevice {
  /** Short name of a shared device, or of the one circuit that has it for itself. */
  tag: string
  /** Named by several circuits, or by one that says which device it is behind. */
  shared: boolean
  device: Circuit['device']
  iDeltaNMa: number
  /** Its type as read from it; `null` while nobody has. */
  residualType: Circuit['residualType']
  /** Its circuits say the same of it; while they do not, nobody knows what was tested. */
  agreed: boolean
  circuits: readonly [Circuit, ...Circuit[]]
}

type WithDevice = Circuit & { iDeltaNMa: number }
const hasDevice = (circuit: Circuit): circuit is WithDevice => circuit.iDeltaNMa !== null

/** What was stored before types were asked for has none. */
const typeOf = ({ residualType }: { residualType?: Circuit['residualType'] }) => residualType ?? null

/** A copy that was kept on a device from before devices had names has no such field. */
const sharedTag = ({ residualTag }: { residualTag?: string | null }): string | null => residualTag ?? null

/**
 * The residual-current devices of a job: one for each short name that circuits are behind, and one each for circuits that name none.
 * What was stored before devices had names is thereby what it was: a device for every circuit.
 */
export function residualDevices({ circuits }: Pick<Installation, 'circuits'>): ResidualDevice[] {
  const groups = new Map<string, [WithDevice, ...WithDevice[]]>()
  for (const circuit of circuits.filter(hasDevice)) {
    const key = sharedTag(circuit) === null ? `own ${circuit.tag}` : `shared ${circuit.residualTag}`
    const group = groups.get(key)
    if (group) group.push(circuit)
    else groups.set(key, [circuit])
  }
  return [...groups.values()].map((group) => {
    const [first] = group
    return {
      tag: sharedTag(first) ?? first.tag,
      shared: sharedTag(first) !== null,
      device: first.device,
      iDeltaNMa: first.iDeltaNMa,
      residualType: typeOf(first),
      agreed: group.every(
        (one) => one.device === first.device && one.iDeltaNMa === first.iDeltaNMa && typeOf(one) === typeOf(first),
      ),
      circuits: group,
    }
  })
}

/** Those that an outage depends on: at least one of their circuits is backed up. */
export const residualDevicesInIsland = (installation: Pick<Installation, 'circuits'>): ResidualDevice[] =>
  residualDevices(installation).filter(({ circuits }) => circuits.some(({ backedUp }) => backedUp))

/** What a crew calls it. */
export const residualDeviceName = ({ tag, shared, circuits }: ResidualDevice): string =>
  shared ? `${tag} (${circuits.map((circuit) => circuit.tag).join(', ')})` : `${tag} ${circuits[0].name}`
