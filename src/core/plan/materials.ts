import type { CableRun, Circuit, Electrode } from '../installation/installation'
import type { FitItem } from '../installation/fit'
import { residualDeviceName, residualDevicesInIsland } from '../installation/residualDevices'
import { dataCableMaterials, isCable } from './dataCableMaterials'
import { electrodeMaterials } from './electrodeMaterials'
import { coresOfRuns, lugsAtAnEnd } from './cableMaterials'
import { orderedLengthM } from './orderedLength'
import { SIZE_UNITS, sizeSystemOf } from '../rules/conductors'
import { counted } from '../quantity/counted'
import { formatNumber } from '../quantity/formatQuantity'
import type { RulePack } from '../rules/rulePack'

export interface MaterialLine {
  group: 'cable' | 'terminations' | 'devices' | 'earthing' | 'roof' | 'labels'
  item: string
  quantity: number
  unit: 'm' | 'pieces'
  /** How the quantity came about. */
  from: string
}

/**
 * How much of a material it is, as it is said.
 *
 * @example
 * howMuch(1, 'pieces') // => '1 piece'
 */
export const howMuch = (quantity: number, unit: string): string =>
  unit === 'pieces' ? counted(quantity, ['piece', 'pieces']) : `${formatNumber(quantity)}\u00a0${unit}`

export interface MaterialsInput {
  rules: RulePack
  runs: readonly CableRun[]
  dataRuns: readonly FitItem<'dataRun'>[]
  circuits: readonly Circuit[]
  electrodes: readonly Electrode[]
  /** Ratings of the devices the sources get, in amps (P-2). */
  sourceDevicesA: readonly { name: string; deviceA: number }[]
  /** Marked extra on runs that a later extension will need, in metres by the run's tag. */
  extraM: Readonly<Record<string, number>>
}

/**
 * F-6: what the plan implies in materials: cable by size with slack, glands and lugs, devices, electrode parts and labels.
 * An empty plan gives an empty list.
 *
 * @throws RangeError when a run's size is not in the table
 */
export function materials({
  rules,
  runs,
  dataRuns,
  circuits,
  electrodes,
  sourceDevicesA,
  extraM,
}: MaterialsInput): MaterialLine[] {
  const system = sizeSystemOf(rules.id)
  const unit = SIZE_UNITS[system]
  const { words, limits } = rules
  const cores = coresOfRuns(rules.id)
  const lines: MaterialLine[] = []
  for (const size of [...new Set(runs.map((run) => run.size))]) {
    const own = runs.filter((run) => run.size === size)
    lines.push({
      group: 'cable',
      item: `Cable ${size} ${unit}, ${cores} conductors`,
      unit: 'm',
      quantity: own.reduce((sum, run) => sum + orderedLengthM(run.lengthM, limits, extraM[run.tag] ?? 0), 0),
      from: own
        .map((run) => `${run.tag} ${run.lengthM} m${extraM[run.tag] ? ` + ${extraM[run.tag]} m for later` : ''}`)
        .join(', '),
    })
    lines.push({
      group: 'terminations',
      item: `Gland for ${size} ${unit} cable`,
      unit: 'pieces',
      quantity: 2 * own.length,
      from: 'two a run',
    })
    const lugs = lugsAtAnEnd(system, size, cores)
    if (lugs > 0)
      lines.push({
        group: 'terminations',
        item: `Lug ${size} ${unit}`,
        unit: 'pieces',
        quantity: 2 * lugs * own.length,
        from: `two ends × ${cores} conductors a run, where the terminals ask for lugs`,
      })
  }
  lines.push(...dataCableMaterials(dataRuns, limits))
  for (const { name, deviceA } of sourceDevicesA)
    lines.push({
      group: 'devices',
      item: `Device ${deviceA} A for ${name}`,
      unit: 'pieces',
      quantity: 1,
      from: 'P-2, next standard size',
    })
  const residual = residualDevicesInIsland({ circuits: [...circuits] })
  if (residual.length > 0)
    lines.push({
      group: 'devices',
      item: `${words.residualCurrentDeviceShort} for backed-up circuits, if the existing ones are not kept`,
      unit: 'pieces',
      quantity: residual.length,
      from: residual.map(residualDeviceName).join(', '),
    })
  lines.push(...electrodes.flatMap(electrodeMaterials))
  const labelled = runs.length + dataRuns.filter(isCable).length
  if (labelled > 0)
    lines.push({
      group: 'labels',
      item: 'Run label, both ends',
      unit: 'pieces',
      quantity: 2 * labelled,
      from: 'two a run',
    })
  if (sourceDevicesA.length > 0)
    lines.push({
      group: 'labels',
      item: `“Two supplies: isolate both” at ${words.board}, meter, gateway and each source`,
      unit: 'pieces',
      quantity: 3 + sourceDevicesA.length,
      from: `${words.board}, meter, gateway, sources`,
    })
  return lines
}
