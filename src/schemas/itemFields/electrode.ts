import { METHOD_WORDS } from '@/core/evidence/families/electrodeMethods'
import { ELECTRODE_KINDS } from '@/core/installation/installation'
import { type ItemField, TAG, figure, same } from './itemField'

/** An electrode and the reading that is good enough for it. */
export const ELECTRODE_FIELDS: readonly ItemField[] = [
  TAG,
  { name: 'kind', label: 'Kind', kind: 'choice', options: same(ELECTRODE_KINDS), first: () => 'rod' },
  {
    name: 'method',
    label: 'Measured by',
    kind: 'choice',
    options: METHOD_WORDS,
    absent: 'threePoint',
    first: () => 'threePoint',
  },
  {
    name: 'targetOhm',
    label: 'Target',
    kind: 'choice',
    numeric: true,
    options: { '20': '20 Ω', '50': '50 Ω', '100': '100 Ω', '200': '200 Ω' },
  },
  {
    name: 'seasonalFactor',
    label: 'Seasonal factor',
    kind: 'number',
    min: 1,
    max: 5,
    absent: 1.5,
    hint: 'how much higher it reads in a dry season',
    first: () => 1.5,
  },
  figure('lengthM', 'Length', 'm', { max: 200, hint: 'of a rod, of each rod of an array, or of the buried conductor' }),
  figure('diameterMm', 'Thickness', 'mm', { max: 200, hint: 'of a rod or a conductor, such as 16' }),
  figure('acrossM', 'Plate across', 'm', { max: 5 }),
  figure('depthM', 'Ground above it', 'm', { max: 20 }),
  figure('atM', 'From the house', 'm', { max: 500, hint: 'along the line the section is drawn through' }),
  figure('asideM', 'Off that line', 'm', { max: 500 }),
  figure('rodCount', 'Rods of an array', undefined, { whole: true, max: 30 }),
  figure('spacingM', 'Rods apart', 'm', { max: 100 }),
]
