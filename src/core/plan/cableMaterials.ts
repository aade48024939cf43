import { atLeast } from '../quantity/tolerance'
import { type SizeSystem, conductorAreaMm2, sizeSystemOf } from '../rules/conductors'
import { RULE_PACKS } from '../rules/packs'
import type { RulePackId } from '../rules/rulePack'
import { type PlanMark, worstPlanMark } from '../rules/verdict'
import { type Containment, containmentFill } from './containmentFill'

/** A run as it is cut: in one piece. */
export interface RunToOrder {
  tag: string
  /** mm² or AWG of the pack. */
  size: string
  cores: number
  /** The way as drawn; `null` while nobody has measured it. */
  lengthM: number | null
  /** Marked for a later extension. */
  extraM: number
}

export interface CableMaterialsInput {
  pack: RulePackId
  runs: readonly RunToOrder[]
  containments: readonly {
    tag: string
    kind: Containment
    innerAreaMm2: number | null
    cableDiametersMm: readonly (number | null)[]
  }[]
  /** Blank figures take the pack's. */
  slackShare?: number | null
  slackEndM?: number | null
  roundUpM?: number | null
  lugsFromMm2?: number | null
}

export interface CableLine {
  size: string
  cores: number
  totalM: number | null
  runs: number
  glands: number
  lugs: number
}

export interface CableMaterials {
  orderedM: Record<string, number | null>
  cable: CableLine[]
  labels: number
  fill: { tag: string; fillShare: number | null; limitShare: number | null; mark: PlanMark }[]
  verdict: PlanMark
}

export const ROUND_UP_M = 0.5
export const LUGS_FROM_MM2 = 10

/** Conductors of a power run: its phases, neutral and earth. */
export const coresOfRuns = (pack: RulePackId): number => RULE_PACKS[pack].phases.length + 2

/**
 * Lugs that one end of a run takes: one a conductor from the size on that terminals ask for them.
 *
 * @example lugsAtAnEnd('mm2', '16', 3) // 3
 * @example lugsAtAnEnd('mm2', '2.5', 3) // 0
 * @throws RangeError when the size is not in the table
 */
export const lugsAtAnEnd = (system: SizeSystem, size: string, cores: number, fromMm2 = LUGS_FROM_MM2): number =>
  atLeast(conductorAreaMm2(system, size), fromMm2) ? cores : 0

/** What a run is ordered at: its way with slack, both ends, the extra as it is, up to the next whole step. */
export function orderedRunM(
  { lengthM, extraM }: Pick<RunToOrder, 'lengthM' | 'extraM'>,
  { slackShare, slackEndM, roundUpM }: { slackShare: number; slackEndM: number; roundUpM: number },
): number | null {
  if (lengthM === null) return null
  const steps = (lengthM * (1 + slackShare) + 2 * slackEndM + extraM) / roundUpM
  return Math.ceil(steps - 1e-9) * roundUpM
}

/**
 * F-6: cable by run with slack, glands and lugs by size and number of cores, labels for both ends, and what conduits and trunking are filled with.
 *
 * @returns a run without its length is `null` and leaves its cable's total `null` and the verdict Open
 * @throws RangeError when a size is not in the table
 */
export function cableMaterials(input: CableMaterialsInput): CableMaterials {
  const { limits } = RULE_PACKS[input.pack]
  const slack = {
    slackShare: input.slackShare ?? limits.cableSlackShare.value,
    slackEndM: input.slackEndM ?? limits.cableSlackEnd.value,
    roundUpM: input.roundUpM ?? ROUND_UP_M,
  }
  const lugsFromMm2 = input.lugsFromMm2 ?? LUGS_FROM_MM2
  const system = sizeSystemOf(input.pack)
  const orderedM = Object.fromEntries(input.runs.map((run) => [run.tag, orderedRunM(run, slack)]))
  const cable = new Map<string, CableLine>()
  for (const { tag, size, cores } of input.runs) {
    const key = `${size} ${cores}`
    const line = cable.get(key) ?? { size, cores, totalM: 0, runs: 0, glands: 0, lugs: 0 }
    const ordered = orderedM[tag] ?? null
    cable.set(key, {
      ...line,
      totalM: line.totalM === null || ordered === null ? null : line.totalM + ordered,
      runs: line.runs + 1,
      glands: line.glands + 2,
      lugs: line.lugs + 2 * lugsAtAnEnd(system, size, cores, lugsFromMm2),
    })
  }
  const fill = input.containments.map(({ tag, kind, innerAreaMm2, cableDiametersMm }) => ({
    tag,
    ...containmentFill(limits, kind, innerAreaMm2, cableDiametersMm),
  }))
  const runsMark: PlanMark = input.runs.some(({ lengthM }) => lengthM === null) ? 'open' : 'fits'
  return {
    orderedM,
    cable: [...cable.values()],
    labels: 2 * input.runs.length,
    fill,
    verdict: worstPlanMark([runsMark, ...fill.map(({ mark }) => mark)]),
  }
}
