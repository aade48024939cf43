import { describe, expect, it } from 'vitest'
import type { Installation } from '@/core/installation/installation'
import { PLAN_MARK_KEYS, planOfInstallation } from '@/core/plan/planOfInstallation'
import { promisesOfPlan } from '@/core/plan/promisesOfPlan'
import { RULE_PACK_IDS } from '@/core/rules/rulePack'
import { aLoad, declared, house } from '../support/house'

/** Houses that fit well, and that are asked for too much: a blank may open what they show, never better it. */
const pump = aLoad({
  id: 'l9',
  tag: 'pump',
  name: 'Pump',
  powerW: 900,
  powerFactor: 0.8,
  duty: 0.2,
  lockedRotorA: 20,
  phase: 'all',
  mustStayOn: true,
  backedUp: true,
  circuitTag: 'c1',
})
const heater = { ...pump, id: 'l8', tag: 'heater', name: 'Heater', powerW: 9000, duty: 0.9, lockedRotorA: null }
const loads = (own: Installation['loads']) => [
  ...house().loads.map((load) => ({ ...load, phase: 'all' as const })),
  ...own,
]
const shared = { survey: [declared('switchingTime', '100 ms')], chosenSchool: 'automaticWithShedding' as const }
const houses = RULE_PACK_IDS.flatMap((packId) => [
  [packId, 'that fits', house({ ...shared, packId, loads: loads([pump]) })] as const,
  [packId, 'asked for too much', house({ ...shared, packId, loads: loads([pump, heater]) })] as const,
])

const SUPPLY = ['ratingA', 'powerFactor'] as const
const SOURCES = ['usableWh', 'reserveSoc', 'usualSoc'] as const
const UNIT = ['moduleW', 'inverterBatteryW', 'inverterAcW', 'inverterSurgeVa', 'moduleSurgeVa', 'surgeS'] as const

const blanksOf = (whole: Installation): [string, Installation][] => [
  ...SUPPLY.map((key): [string, Installation] => [key, { ...whole, supply: { ...whole.supply, [key]: null } }]),
  ...SOURCES.map((key): [string, Installation] => [key, { ...whole, sources: { ...whole.sources, [key]: null } }]),
  ...UNIT.map((key): [string, Installation] => [
    key,
    {
      ...whole,
      sources: { ...whole.sources, units: whole.sources.units.map((unit) => ({ ...unit, [key]: null })) },
    },
  ]),
  ['gateway and switch', { ...whole, sources: { ...whole.sources, gatewayA: null, switchA: null } }],
  ['everything of the sources', { ...whole, sources: { ...whole.sources, units: [] } }],
  ['what the maker declared', { ...whole, survey: [] }],
]
/** Usual charge and power factor have figures of their own where they are blank. */
const HAS_A_FIGURE = ['powerFactor', 'usualSoc']
const drafted = (installation: Installation) =>
  promisesOfPlan(installation, planOfInstallation(installation), 'blink').drafts.map(({ kind }) => kind)

describe.each(houses)('%s, a house %s', (_pack, _name, whole) => {
  const before = planOfInstallation(whole)
  it.each(blanksOf(whole))('with a blank for %s: no mark gets better, and nothing more is promised', (_blank, less) => {
    const { marks } = planOfInstallation(less)
    const better = [...PLAN_MARK_KEYS, 'overall' as const].filter(
      (key) =>
        (marks[key] === 'fits' && before.marks[key] !== 'fits') ||
        (marks[key] === 'tight' && (before.marks[key] === 'exceeds' || before.marks[key] === 'open')),
    )
    expect(better).toEqual([])
    expect(drafted(less).filter((kind) => !drafted(whole).includes(kind))).toEqual([])
  })
})

it('each blank of the sources shows somewhere: a mark opens or a promise is withheld', () => {
  const whole = house({ ...shared, loads: loads([pump]) })
  const seen = (installation: Installation) =>
    JSON.stringify([planOfInstallation(installation).marks, drafted(installation)])
  const unseen = blanksOf(whole)
    .filter(([name]) => !HAS_A_FIGURE.includes(name))
    .filter(([, less]) => seen(less) === seen(whole))
    .map(([name]) => name)
  expect(unseen).toEqual([])
})
