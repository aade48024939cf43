import type { PlannedSetting } from '../installation/installation'
import type { Unit } from '../quantity/units'

/** A setting as a template plans it. */
export type TemplateSetting = Pick<PlannedSetting, 'key' | 'label' | 'value' | 'unit' | 'tolerance' | 'why'>

/** What one kind of equipment is usually left at: a beginning for a plan, to be held against the maker's manual and the house. */
export interface SettingTemplate {
  name: string
  /** The equipment it is for. */
  equipment: string
  /** Who made it, from what. */
  origin: string
  settings: readonly TemplateSetting[]
}

const setting = (
  key: string,
  label: string,
  [value, unit, tolerance]: readonly [number, Unit, number],
  why: string,
): TemplateSetting => ({ key, label, value, unit, tolerance, why })

const ISLAND = setting('islandEnabled', 'Island operation enabled', [1, '', 0], 'Without it there is no backup.')
const BOND = setting(
  'bondRelayEnabled',
  'Bond relay enabled',
  [1, '', 0],
  'In island mode the house needs one bond of its own.',
)
const ORIGIN = 'made-up equipment, ships with the app'

/** Templates that ship with the app. */
export const SHIPPED_TEMPLATES: readonly SettingTemplate[] = [
  {
    name: 'Backup first',
    equipment: 'hybrid inverter with its gateway',
    origin: ORIGIN,
    settings: [
      ISLAND,
      BOND,
      setting('reserveSocPercent', 'Backup reserve', [60, '%', 1], 'Kept for the night that nobody planned for.'),
      setting('reserveBandPercent', 'Band above the reserve', [5, '%', 0.5], 'Without a band it flaps.'),
      setting(
        'reconnectDelayS',
        'Wait before reconnecting',
        [60, 's', 5],
        'A street that comes and goes is left alone.',
      ),
    ],
  },
  {
    name: 'Cycled daily',
    equipment: 'hybrid inverter with its gateway',
    origin: ORIGIN,
    settings: [
      ISLAND,
      BOND,
      setting('reserveSocPercent', 'Backup reserve', [25, '%', 1], 'What is above it works every day.'),
      setting('reserveBandPercent', 'Band above the reserve', [5, '%', 0.5], 'Without a band it flaps.'),
      setting('chargeFromGridPercent', 'Charge from the street below', [10, '%', 1], 'Only to keep the battery well.'),
      setting(
        'reconnectDelayS',
        'Wait before reconnecting',
        [60, 's', 5],
        'A street that comes and goes is left alone.',
      ),
    ],
  },
  {
    name: 'Battery beside existing PV',
    equipment: 'battery inverter on the AC side',
    origin: ORIGIN,
    settings: [
      ISLAND,
      BOND,
      setting(
        'reserveSocPercent',
        'Backup reserve',
        [40, '%', 1],
        'The sun is held back in an island; the night is not.',
      ),
      setting('exportLimitW', 'Export limit', [0, 'W', 50], 'The battery sells nothing; the roof does.'),
      setting('reconnectDelayS', 'Wait before reconnecting', [120, 's', 5], 'PV has to be seen to follow first.'),
    ],
  },
]

type Held = Pick<TemplateSetting, 'key' | 'value' | 'tolerance'>

/** What taking a template would do to a plan, setting by setting. */
export interface TemplateChange {
  setting: TemplateSetting
  /** The planned value as it stands; `null` where there is none yet. */
  now: number | null
  kind: 'new' | 'other' | 'same'
}

/**
 * A template against the plan, before anything is stored.
 *
 * @example templateChanges(SHIPPED_TEMPLATES[0], planned).filter(({ kind }) => kind === 'other') // what it would plan otherwise
 */
export const templateChanges = (template: SettingTemplate, planned: readonly Held[]): TemplateChange[] =>
  template.settings.map((one) => {
    const held = planned.find(({ key }) => key === one.key)
    const kind =
      held === undefined ? 'new' : held.value === one.value && held.tolerance === one.tolerance ? 'same' : 'other'
    return { setting: one, now: held?.value ?? null, kind }
  })

/** Where a planned setting came from, as it is kept with it. */
export const originOf = ({ name, origin }: SettingTemplate): string => `${name} (${origin})`.slice(0, 120)
