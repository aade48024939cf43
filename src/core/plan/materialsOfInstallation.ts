import { fitOf } from '../installation/fit'
import type { Installation } from '../installation/installation'
import { rulesOf } from '../installation/rulesOf'
import { sourceDevices } from './devicesOfInstallation'
import { roofMaterials } from './roofMaterials'
import { type MaterialLine, materials } from './materials'

/** F-6 for a job: what its runs, circuits, electrodes and sources imply in materials. */
export const materialsOfInstallation = (installation: Installation): MaterialLine[] => [
  ...materials({
    rules: rulesOf(installation),
    runs: installation.runs,
    dataRuns: fitOf(installation.fit, 'dataRun'),
    circuits: installation.circuits,
    electrodes: installation.electrodes,
    extraM: Object.fromEntries(installation.runs.map(({ tag, extraM }) => [tag, extraM])),
    sourceDevicesA: sourceDevices(installation).flatMap(({ name, size }) =>
      size.deviceA === null ? [] : [{ name, deviceA: size.deviceA }],
    ),
  }),
  ...roofMaterials(installation),
]
