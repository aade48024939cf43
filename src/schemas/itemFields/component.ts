import type { ComponentKind } from '@/core/installation/installation'
import { ID_FORM } from '../fields'
import { type ItemField, NAME, TAG, figure, terminalSize } from './itemField'

const KIND_WORDS: Readonly<Record<ComponentKind, string>> = {
  inverter: 'inverter',
  battery: 'battery',
  gateway: 'gateway',
  isolator: 'isolator',
  surge: 'surge device',
  meter: 'meter',
  pv: 'PV',
  charger: 'vehicle charger',
  bridge: 'data bridge',
}

/** A component that is mounted, with a plate of its own. */
export const COMPONENT_FIELDS: readonly ItemField[] = [
  NAME,
  TAG,
  {
    name: 'kind',
    label: 'Kind',
    kind: 'choice',
    options: KIND_WORDS,
    inPack: ({ words }) => ({ options: { ...KIND_WORDS, isolator: words.isolator } }),
    first: () => 'battery',
  },
  { name: 'model', label: 'Model', kind: 'text', max: 60 },
  { name: 'minimumFirmware', label: 'Lowest firmware', kind: 'text', optional: true, max: 20 },
  { name: 'warrantyUntil', label: 'Warranty until', kind: 'date', optional: true },
  figure('bendingMm', 'Room for a conductor to bend', 'mm', {
    max: 1000,
    hint: 'at its terminals, as its manual gives it',
  }),
  terminalSize('as its manual gives it'),
  {
    name: 'libraryRevisionId',
    label: 'Revision of the library',
    kind: 'text',
    optional: true,
    silent: true,
    max: 36,
    pattern: { is: ID_FORM, message: 'Revision of the library is not an id' },
  },
]
