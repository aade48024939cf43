import type { RulePack } from '@/core/rules/rulePack'
import { CODE_LETTERS, STARTERS, STARTER_WORDS } from '@/core/plan/motorStart'
import { LOAD_PATTERNS, PATTERN_WORDS } from '@/core/plan/syntheticProfiles'
import { COPPER_OHM_PER_KM, sizeSystemOf } from '@/core/rules/conductors'
import { REGISTER_NAMES } from '@/core/settings/registerNames'
import type { ItemKind } from '@/schemas/items'
import type { FieldSpec } from '@/schemas/fieldSpec'

const same = (words: readonly string[]) => Object.fromEntries(words.map((word) => [word, word]))

/** The forms of the things a plan lists, in the words of the job's rule pack. */
export function itemFields(kind: ItemKind, pack: RulePack): FieldSpec[] {
  const tag: FieldSpec = { name: 'tag', label: 'Short name', kind: 'text', hint: 'for the quick line, such as c4' }
  const name: FieldSpec = { name: 'name', label: 'Name', kind: 'text' }
  switch (kind) {
    case 'load':
      return [
        name,
        tag,
        { name: 'powerW', label: 'Power', kind: 'number', unit: 'W' },
        { name: 'powerFactor', label: 'Power factor', kind: 'number', hint: '1 for heaters, about 0.8 for motors' },
        { name: 'duty', label: 'Share of the time it runs', kind: 'percent' },
        {
          name: 'lockedRotorA',
          label: 'Locked-rotor current',
          kind: 'number',
          unit: 'A',
          optional: true,
          hint: 'LRA on the nameplate of a motor',
        },
        {
          name: 'starter',
          label: 'Its motor starts',
          kind: 'choice',
          optional: true,
          options: Object.fromEntries(STARTERS.map((starter) => [starter, STARTER_WORDS[starter]])),
          hint: 'not known also where it has none',
        },
        { name: 'startS', label: 'Start takes', kind: 'number', unit: 's', optional: true },
        { name: 'runningA', label: 'Running current', kind: 'number', unit: 'A', optional: true },
        { name: 'codeLetter', label: 'Code letter', kind: 'choice', optional: true, options: same(CODE_LETTERS) },
        { name: 'hp', label: 'Motor power, hp', kind: 'number', optional: true },
        {
          name: 'startFactor',
          label: 'Share of LRA at start',
          kind: 'percent',
          optional: true,
          hint: 'blank: by the way it starts',
        },
        { name: 'makerMaxLraA', label: 'Battery maker’s highest LRA', kind: 'number', unit: 'A', optional: true },
        { name: 'makerMaxDeviceA', label: 'Battery maker’s highest device', kind: 'number', unit: 'A', optional: true },
        { name: 'circuitTag', label: 'Circuit', kind: 'text', optional: true, hint: 'its short name' },
        {
          name: 'pattern',
          label: 'When it runs',
          kind: 'choice',
          options: Object.fromEntries(LOAD_PATTERNS.map((pattern) => [pattern, PATTERN_WORDS[pattern]])),
        },
        {
          name: 'phase',
          label: 'Phase',
          kind: 'choice',
          options: same([...pack.phases, ...(pack.phases.length > 1 ? ['all'] : [])]),
        },
        {
          name: 'priority',
          label: 'Priority, 1 most essential',
          kind: 'choice',
          options: same(['1', '2', '3', '4', '5', '6', '7', '8', '9']),
        },
        { name: 'backedUp', label: 'Backed up', kind: 'flag' },
        { name: 'mustStayOn', label: 'Must stay on', kind: 'flag', hint: 'it is promised to the household' },
        { name: 'turnOffFirst', label: 'Turn off first', kind: 'flag', hint: 'the household has agreed to it' },
      ]
    case 'component':
      return [
        name,
        tag,
        {
          name: 'kind',
          label: 'Kind',
          kind: 'choice',
          options: {
            inverter: 'inverter',
            battery: 'battery',
            gateway: 'gateway',
            isolator: pack.words.isolator,
            surge: 'surge device',
            meter: 'meter',
            pv: 'PV',
          },
        },
        { name: 'model', label: 'Model', kind: 'text' },
        { name: 'minimumFirmware', label: 'Lowest firmware', kind: 'text', optional: true },
      ]
    case 'circuit':
      return [
        name,
        tag,
        {
          name: 'device',
          label: pack.words.residualCurrentDeviceShort,
          kind: 'choice',
          options:
            pack.id === 'na-split-240'
              ? { gfciA: 'class A' }
              : { general: 'general type', delayed: 'delayed type (S)' },
        },
        {
          name: 'iDeltaNMa',
          label: 'Rated residual current',
          kind: 'number',
          unit: 'mA',
          optional: true,
          hint: 'blank where there is no such device',
        },
        { name: 'breakerA', label: 'Rating of its breaker or fuse', kind: 'number', unit: 'A', optional: true },
        ...(pack.breakerCurves.length > 0
          ? [
              {
                name: 'curve',
                label: 'Curve',
                kind: 'choice',
                optional: true,
                options: same(pack.breakerCurves),
              } as const,
            ]
          : []),
        ...(pack.phases.length > 1
          ? [{ name: 'phase', label: 'Phase', kind: 'choice', options: same([...pack.phases, 'all']) } as const]
          : []),
        { name: 'boardTag', label: 'On board', kind: 'text', optional: true, hint: 'its short name' },
        {
          name: 'foundBoardTag',
          label: 'Found on board',
          kind: 'text',
          optional: true,
          hint: 'only where this job moves it',
        },
        ...(pack.phases.length > 1
          ? [
              {
                name: 'foundPhase',
                label: 'Found on phase',
                kind: 'choice',
                optional: true,
                options: same([...pack.phases, 'all']),
                hint: 'only where this job moves it',
              } as const,
            ]
          : []),
        {
          name: 'torqueNm',
          label: 'Torque of its terminals',
          kind: 'number',
          unit: 'Nm',
          optional: true,
          hint: 'the maker’s figure',
        },
        { name: 'backedUp', label: 'Backed up', kind: 'flag' },
      ]
    case 'run':
      return [
        tag,
        { name: 'from', label: 'Near end', kind: 'text' },
        { name: 'to', label: 'Far end', kind: 'text' },
        {
          name: 'size',
          label: sizeSystemOf(pack.id) === 'awg' ? 'Size, AWG' : 'Size, mm²',
          kind: 'choice',
          options: same(
            Object.keys(COPPER_OHM_PER_KM[sizeSystemOf(pack.id)]).sort((a, b) => parseFloat(a) - parseFloat(b)),
          ),
        },
        { name: 'lengthM', label: 'Length', kind: 'number', unit: 'm' },
        {
          name: 'conductorTempC',
          label: 'Conductor temperature',
          kind: 'number',
          unit: '°C',
          hint: 'while the loop is measured',
        },
        { name: 'designCurrentA', label: 'Design current', kind: 'number', unit: 'A', optional: true },
        { name: 'deviceA', label: 'Device before it', kind: 'number', unit: 'A', optional: true },
        { name: 'derating', label: 'Left after derating', kind: 'percent', hint: 'product of all factors' },
        { name: 'faultCurrentA', label: 'Fault current', kind: 'number', unit: 'A', optional: true },
        { name: 'faultS', label: 'Fault lasts', kind: 'number', unit: 's', optional: true },
        { name: 'extraM', label: 'Extra left for later', kind: 'number', unit: 'm' },
        {
          name: 'torqueNm',
          label: 'Torque of its terminals',
          kind: 'number',
          unit: 'Nm',
          optional: true,
          hint: 'the maker’s figure',
        },
      ]
    case 'electrode':
      return [
        tag,
        { name: 'kind', label: 'Kind', kind: 'choice', options: same(['rod', 'plate', 'array']) },
        {
          name: 'targetOhm',
          label: 'Target',
          kind: 'choice',
          options: { '20': '20 Ω', '50': '50 Ω', '100': '100 Ω', '200': '200 Ω' },
        },
        {
          name: 'seasonalFactor',
          label: 'Seasonal factor',
          kind: 'number',
          hint: 'how much higher it reads in a dry season',
        },
      ]
    case 'setting':
      return [
        { name: 'key', label: 'Setting', kind: 'choice', options: REGISTER_NAMES },
        { name: 'label', label: 'Called', kind: 'text' },
        { name: 'value', label: 'Planned value', kind: 'number' },
        { name: 'unit', label: 'Unit', kind: 'choice', options: same(['', 'V', 'Hz', 'W', '%', 's', 'A']) },
        { name: 'tolerance', label: 'Tolerance', kind: 'number' },
      ]
  }
}

/** Fields that the form shows as a choice but the plan keeps as numbers. */
const NUMBERS: Partial<Record<ItemKind, readonly string[]>> = { load: ['priority'], electrode: ['targetOhm'] }

export const withNumbers = (kind: ItemKind, fields: Record<string, unknown>): Record<string, unknown> => ({
  ...fields,
  ...Object.fromEntries((NUMBERS[kind] ?? []).map((name) => [name, Number(fields[name])])),
})

/** What a new thing starts with. */
export const newItem = (kind: ItemKind, pack: RulePack): Record<string, unknown> =>
  ({
    load: {
      powerFactor: 1,
      duty: 1,
      phase: pack.phases[0],
      priority: 5,
      backedUp: true,
      mustStayOn: false,
      turnOffFirst: false,
      pattern: 'steady',
    },
    component: { kind: 'battery' },
    circuit: {
      device: pack.id === 'na-split-240' ? 'gfciA' : 'general',
      iDeltaNMa: pack.id === 'na-split-240' ? 6 : 30,
      backedUp: true,
      phase: pack.phases.length > 1 ? 'all' : undefined,
    },
    run: { size: pack.id === 'na-split-240' ? '6' : '16', conductorTempC: 20, derating: 1, extraM: 0 },
    electrode: { kind: 'rod', targetOhm: 100, seasonalFactor: 1.5 },
    setting: { key: 'reserveSocPercent', unit: '%', tolerance: 0 },
  })[kind]
