import { BACKUP_MAIN_WORDS } from '@/core/plan/mains'
import { CEILING_FIELDS } from '@/schemas/ceilingFields'
import type { RulePack } from '@/core/rules/rulePack'
import type { FieldSpec } from '@/schemas/fieldSpec'

/** The supply's form, in the pack's words. */
export const supplyFields = ({ words }: RulePack): FieldSpec[] => [
  { name: 'supply.ratingA', label: `Rating of the ${words.supply}`, kind: 'number', unit: 'A', optional: true },
  {
    name: 'supply.secondMainA',
    label: 'Second main of a split service',
    kind: 'number',
    unit: 'A',
    optional: true,
    hint: 'blank where there is one main',
  },
  {
    name: 'supply.backupMain',
    label: 'The backup sits on',
    kind: 'choice',
    options: BACKUP_MAIN_WORDS,
    optional: true,
    hint: 'of a split service; a gateway backs up what is behind its main',
  },
  { name: 'supply.powerFactor', label: 'Power factor', kind: 'number', optional: true },
  {
    name: 'supply.maximumDemandKva',
    label: 'Maximum demand, kVA',
    kind: 'number',
    optional: true,
    hint: 'blank: the likely peak of the load list stands in',
  },
  {
    name: 'supply.meterCombinedWithBoard',
    label: `Meter and ${words.board} in one box`,
    kind: 'flag',
    optional: true,
    hint: 'a combined one moves the neutral–earth bond',
  },
  { name: 'acceptsShedding', label: 'The household turns things off first', kind: 'flag' },
  { name: 'testDepth', label: 'Test depth', kind: 'choice', options: { essential: 'essential', full: 'full' } },
]

/** The battery as a whole, and what stands between it and the house. */
export const BATTERY_FIELDS: readonly FieldSpec[] = [
  { name: 'sources.usableWh', label: 'Usable energy, declared', kind: 'number', unit: 'Wh', optional: true },
  {
    name: 'sources.nominalWh',
    label: 'Nominal energy',
    kind: 'number',
    unit: 'Wh',
    optional: true,
    hint: 'counts only where usable is blank',
  },
  { name: 'sources.depthOfDischarge', label: 'Depth of discharge', kind: 'percent', optional: true },
  { name: 'sources.dischargeEfficiency', label: 'Efficiency battery to load', kind: 'percent', optional: true },
  {
    name: 'sources.reserveSoc',
    label: 'Backup reserve',
    kind: 'percent',
    optional: true,
    hint: 'what an outage starts with at worst',
  },
  { name: 'sources.usualSoc', label: 'Charge as usual', kind: 'percent', optional: true },
  { name: 'sources.floorSoc', label: 'Floor in an outage', kind: 'percent', optional: true },
  { name: 'sources.standbyW', label: 'Standby', kind: 'number', unit: 'W', optional: true },
  {
    name: 'sources.makerRuntimeH',
    label: 'Hours its maker’s sheet gives, from full',
    kind: 'number',
    optional: true,
    hint: 'set beside the plan’s; counts for nothing',
  },
  { name: 'sources.gatewayA', label: 'Gateway rating', kind: 'number', unit: 'A', optional: true },
  { name: 'sources.switchA', label: 'Bypass or changeover switch', kind: 'number', unit: 'A', optional: true },
  { name: 'sources.feederA', label: 'Feeder rating', kind: 'number', unit: 'A', optional: true },
]

export const BANK_KIND_WORDS: Readonly<Record<string, string>> = {
  flooded: 'flooded cells',
  sealed: 'sealed cells (AGM, gel)',
}

/** A lead–acid bank: what its hours and the air of its room are worked out from. */
export const BANK_FIELDS: readonly FieldSpec[] = [
  {
    name: 'sources.bank.kind',
    label: 'Lead–acid bank of',
    kind: 'choice',
    options: BANK_KIND_WORDS,
    optional: true,
    hint: 'blank where the battery is none',
  },
  { name: 'sources.bank.ratedAh', label: 'Capacity, Ah', kind: 'number', optional: true },
  { name: 'sources.bank.ratedH', label: 'Rated at, hours', kind: 'number', optional: true, hint: 'often 10 or 20' },
  { name: 'sources.bank.nominalV', label: 'Voltage of the bank', kind: 'number', unit: 'V', optional: true },
  {
    name: 'sources.bank.peukertExponent',
    label: 'Peukert’s exponent',
    kind: 'number',
    optional: true,
    min: 1,
    max: 1.6,
    hint: 'its maker’s; a blank leaves the hours open',
  },
  { name: 'sources.bank.cellCount', label: 'Cells in series', kind: 'number', optional: true, whole: true },
  { name: 'sources.bank.boostCharged', label: 'Charged above float now and then', kind: 'flag', optional: true },
  {
    name: 'sources.bank.ventCm2',
    label: 'Free area of each opening, cm²',
    kind: 'number',
    optional: true,
    hint: 'two: one low, one high on the far side',
  },
]

/** How AC-coupled PV is held back in island mode. */
export const CURTAILMENT_FIELDS: readonly FieldSpec[] = [
  { name: 'sources.curtailment.startHz', label: 'Curtailment begins at', kind: 'number', unit: 'Hz', optional: true },
  { name: 'sources.curtailment.stopHz', label: 'PV gives nothing at', kind: 'number', unit: 'Hz', optional: true },
  {
    name: 'sources.curtailment.pvTripHz',
    label: 'PV trips on over-frequency at',
    kind: 'number',
    unit: 'Hz',
    optional: true,
    hint: 'must lie above where it gives nothing',
  },
  {
    name: 'sources.curtailment.provenNearFull',
    label: 'Shown to hold near a full battery',
    kind: 'flag',
    optional: true,
  },
  { name: 'sources.curtailment.parted', label: 'PV is parted near full charge', kind: 'flag', optional: true },
  {
    name: 'sources.curtailment.ratioLimit',
    label: 'Maker’s highest ratio of PV to charging power',
    kind: 'number',
    optional: true,
    hint: 'blank: 1',
  },
]

/** One inverter with its modules; every figure is the maker's to declare, and a blank stays Open. */
export const unitFields = ({ phases, id }: RulePack): FieldSpec[] => [
  { name: 'name', label: 'Name', kind: 'text' },
  { name: 'moduleCount', label: 'Battery modules', kind: 'number', optional: true },
  { name: 'moduleW', label: 'Power of one module', kind: 'number', unit: 'W', optional: true },
  { name: 'inverterBatteryW', label: 'Inverter, battery side', kind: 'number', unit: 'W', optional: true },
  { name: 'inverterAcW', label: 'Inverter, AC rating', kind: 'number', unit: 'W', optional: true },
  {
    name: 'batterySideOnly',
    label: 'Has a battery side only, no AC rating',
    kind: 'flag',
    hint: 'stands beside AC-coupled PV; else a blank AC rating leaves every limit open',
  },
  { name: 'inverterSurgeVa', label: 'Inverter surge', kind: 'number', unit: 'VA', optional: true },
  { name: 'moduleSurgeVa', label: 'Surge of one module', kind: 'number', unit: 'VA', optional: true },
  { name: 'surgeS', label: 'Surge lasts', kind: 'number', unit: 's', optional: true },
  {
    name: 'pvDcW',
    label: 'PV on its DC side, expected',
    kind: 'number',
    unit: 'W',
    optional: true,
    hint: '0 where there is none',
  },
  {
    name: 'coldFactor',
    label: 'Left of its power in the cold',
    kind: 'percent',
    optional: true,
    hint: '100 % where its maker takes nothing off',
  },
  ...(phases.length > 1
    ? [
        {
          name: 'phase',
          label: 'Phase',
          kind: 'choice',
          options: Object.fromEntries([...phases, 'all'].map((phase) => [phase, phase])),
        } as const,
      ]
    : []),
  ...(id === 'na-split-240'
    ? [{ name: 'legW', label: 'Limit of one leg', kind: 'number', unit: 'W', optional: true } as const]
    : []),
  ...CEILING_FIELDS,
]

/** The two sides of a gateway, as they are spoken of. */
export const SIDE_WORDS = { island: 'house side', grid: 'street side' } as const

export const pvFields = ({ phases }: RulePack): FieldSpec[] => [
  { name: 'name', label: 'Name', kind: 'text' },
  {
    name: 'expectedW',
    label: 'Expected output',
    kind: 'number',
    unit: 'W',
    optional: true,
    hint: 'at one time, not the sum of nameplates',
  },
  {
    name: 'ratingW',
    label: 'Rating of its inverter',
    kind: 'number',
    unit: 'W',
    optional: true,
    hint: 'curtailment in island mode is held against it',
  },
  {
    name: 'side',
    label: 'Side of the gateway',
    kind: 'choice',
    options: SIDE_WORDS,
  },
  { name: 'onBackedPhase', label: 'On a backed-up phase', kind: 'flag' },
  ...(phases.length > 1
    ? [
        {
          name: 'phase',
          label: 'Phase',
          kind: 'choice',
          options: Object.fromEntries([...phases, 'all'].map((phase) => [phase, phase])),
        } as const,
      ]
    : []),
]
