import { sizeSystemOf, sizesOf } from '@/core/rules/conductors'
import type { RulePack } from '@/core/rules/rulePack'
import { type ItemField, PHASES, TAG, TORQUE, figure, same, severalPhases } from './itemField'

/** Sizes of a pack from the thinnest up. */
const sizesIn = ({ id }: RulePack) => sizesOf(sizeSystemOf(id))

/** A cable run between two named ends. */
export const RUN_FIELDS: readonly ItemField[] = [
  TAG,
  { name: 'from', label: 'Near end', kind: 'text', max: 60 },
  { name: 'to', label: 'Far end', kind: 'text', max: 60 },
  {
    name: 'size',
    label: 'Size',
    kind: 'text',
    max: 8,
    inPack: (pack) => ({
      label: sizeSystemOf(pack.id) === 'awg' ? 'Size, AWG' : 'Size, mm²',
      kind: 'choice',
      options: same(sizesIn(pack)),
      order: sizesIn(pack),
    }),
  },
  { name: 'lengthM', label: 'Length', kind: 'number', unit: 'm', above: 0, max: 2000 },
  {
    name: 'conductorTempC',
    label: 'Conductor temperature',
    kind: 'number',
    unit: '°C',
    min: -40,
    max: 90,
    absent: 20,
    hint: 'while the loop is measured',
    first: () => 20,
  },
  {
    name: 'phase',
    label: 'Carries',
    kind: 'choice',
    options: PHASES,
    optional: true,
    inPack: severalPhases,
    hint: 'one phase, or all',
  },
  {
    name: 'terminals75',
    label: 'Terminals marked for 75 °C',
    kind: 'flag',
    optional: true,
    inPack: ({ unmarked }) => (unmarked === null ? null : {}),
  },
  figure('designCurrentA', 'Design current', 'A'),
  figure('deviceA', 'Device before it', 'A', { above: 0, max: 1000 }),
  {
    name: 'derating',
    label: 'Left after derating',
    kind: 'percent',
    above: 0,
    max: 1,
    optional: true,
    hint: 'product of all factors; 100 % only once somebody has looked',
  },
  figure('faultCurrentA', 'Fault current', 'A'),
  figure('faultS', 'Fault lasts', 's'),
  {
    name: 'extraM',
    label: 'Extra left for later',
    kind: 'number',
    unit: 'm',
    max: 200,
    absent: 0,
    first: () => 0,
  },
  TORQUE,
]
