import { type ItemField, TAG, same } from './itemField'

/** An electrode and the reading that is good enough for it. */
export const ELECTRODE_FIELDS: readonly ItemField[] = [
  TAG,
  { name: 'kind', label: 'Kind', kind: 'choice', options: same(['rod', 'plate', 'array']), first: () => 'rod' },
  {
    name: 'targetOhm',
    label: 'Target',
    kind: 'choice',
    numeric: true,
    options: { '20': '20 Ω', '50': '50 Ω', '100': '100 Ω', '200': '200 Ω' },
    first: () => 100,
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
]
