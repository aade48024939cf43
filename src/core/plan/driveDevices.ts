import type { Installation, Load } from '../installation/installation'
import { type ResidualDevice, residualDeviceName, residualDevices } from '../installation/residualDevices'
import { RULE_PACKS } from '../rules/packs'
import type { PlanMark } from '../rules/verdict'
import { sourceSideDevice } from './sourceSideDevice'

/** A motor behind a variable-speed drive, with the residual-current device before it. */
export interface DriveDevice {
  load: Load
  device: ResidualDevice
  deviceName: string
  mark: PlanMark
  why: string
}

/**
 * P-12 for every variable-speed drive behind a residual-current device: a drive on one phase needs type F, one on three phases puts smooth direct current
 * into a fault and needs type B. A drive without such a device, and a region whose devices have no types, is not among them.
 *
 * @returns Open where the device's type is not known, or its circuits say different things of it
 */
export function driveDevices(installation: Installation): DriveDevice[] {
  const { loads, packId } = installation
  if (!RULE_PACKS[packId].residualTypes) return []
  const devices = residualDevices(installation)
  return loads
    .filter(({ starter }) => starter === 'vsd')
    .flatMap((load): DriveDevice[] => {
      const device = devices.find(({ circuits }) => circuits.some(({ tag }) => tag === load.circuitTag))
      if (!device) return []
      const { findings } = sourceSideDevice({
        kind: 'rcd',
        sourceBehind: false,
        marking: null,
        polarityRight: null,
        shared: false,
        residualType: device.agreed ? device.residualType : null,
        feeds: 'variableSpeedDrive',
        drivePhases: load.phase === 'all' ? RULE_PACKS[packId].phases.length : 1,
        detects6mADc: null,
        makerStatesType: null,
      })
      const type = findings.find(({ check }) => check === 'type')
      const { mark, why } = type ?? { mark: 'open', why: 'Type not known.' }
      return [{ load, device, deviceName: residualDeviceName(device), mark, why }]
    })
}
