import { UNITS } from '@/core/quantity/units'
import { REGISTER_NAMES } from '@/core/settings/registerNames'
import { type ItemField, same } from './itemField'

/** A planned setting, by the register map's name for it. */
export const SETTING_FIELDS: readonly ItemField[] = [
  {
    name: 'key',
    label: 'Setting',
    kind: 'text',
    max: 40,
    pattern: { is: /^[A-Za-z][A-Za-z0-9.]*$/, message: 'Setting is a name of the register map' },
    inPack: () => ({ kind: 'choice', options: REGISTER_NAMES }),
    first: () => 'reserveSocPercent',
  },
  { name: 'label', label: 'Called', kind: 'text', max: 60 },
  { name: 'value', label: 'Planned value', kind: 'number', min: -Infinity },
  {
    name: 'unit',
    label: 'Unit',
    kind: 'choice',
    options: same(UNITS),
    absent: '',
    inPack: () => ({ options: same(['', 'V', 'Hz', 'W', '%', 's', 'A']) }),
    first: () => '%',
  },
  { name: 'tolerance', label: 'Tolerance', kind: 'number', absent: 0, first: () => 0 },
  { name: 'why', label: 'Why this value', kind: 'text', optional: true, max: 300 },
  {
    name: 'origin',
    label: 'Taken from',
    kind: 'text',
    optional: true,
    max: 120,
    hint: 'the template, where there is one',
  },
]
