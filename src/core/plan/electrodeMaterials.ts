import type { Electrode } from '../installation/installation'
import { formatNumber } from '../quantity/formatQuantity'
import type { MaterialLine } from './materials'

const pieces = (tag: string, item: string, quantity = 1): MaterialLine => ({
  group: 'earthing',
  item,
  unit: 'pieces',
  quantity,
  from: tag,
})
const metres = (tag: string, item: string, quantity: number): MaterialLine => ({
  group: 'earthing',
  item,
  unit: 'm',
  quantity,
  from: tag,
})
const sized = (what: string, lengthM: number | null) =>
  lengthM === null ? what : `${what} of ${formatNumber(lengthM, 3)} m`

/**
 * What one electrode takes: by its sizes where they are entered, else the parts of its kind as one line.
 *
 * @example electrodeMaterials(anElectrode({ tag: 'e1', kind: 'array', lengthM: 2.4, rodCount: 3, spacingM: 3 })).map(({ quantity }) => quantity) // [3, 6, 1]
 */
export function electrodeMaterials({ tag, kind, lengthM, rodCount, spacingM }: Electrode): MaterialLine[] {
  switch (kind) {
    case 'rod':
      return [pieces(tag, `${sized('Rod', lengthM)} with coupling, clamp and inspection pit`)]
    case 'plate':
      return [pieces(tag, 'Plate with clamp and inspection pit')]
    case 'conductor':
      return [
        lengthM === null
          ? pieces(tag, 'Conductor to bury, length not entered')
          : metres(tag, 'Conductor to bury', lengthM),
        pieces(tag, 'Clamp and inspection pit'),
      ]
    case 'array':
      if (rodCount === null || rodCount < 1)
        return [pieces(tag, 'Rods with couplings, clamps, linking conductor and inspection pit')]
      return [
        pieces(tag, `${sized('Rod', lengthM)} with coupling and clamp`, rodCount),
        ...(spacingM === null || rodCount < 2
          ? [pieces(tag, 'Linking conductor, length not entered')]
          : [metres(tag, 'Linking conductor', (rodCount - 1) * spacingM)]),
        pieces(tag, 'Inspection pit'),
      ]
  }
}
