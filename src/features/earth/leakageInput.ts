import type { LeakageGroup, LeakingCircuit } from '@/core/earthing/standingLeakage'
import type { ResidualDevice } from '@/core/installation/residualDevices'

/** The devices and circuits of a house as E-10 takes them; a circuit nobody has clamped is not known. */
export function leakageInputOf(
  devices: readonly ResidualDevice[],
  figureOf: (device: ResidualDevice, circuitTag: string) => number | null,
): { groups: LeakageGroup[]; circuits: LeakingCircuit[] } {
  return {
    groups: devices.map(({ iDeltaNMa }) => ({ iDeltaNMa, cleanReturns: null })),
    circuits: devices.flatMap((device, group) =>
      device.circuits.map(({ tag, safety }) => ({ id: tag, group, leakageMa: figureOf(device, tag), safety })),
    ),
  }
}
