import type { Circuit } from './installation'
import { type ResidualDevice, residualDevices } from './residualDevices'

/** The first short name of a shared device that no circuit uses yet. */
function freeTag(circuits: readonly Circuit[]): string {
  const used = new Set(circuits.flatMap(({ tag, residualTag }) => [tag, residualTag ?? '']))
  for (let n = 1; ; n++) if (!used.has(`r${n}`)) return `r${n}`
}

const behind = (
  circuit: Circuit,
  { device, iDeltaNMa }: Pick<ResidualDevice, 'device' | 'iDeltaNMa'>,
  tag: string,
) => ({
  ...circuit,
  device,
  iDeltaNMa,
  residualTag: tag,
})

/**
 * Moves a circuit behind another residual-current device: those circuits that change, as they then are. A device that one circuit had for
 * itself gets a short name, since two are behind it now. `null` as target gives the circuit a device of its own, of the kind it was behind.
 *
 * @returns `[]` where it is behind that device already, or there is no such circuit
 */
export function movedBehind(
  circuits: readonly Circuit[],
  circuitTag: string,
  target: ResidualDevice | null,
): Circuit[] {
  const circuit = circuits.find(({ tag }) => tag === circuitTag)
  if (circuit === undefined || circuit.iDeltaNMa === null) return []
  if (target === null) return circuit.residualTag === null ? [] : [{ ...circuit, residualTag: null }]
  if (target.circuits.some(({ tag }) => tag === circuitTag)) return []
  const tag = target.shared ? target.tag : freeTag(circuits)
  const named = target.shared ? [] : target.circuits.map((one) => behind(one, target, tag))
  return [...named, behind(circuit, target, tag)]
}

/**
 * Carries a proposal of moves out: each circuit behind the device of its number, numbers beyond the last being new devices. What is
 * emptied on the way is no matter; the circuits are given as they stand at the end.
 */
export function regrouped(circuits: readonly Circuit[], moves: Readonly<Record<string, number>>): Circuit[] {
  const devices = residualDevices({ circuits: [...circuits] })
  let now = [...circuits]
  const newTags = new Map<number, string>()
  for (const [circuitTag, group] of Object.entries(moves)) {
    const target = devices[group]
    const circuit = now.find(({ tag }) => tag === circuitTag)
    if (circuit === undefined || circuit.iDeltaNMa === null) continue
    let changed: Circuit[]
    if (target === undefined) {
      const tag = newTags.get(group) ?? freeTag(now)
      newTags.set(group, tag)
      changed = [{ ...circuit, residualTag: tag }]
    } else {
      // the device as it stands now: a move before may have given it its short name
      const stands = residualDevices({ circuits: now }).find((device) =>
        device.circuits.some(({ tag }) => target.circuits.some((one) => one.tag === tag && !(tag in moves))),
      )
      changed = movedBehind(now, circuitTag, stands ?? target)
    }
    const byId = new Map(changed.map((one) => [one.id, one]))
    now = now.map((one) => byId.get(one.id) ?? one)
  }
  return now.filter((one, k) => one !== circuits[k])
}

/**
 * Circuits that share a device with its leakiest circuit, which takes them along when it trips: those with an alarm, a freezer or medical
 * equipment, and those of which nobody has said whether one hangs on them. Both are empty while a leakage is not known.
 *
 * @example besideLeakiest({ circuits: [hob, freezer] }, (tag) => ({ hob: 4, freezer: 0.5 })[tag] ?? null) // { safety: ['freezer'], unsaid: [] }
 */
export function besideLeakiest(
  { circuits }: Pick<ResidualDevice, 'circuits'>,
  leakageMa: (circuitTag: string) => number | null,
): { safety: string[]; unsaid: string[] } {
  const figures = circuits.map(({ tag }) => leakageMa(tag))
  if (circuits.length < 2 || figures.some((figure) => figure === null)) return { safety: [], unsaid: [] }
  const leakiest = Math.max(...(figures as number[]))
  const beside = circuits.filter(({ tag }) => leakageMa(tag) !== leakiest)
  const those = (safety: boolean | null) => beside.filter((one) => one.safety === safety).map(({ tag }) => tag)
  return { safety: those(true), unsaid: those(null) }
}
