import { describe, expect, it } from 'vitest'
import { aCircuit, aLoad, declared, house } from '../../../tests/support/house'
import type { Installation, Load } from '../installation/installation'
import { RULE_PACKS } from '../rules/packs'
import { RULE_PACK_IDS, type RulePackId } from '../rules/rulePack'
import type { School } from './changeoverLoad'
import { firstWordDraft } from './household'
import { ladderOfInstallation } from './ladderOfInstallation'
import { likelyPeakW, markAgainst } from './planMarks'
import { type Plan, planOfInstallation } from './planOfInstallation'
import { promisesOfPlan } from './promisesOfPlan'
import { schoolComparison } from './schoolComparison'
import { meanDemandW } from './stayingOn'
import { systemOfPlan } from './yearOfInstallation'

const SCHOOLS: readonly School[] = ['automaticWholeHome', 'automaticWithShedding', 'manualChangeover']

/** A house of any supply family, with a motor, something heavy, and something that stays with the street. */
function family(packId: RulePackId, chosenSchool: School | null, change: Partial<Installation> = {}): Installation {
  const { phases } = RULE_PACKS[packId]
  const last = phases.at(-1) ?? 'L1'
  return house({
    packId,
    chosenSchool,
    promises: [],
    circuits: [
      aCircuit({ breakerA: 32 }),
      aCircuit({ id: 'k2', tag: 'c2', breakerA: 32 }),
      aCircuit({ id: 'k3', tag: 'c3', breakerA: 16, backedUp: false }),
    ],
    survey: [declared('switchingTime', '80 ms')],
    loads: [
      aLoad({ id: 'a', tag: 'fridge', name: 'Fridge', powerW: 150, duty: 0.4, mustStayOn: true, circuitTag: 'c1' }),
      aLoad({
        id: 'b',
        tag: 'pump',
        name: 'Pump',
        phase: last,
        powerW: 400,
        powerFactor: 0.8,
        duty: 0.3,
        starter: 'direct',
        lockedRotorA: 6,
        startS: 1,
        circuitTag: 'c2',
      }),
      aLoad({
        id: 'c',
        tag: 'oven',
        name: 'Oven',
        phase: last,
        powerW: 2900,
        duty: 0.3,
        priority: 8,
        circuitTag: 'c2',
      }),
      aLoad({ id: 'd', tag: 'hob', name: 'Hob', phase: 'all', powerW: 2800, duty: 0.4, priority: 9, circuitTag: 'c2' }),
      ...(chosenSchool === 'automaticWholeHome'
        ? []
        : [aLoad({ id: 'e', tag: 'tub', name: 'Tub', backedUp: false, powerW: 3000, duty: 0.2, circuitTag: 'c3' })]),
    ],
    ...change,
  })
}

const tags = (loads: readonly Pick<Load, 'tag'>[]) => loads.map(({ tag }) => tag)

describe.each(RULE_PACK_IDS)('every view of the plan in %s', (packId) => {
  it.each(SCHOOLS)('speaks of the same loads and the same figures under %s', (school) => {
    const installation = family(packId, school)
    const plan = planOfInstallation(installation)
    const { staying } = plan
    expect(staying.school).toBe(school)
    // the card of the chosen school feeds what stays on; the whole-house card speaks of the whole house
    const card = schoolComparison(installation, plan, null).find((option) => option.school === school)
    if (school === 'automaticWholeHome') expect(card?.feeds).toEqual(tags(installation.loads))
    else {
      expect(card?.feeds).toEqual(tags(staying.loads))
      expect(card?.byLoadList.shareAboveNight).toBe(staying.demand.shareAboveNight)
      expect(card?.byLoadList.shareAboveChangeover).toBe(staying.demand.shareAboveChangeover)
    }
    // the marks are of the likely peak that the limits view prints
    expect(staying.demand.likelyPeakW).toBe(likelyPeakW(staying.loads))
    const whole = markAgainst(likelyPeakW(staying.loads), plan.limits.nightW, 0.8)
    if (plan.limits.perPhase === null) expect(plan.marks.night).toBe(whole)
    // hours, year and sentence are of the same average
    const meanW = meanDemandW(staying.loads)
    expect(plan.runtime.netW).toBeCloseTo(meanW + (installation.sources.standbyW ?? NaN), 6)
    expect(systemOfPlan(installation, plan).loadShare).toBeCloseTo(meanW / meanDemandW(installation.loads), 9)
    const { drafts } = promisesOfPlan(installation, plan, school === 'manualChangeover' ? 'byHand' : 'flicker')
    const sentence = drafts.find(({ kind }) => kind === 'runtime')?.sentence
    if (sentence) {
      expect(sentence).toContain(`about ${Math.round(meanW / 10) * 10} W`)
      for (const tag of staying.off)
        expect(sentence).toContain(installation.loads.find((load) => load.tag === tag)?.name)
    }
    // what is promised stays on, and can stand on the ladder
    const ladder = ladderOfInstallation(installation, plan)
    const onLadder = [...tags(ladder.rungs), ...tags(ladder.leftOut)]
    for (const tag of drafts.find(({ kind }) => kind === 'staysOn')?.loadTags ?? []) {
      expect(tags(staying.loads)).toContain(tag)
      expect(onLadder).toContain(tag)
      expect(ladder.leftOut.find((left) => left.tag === tag)?.cause ?? 'notChosen').toBe('notChosen')
    }
    // the first word is of every load, whatever is chosen
    expect(plan.wholeHouse.expectedDemandW).toBeCloseTo(meanDemandW(installation.loads), 9)
  })
})

describe('marks', () => {
  const marks = (loads: Load[], packId: RulePackId = 'iec-1ph-230') =>
    planOfInstallation(family(packId, 'automaticWholeHome', { loads })).marks
  const load = (powerW: number, duty: number, change: Partial<Load> = {}) =>
    aLoad({ powerW, duty, circuitTag: 'c1', ...change })
  it('are of the likely peak, not of the average', () => {
    // 4,500 W for a fifth of the time: 900 W on average, and the peak stands above 80 % of 4,800 W
    expect(marks([load(4500, 0.2)])).toMatchObject({ night: 'tight', changeover: 'tight', day: 'tight' })
    expect(marks([load(900, 1)])).toMatchObject({ night: 'fits' })
  })
  it('are per phase: what fits the house may be too much for one of them', () => {
    const heavy = [load(2400, 1, { phase: 'L2' })]
    expect(marks(heavy, 'iec-1ph-230').night).not.toBe('exceeds')
    // 4,800 W over three phases are 1,600 W each; the load that stays on is a contradiction there, and the mark is not to be relied on
    expect(marks(heavy, 'iec-3ph-400')).toMatchObject({ night: 'open', overall: 'open' })
    const several = [1, 2, 3].map((n) => load(700, 1, { id: `m${n}`, tag: `m${n}`, phase: 'L2' }))
    expect(marks(several, 'iec-3ph-400').night).toBe('exceeds')
  })
  it('are Open while nothing is backed up or a limit is missing', () => {
    expect(marks([])).toMatchObject({ night: 'open', changeover: 'open', surge: 'open', overall: 'open' })
  })
})

describe('what cannot start', () => {
  const motor = (change: Partial<Load>) =>
    planOfInstallation(
      family('iec-1ph-230', null, {
        loads: [
          aLoad({ tag: 'pump', name: 'Pump', powerW: 500, starter: 'direct', startS: 1, circuitTag: 'c1', ...change }),
        ],
      }),
    )
  it('is left off, is no whole house, and is a contradiction where it must stay on', () => {
    const plan = motor({ lockedRotorA: 60 })
    expect([plan.demand.school, plan.wholeHouse.school, plan.staying.off]).toEqual([
      'automaticWithShedding',
      'automaticWithShedding',
      ['pump'],
    ])
    const must = motor({ lockedRotorA: 60, mustStayOn: true })
    expect(must.contradictions.map(({ path }) => path)).toEqual(['loads.pump.mustStayOn'])
    expect(must.marks).toMatchObject({ night: 'open', surge: 'open' })
  })
  it('leaves the school open while nobody knows its start', () => {
    expect(motor({ lockedRotorA: null }).demand.school).toBeNull()
    expect(motor({ lockedRotorA: 10 }).demand.school).toBe('automaticWholeHome')
  })
})

describe('everything at once', () => {
  const pump = (n: number, change: Partial<Load> = {}) =>
    aLoad({
      id: `p${n}`,
      tag: `p${n}`,
      name: `Pump ${n}`,
      powerW: 300,
      duty: 0.1,
      starter: 'direct',
      lockedRotorA: 15,
      startS: 2,
      circuitTag: 'c1',
      ...change,
    })
  const restart = (loads: Load[], packId: RulePackId = 'iec-1ph-230') =>
    planOfInstallation(family(packId, 'automaticWholeHome', { loads })).restart
  it('adds up starts that fit one by one, with a staggered list and what a soft start changes', () => {
    // 15 A · 230 V = 3,450 VA each, against 7,200 VA
    expect(restart([pump(1)])).toMatchObject({ totalVa: 3450, mark: 'fits', staggered: [] })
    const three = restart([pump(1), pump(2), pump(3, { lockedRotorA: 16 })])
    expect(three).toMatchObject({
      totalVa: 10_580,
      mark: 'exceeds',
      staggered: [
        { tag: 'p3', waitS: 0 },
        { tag: 'p1', waitS: 7 },
        { tag: 'p2', waitS: 14 },
      ],
    })
    expect(three.softStarts.find(({ tag }) => tag === 'p1')).toMatchObject({
      totalVa: 3450 * 1.45 + 3680,
      mark: 'exceeds',
    })
  })
  it('counts what a thermostat calls for whole, and the likely peak of the rest', () => {
    const heater = aLoad({
      tag: 'cylinder',
      powerW: 3000,
      powerFactor: 1,
      duty: 0.1,
      pattern: 'steady',
      circuitTag: 'c1',
    })
    const seldom = { ...heater, pattern: 'evening' as const, duty: 0.001 }
    expect(restart([pump(1), heater]).totalVa).toBe(6450)
    expect(restart([pump(1), seldom]).totalVa).toBe(3450)
  })
  it('is Open while one start is not known, and loses count of the waits behind an unknown start time', () => {
    expect(restart([pump(1), pump(2, { lockedRotorA: null })])).toMatchObject({ totalVa: null, mark: 'open' })
    expect(restart([pump(1, { startS: null }), pump(2), pump(3)]).staggered.map(({ waitS }) => waitS)).toEqual([
      0,
      null,
      null,
    ])
  })
  it('is judged on each phase', () => {
    // two of 1,840 VA are half of the whole surge, and more than the third of it that L2 gets
    const small = { phase: 'L2', lockedRotorA: 8 } as const
    expect(restart([pump(1, small), pump(2, small)], 'iec-3ph-400')).toMatchObject({
      mark: 'exceeds',
      tooMuchOn: ['L2'],
    })
  })
})

describe('promises', () => {
  const said = (change: Partial<Installation>, gapClass: Parameters<typeof promisesOfPlan>[2] = 'flicker') => {
    const installation = family('iec-1ph-230', 'automaticWithShedding', change)
    return promisesOfPlan(installation, planOfInstallation(installation), gapClass)
  }
  const kinds = (...args: Parameters<typeof said>) => said(...args).drafts.map(({ kind }) => kind)
  const why = (kind: string, ...args: Parameters<typeof said>) =>
    said(...args)
      .withheld.filter((one) => one.kind === kind)
      .map(({ because }) => because)
      .join(' ')
  it('are all made where every figure carries them', () => {
    expect(kinds({})).toEqual(['staysOn', 'gapClass', 'runtime', 'protection'])
  })
  it('name no gap that the maker has not declared, and none that is shorter', () => {
    expect(why('gapClass', { survey: [] })).toContain('has not declared the switching time')
    expect(why('gapClass', { survey: [declared('switchingTime', '80 ms', 'assumed')] })).toContain(
      'an assumption is no declaration',
    )
    expect(why('gapClass', { survey: [declared('switchingTime', ' ')] })).toContain('has not declared')
    expect(why('gapClass', { survey: [declared('switchingTime', '400 ms')] })).toContain('400 ms, which is longer')
    // a later letter wins over an assumption, and the latest over an earlier one
    expect(
      kinds({ survey: [declared('switchingTime', '80 ms'), declared('switchingTime', '9 s', 'assumed')] }),
    ).toContain('gapClass')
  })
  it('name no hours where there are none, and no load that nothing is known of', () => {
    const { sources } = house()
    expect(why('runtime', { sources: { ...sources, reserveSoc: 0.05 } })).toContain('less than half an hour')
    const astray = family('iec-1ph-230', null).loads.map((load) =>
      load.tag === 'fridge' ? { ...load, circuitTag: null } : load,
    )
    expect(why('staysOn', { loads: astray })).toContain('Fridge is not promised to stay on')
    expect(why('staysOn', { sources: { ...sources, units: [] } })).toContain('the night limit is open')
  })
  it('invent nothing: a changeover by hand names no switch and no place', () => {
    expect(said({}, 'byHand').drafts.find(({ kind }) => kind === 'gapClass')?.sentence).toBe(
      'When the street fails, you change over by hand.',
    )
  })
})

describe('the first word', () => {
  const word = (plan: Plan, installation: Installation) => firstWordDraft(plan, [], installation)
  const of = (change: Partial<Installation>) => {
    const installation = family('iec-1ph-230', null, change)
    return word(planOfInstallation(installation), installation)
  }
  it('speaks of all loads: what is not backed up is part of the whole house', () => {
    const light = [aLoad({ circuitTag: 'c1' })]
    expect(of({ loads: light }).word).toBe('wholeHouse')
    const tub = aLoad({ id: 'z', tag: 'tub', backedUp: false, powerW: 6000, duty: 0.5 })
    expect(of({ loads: [...light, tub] }).word).toBe('essentials')
  })
  it('waits for medical equipment to be provided for', () => {
    const site = (medical: 'yes' | 'no' | 'unsure' | null, medicalProvidedFor: string | null = null) => ({
      ...house().site,
      medical,
      medicalProvidedFor,
    })
    const loads = [aLoad({ circuitTag: 'c1' })]
    expect([
      of({ loads, site: site('yes') }).word,
      of({ loads, site: site('unsure') }).word,
      of({ loads, site: site('yes', 'A neighbour lends her supply.') }).word,
      of({ loads, site: site('no') }).word,
    ]).toEqual(['notYet', 'notYet', 'wholeHouse', 'wholeHouse'])
  })
})
