import type { FieldSpec } from '@/schemas/fieldSpec'

/** Tariff, charging, and the model of the year. */
export const ASSUMPTION_FIELDS: readonly FieldSpec[] = [
  {
    name: 'assumptions.tariffKind',
    label: 'Tariff',
    kind: 'choice',
    options: { flat: 'one price', twoRate: 'two prices', file: 'prices from a file' },
  },
  { name: 'assumptions.currency', label: 'Currency', kind: 'text' },
  { name: 'assumptions.importPrice', label: 'Price per kWh', kind: 'number', optional: true },
  { name: 'assumptions.offpeakPrice', label: 'Cheap price per kWh', kind: 'number', optional: true },
  { name: 'assumptions.exportPrice', label: 'Paid for export, per kWh', kind: 'number', optional: true },
  {
    name: 'assumptions.grantAmount',
    label: 'Grant towards the installation',
    kind: 'number',
    optional: true,
    hint: 'an amount; blank counts as none',
  },
  { name: 'assumptions.windowFromHour', label: 'Cheap from, hour', kind: 'number', optional: true, hint: '0 to 24' },
  { name: 'assumptions.windowToHour', label: 'Cheap until, hour', kind: 'number', optional: true },
  { name: 'assumptions.windowTargetSoc', label: 'Charge from the grid to', kind: 'percent', optional: true },
  { name: 'assumptions.inverterChargeW', label: 'Inverter charges with', kind: 'number', unit: 'W', optional: true },
  { name: 'assumptions.moduleChargeW', label: 'One module charges with', kind: 'number', unit: 'W', optional: true },
  { name: 'assumptions.windowDeviceW', label: 'Its device allows', kind: 'number', unit: 'W', optional: true },
  {
    name: 'assumptions.otherNightLoadsW',
    label: 'Other loads at night',
    kind: 'number',
    unit: 'W',
    optional: true,
    hint: 'a vehicle charger counts here',
  },
  {
    name: 'assumptions.moduleUsableWh',
    label: 'Usable energy of one module',
    kind: 'number',
    unit: 'Wh',
    optional: true,
    hint: 'blank: a share of the whole',
  },
  { name: 'assumptions.chargeEfficiency', label: 'Efficiency of charging', kind: 'percent' },
  { name: 'assumptions.performanceRatio', label: 'Performance ratio of the PV', kind: 'percent' },
  {
    name: 'assumptions.clearnessFactor',
    label: 'Clearer or duller than temperate',
    kind: 'number',
    hint: '1 is temperate',
  },
]
