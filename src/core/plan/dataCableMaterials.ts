import type { FitItem } from '../installation/fit'
import type { Limits } from '../rules/rulePack'
import { SIGNAL_WORDS } from '../wiring/dataRun'
import type { MaterialLine } from './materials'
import { orderedLengthM } from './orderedLength'

type DataRun = FitItem<'dataRun'>

/** Whether a data run is a cable, or may still turn out to be one. */
export const isCable = ({ detail: { carrier } }: DataRun): boolean => carrier !== 'wireless'

const signalOf = ({ detail: { signal } }: DataRun) => (signal === null ? 'not said for what' : SIGNAL_WORDS[signal])

/**
 * F-6 for data and control cables: by what is on them, with slack, and connectors for both ends. A run whose length nobody entered is a line of its own,
 * so that it is missed on the list and not on the day.
 *
 * @example dataCableMaterials([{ …, detail: { signal: 'rs485', lengthM: 12, … } }], limits)[0] // { item: 'Data cable, RS-485 pair', quantity: 14.5, unit: 'm', … }
 */
export function dataCableMaterials(
  runs: readonly DataRun[],
  limits: Pick<Limits, 'cableSlackShare' | 'cableSlackEnd'>,
): MaterialLine[] {
  const cables = runs.filter(isCable)
  return [...new Set(cables.map(signalOf))].flatMap((signal): MaterialLine[] => {
    const own = cables.filter((run) => signalOf(run) === signal)
    const measured = own.filter(({ detail }) => detail.lengthM !== null)
    const unmeasured = own.filter(({ detail }) => detail.lengthM === null)
    const cable: MaterialLine = {
      group: 'cable',
      item: `Data cable, ${signal}`,
      unit: 'm',
      quantity: measured.reduce((sum, { detail }) => sum + orderedLengthM(detail.lengthM ?? 0, limits), 0),
      from: measured.map(({ tag, detail }) => `${tag} ${detail.lengthM} m`).join(', '),
    }
    const toMeasure: MaterialLine = {
      group: 'cable',
      item: `Data cable, ${signal}: length to measure`,
      unit: 'pieces',
      quantity: unmeasured.length,
      from: unmeasured.map(({ tag }) => tag).join(', '),
    }
    const ends: MaterialLine = {
      group: 'terminations',
      item: `Connectors or ferrules for data cable, ${signal}`,
      unit: 'pieces',
      quantity: 2 * own.length,
      from: 'two ends a run',
    }
    return [...(measured.length > 0 ? [cable] : []), ...(unmeasured.length > 0 ? [toMeasure] : []), ends]
  })
}
