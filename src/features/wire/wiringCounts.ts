import { counted } from '@/core/quantity/counted'
import type { InstallationGraph } from '@/core/wiring/installationGraph'

/** What a wiring comes to, in one line. */
export const countsOf = ({ nodes, edges, devices, sources }: InstallationGraph) =>
  [
    counted(nodes.length, ['place', 'places']),
    counted(edges.length, ['run', 'runs']),
    counted(devices.length, ['device', 'devices']),
    counted(sources.length, ['source', 'sources']),
  ].join(', ')
