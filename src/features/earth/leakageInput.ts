import type { LeakageGroup, LeakingCircuit } from '@/core/earthing/standingLeakage'
import type { Reading } from '@/core/evidence/reading'
import type { ResidualDevice } from '@/core/installation/residualDevices'

/** The devices and circuits of a house as E-10 takes them; a circuit nobody has clamped is not known. */
export function leakageInputOf(
  devices: readonly ResidualDevice[],
  latestOf: (device: ResidualDevice) => ReadonlyMap<string, Pick<Reading, 'valueNumber'>>,
): { groups: LeakageGroup[]; circuits: LeakingCircuit[] } {
  return {
    groups: devices.map(({ iDeltaNMa }) => ({ iDeltaNMa, cleanReturns: null })),
    circuits: devices.flatMap((device, group) => {
      const latest = latestOf(device)
      return device.circuits.map(({ tag, safety }) => ({
        id: tag,
        group,
        leakageMa: latest.get(tag)?.valueNumber ?? null,
        safety,
      }))
    }),
  }
}
