import { standingLeakage } from '@/core/evidence/families/standingLeakage'
import { pointOf } from '@/core/evidence/pointOf'
import { slotReadings } from '@/core/evidence/slotReadings'
import { type ResidualDevice, residualDevices } from '@/core/installation/residualDevices'
import { typicalLeakage } from '@/core/plan/appliances'
import { useJob } from '../job/JobContext'
import type { CircuitLeakage } from './leakageInput'

/** The residual-current devices of the job, and what leaks on each circuit behind them. */
export function useLeakage(): { devices: ResidualDevice[]; leakages: CircuitLeakage[] } {
  const {
    record: { installation },
    bench: { context },
  } = useJob()
  const devices = residualDevices(installation)
  const leakages = devices.flatMap((device) => {
    const slots = slotReadings(pointOf(standingLeakage, device, context), context)
    return device.circuits.map((circuit): CircuitLeakage => ({
      circuit,
      device,
      clampedMa: slots.number(circuit.tag),
      typical: typicalLeakage(circuit.tag, installation.loads),
    }))
  })
  return { devices, leakages }
}
