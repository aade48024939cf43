import { type StandingLeakage, type StandingLeakageInput, standingLeakage } from '@/core/earthing/standingLeakage'
import type { RulePack } from '@/core/rules/rulePack'
import { type FixProposal, fixProposals } from '@/core/wiring/fixProposals'
import { type InstallationGraph, graphFaults } from '@/core/wiring/installationGraph'
import { type IsolationSet, isolationSet } from '@/core/wiring/isolationSet'
import { type PositionCause, positionCauses } from '@/core/wiring/positionCauses'
import { type PositionCheck, positionCheck } from '@/core/wiring/positionCheck'

/** Rating of a device that would be added, in mA. */
const NEW_DEVICE_MA = 30

/** Time that single changes are tried for one fault. */
const MOST_FIX_MS = 1500

/** What the position check says of a wiring, and how long it took. */
export interface CheckedWiring {
  /** `null` for a graph with faults, which cannot be checked. */
  check: PositionCheck | null
  causes: PositionCause[]
  ms: number
}

/** Calls of the worker that thinks positions through. */
export const wiringCalls = {
  /** W-1 of a graph, and where it fails, the failing states by cause. */
  check(graph: InstallationGraph): CheckedWiring {
    const began = performance.now()
    if (graphFaults(graph).length > 0) return { check: null, causes: [], ms: performance.now() - began }
    const check = positionCheck(graph)
    const ms = performance.now() - began
    return { check, causes: check.violated.length > 0 ? positionCauses(graph) : [], ms }
  },

  /** Single changes after which a fault is gone. */
  fixes(graph: InstallationGraph, cause: PositionCause): FixProposal[] {
    const until = performance.now() + MOST_FIX_MS
    return fixProposals(graph, cause, () => performance.now() > until)
  },

  /** E-10 of a house's devices, with the fewest moves where one is over. */
  leakage(input: Pick<StandingLeakageInput, 'groups' | 'circuits'>, rules: RulePack): StandingLeakage {
    const { limits } = rules
    return standingLeakage(
      { ...input, transientFactor: limits.leakageReturnFactor.value, newGroupMa: NEW_DEVICE_MA },
      limits,
    )
  },

  /** W-2 for one place; `null` for a graph with faults, or a place that is not in it. */
  isolation(graph: InstallationGraph, target: string): IsolationSet | null {
    if (graphFaults(graph).length > 0 || !graph.nodes.some(({ id }) => id === target)) return null
    return isolationSet(graph, target)
  },
}
