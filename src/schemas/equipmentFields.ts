import { COMPONENT_KINDS, type ComponentKind } from '@/core/installation/installation'
import { SIZE_NAMES } from '@/core/equipment/equipment'
import { CEILING_FIELDS } from './ceilingFields'
import type { FieldSpec } from './fieldSpec'
import { FIT_FIELDS } from './fitFields'
import { COMPONENT_FIELDS } from './itemFields/component'
import { flag, number, text } from './specs'

/** A figure of a piece of equipment, and the kinds that have it. */
type EquipmentField = FieldSpec & { of: readonly ComponentKind[] }

const of = (kinds: readonly ComponentKind[], fields: readonly FieldSpec[]): EquipmentField[] =>
  fields.map((field) => ({ ...field, of: kinds }))
const share = (name: string, label: string): FieldSpec => ({ name, label, kind: 'percent', optional: true, max: 1 })

const SURGE_TIME = number('surgeS', 'Surge lasts', 's', { max: 3600 })

/** What of a unit's form on the wall the maker declares; nobody has to know it here. */
const SIZE_FIELDS: readonly FieldSpec[] = FIT_FIELDS.unit
  .filter(({ name }) => (SIZE_NAMES as readonly string[]).includes(name))
  .map((field) => ({ ...field, optional: true, more: true }))

/** What a kind of equipment declares, field by field. */
export const EQUIPMENT_FIELDS: readonly EquipmentField[] = [
  ...of(
    ['inverter'],
    [
      number('inverterAcW', 'AC rating', 'W'),
      number('inverterBatteryW', 'Battery side', 'W'),
      flag('batterySideOnly', 'Has a battery side only, no AC rating', { optional: true }),
      number('inverterSurgeVa', 'Surge', 'VA'),
      SURGE_TIME,
      share('coldFactor', 'Left of its power in the cold'),
      share('dischargeEfficiency', 'Efficiency battery to load'),
      number('standbyW', 'Standby', 'W', { max: 1000 }),
      number('legW', 'Limit of one leg', 'W'),
      ...CEILING_FIELDS,
    ],
  ),
  ...of(
    ['battery'],
    [
      number('moduleW', 'Power of one module', 'W'),
      number('moduleSurgeVa', 'Surge of one module', 'VA'),
      number('usableWh', 'Usable energy of one module', 'Wh'),
      number('nominalWh', 'Nominal energy of one module', 'Wh', { hint: 'counts only where usable is blank' }),
      share('depthOfDischarge', 'Depth of discharge'),
    ],
  ),
  ...of(['gateway'], [number('gatewayA', 'Rating', 'A', { max: 1000 })]),
  ...of(['pv'], [number('pvRatingW', 'Rating of its inverter', 'W')]),
  ...of(COMPONENT_KINDS, SIZE_FIELDS),
]

const plateField = (name: string): FieldSpec => {
  const {
    first: _first,
    inPack: _inPack,
    column: _column,
    ...spec
  } = COMPONENT_FIELDS.find((field) => field.name === name) as (typeof COMPONENT_FIELDS)[number]
  return spec
}

/** What every piece of equipment is asked beside its figures. */
export const PLATE_FIELDS: readonly FieldSpec[] = [
  { ...plateField('name'), hint: 'what it is called on your jobs' },
  plateField('model'),
  plateField('minimumFirmware'),
  text('source', 'Read in', 120, { hint: 'the document of the maker with its date or edition' }),
]

/** Kinds of equipment with their words. */
export const KIND_FIELD: FieldSpec = plateField('kind')

/** Figures that a kind of equipment declares. */
export const figuresOfKind = (kind: ComponentKind): FieldSpec[] =>
  EQUIPMENT_FIELDS.filter((field) => field.of.includes(kind)).map(({ of: _of, ...spec }) => spec)
