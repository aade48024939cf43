import type { LeakageGroup, LeakingCircuit } from '@/core/earthing/standingLeakage'
import type { Circuit } from '@/core/installation/installation'
import { formatNumber } from '@/core/quantity/formatQuantity'
import type { ResidualDevice } from '@/core/installation/residualDevices'
import type { TypicalLeakage } from '@/core/plan/appliances'

/** Leakage as it is read, always in mA. */
export const milliamps = (value: number): string => `${formatNumber(value, 3)} mA`

/** What leaks on a circuit: as clamped, or as such appliances usually do while nobody has clamped it. */
export interface CircuitLeakage {
  circuit: Circuit
  device: ResidualDevice
  clampedMa: number | null
  typical: TypicalLeakage
}

/** The figure that is reckoned with, clamped before typical; `null` where there is neither. */
export const countedMa = ({ clampedMa, typical }: CircuitLeakage): number | null => clampedMa ?? typical.totalMa

/** Circuits that are reckoned with typical figures alone: nothing is shown by them. */
export const onTypicalFigures = (leakages: readonly CircuitLeakage[]): string[] =>
  leakages.flatMap(({ circuit, clampedMa, typical }) =>
    clampedMa === null && typical.totalMa !== null ? [circuit.tag] : [],
  )

/** The devices and circuits of a house as E-10 takes them; a circuit of which there is no figure at all is not known. Where nobody has said what hangs on it, `besideLeakiest` asks. */
export function leakageInputOf(
  devices: readonly ResidualDevice[],
  leakages: readonly CircuitLeakage[],
): { groups: LeakageGroup[]; circuits: LeakingCircuit[] } {
  return {
    groups: devices.map(({ iDeltaNMa }) => ({ iDeltaNMa, cleanReturns: null })),
    circuits: leakages.map((leakage) => ({
      id: leakage.circuit.tag,
      group: devices.findIndex(({ tag }) => tag === leakage.device.tag),
      leakageMa: countedMa(leakage),
      safety: leakage.circuit.safety === true,
    })),
  }
}
