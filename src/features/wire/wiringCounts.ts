import type { InstallationGraph } from '@/core/wiring/installationGraph'

/** What a wiring comes to, in one line. */
export const countsOf = ({ nodes, edges, devices, sources }: InstallationGraph) =>
  `${nodes.length} places, ${edges.length} runs, ${devices.length} devices, ${sources.length} sources`
