import type { Bench } from '../../evidence/bench'
import { SERIAL_SLOT, componentRecord } from '../../evidence/families/componentRecord'
import { THE_JOB } from '../../evidence/family'
import { cleanReturns } from '../../evidence/families/cleanReturns'
import { electrodeResistance } from '../../evidence/families/electrodeResistance'
import { islandBond } from '../../evidence/families/islandBond'
import { leavingGap } from '../../evidence/families/outageGap'
import { settingLeft } from '../../evidence/families/settingLeft'
import { pointOf } from '../../evidence/pointOf'
import { slotReadings } from '../../evidence/slotReadings'
import type { Component } from '../../installation/installation'
import { itemsOf } from '../../installation/survey'
import { SCHOOL_WORDS, planOfInstallation } from '../../plan/planOfInstallation'
import { formatQuantity } from '../../quantity/formatQuantity'
import type { Unit } from '../../quantity/units'

export const REGISTRATION_GROUPS = ['place', 'supply', 'system', 'pv', 'units', 'tests', 'settings', 'crew'] as const
export type RegistrationGroup = (typeof REGISTRATION_GROUPS)[number]

export const REGISTRATION_WORDS: Readonly<Record<RegistrationGroup, string>> = {
  place: 'Place',
  supply: 'Supply',
  system: 'Battery backup',
  pv: 'PV',
  units: 'Units',
  tests: 'Measured and tested',
  settings: 'Settings as left',
  crew: 'Installed by',
}

/** One field that a network operator or a maker asks for; `null` where the record does not have it. */
export interface RegistrationField {
  group: RegistrationGroup
  label: string
  value: string | null
}

const quantity = (value: number | null, unit: Unit): string | null =>
  value === null ? null : formatQuantity(value, unit, 4)

const field = (group: RegistrationGroup, label: string, value: string | null): RegistrationField => ({
  group,
  label,
  value: value === null || value.trim() === '' ? null : value,
})

/** Watts of several things together; `null` as soon as one of them is not known. */
const sum = (watts: readonly (number | null)[]): number | null =>
  watts.length === 0 || watts.some((one) => one === null)
    ? null
    : watts.reduce<number>((all, one) => all + (one ?? 0), 0)

function unitFields(component: Component, { context }: Bench): RegistrationField[] {
  const slots = slotReadings(pointOf(componentRecord, component, context), context)
  const named = `${component.name} (${component.tag})`
  return [
    field('units', named, component.model),
    field('units', `${named}, serial`, slots.word(SERIAL_SLOT)),
    ...(['inverter', 'gateway', 'battery'].includes(component.kind)
      ? [field('units', `${named}, firmware`, slots.word('firmware'))]
      : []),
  ]
}

/** A judgement as a form takes it: what was measured, once it is proven or at least seen. */
function shown({ judgements }: Bench, key: string): string | null {
  const judgement = judgements.get(key)
  if (!judgement || judgement.verdict === 'open') return null
  return judgement.verdict === 'stop' ? `not in order: ${judgement.why}` : (judgement.value ?? judgement.why)
}

/**
 * What a registration asks for, filled from the record: place, supply, system, units by serial, what was measured, settings as left and who did it. It is
 * a list of fields and no authority's own form; what the record does not have stays blank.
 */
export function registrationFields(bench: Bench, facts: { place: string; crewName: string }): RegistrationField[] {
  const { installation, pack } = bench.context
  const { sources, supply, chosenSchool, components, electrodes, settings, survey } = installation
  const { limits } = planOfInstallation(installation)
  const arrays = itemsOf(survey, 'pvSystem')
  return [
    field('place', 'Installation', installation.name),
    field('place', 'Place', facts.place),
    field('supply', 'Kind of supply', pack.name),
    field('supply', 'Rating of the supply', quantity(supply.ratingA, 'A')),
    field('system', 'Changeover', chosenSchool && SCHOOL_WORDS[chosenSchool]),
    field(
      'system',
      'AC rating of the inverters',
      quantity(sum(sources.units.map(({ inverterAcW }) => inverterAcW)), 'W'),
    ),
    field('system', 'Usable energy', quantity(sources.usableWh, 'Wh')),
    field('system', 'Nominal energy', quantity(sources.nominalWh, 'Wh')),
    field('system', 'Output in an outage, by night', quantity(limits.nightW, 'W')),
    ...arrays.flatMap(({ name, detail }) => [
      field('pv', `${name}, array`, quantity(detail.arrayW, 'W')),
      field('pv', `${name}, inverter`, quantity(detail.inverterW, 'W')),
    ]),
    ...components.flatMap((component) => unitFields(component, bench)),
    ...electrodes.map((electrode) =>
      field('tests', `Electrode ${electrode.tag}`, shown(bench, electrodeResistance.key(electrode))),
    ),
    field('tests', 'Neutral and earth in an outage', shown(bench, islandBond.key(THE_JOB))),
    field('tests', 'Gap when the supply is lost', shown(bench, leavingGap.key(THE_JOB))),
    field('tests', 'Returns to the street', shown(bench, cleanReturns.key(THE_JOB))),
    ...settings.map((setting) => field('settings', setting.label, shown(bench, settingLeft.key(setting)))),
    field('crew', 'Crew', facts.crewName),
    // whose licence it is filed under is for that person to write
    field('crew', 'Licensed person and licence number', null),
    field('crew', 'Date and signature', null),
  ]
}
