import { describe, expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import { DC_STRING } from '../../../tests/support/pvStrings'
import type { SurveyDetails, SurveyItem } from '../installation/survey'
import { ceilingsOf } from './ceilings'
import { growthByPanels } from './growthByPanels'
import { planOfInstallation } from './planOfInstallation'
import { pvOfInstallation } from './pvOfInstallation'
import { inputsTaken, trackersOf } from './trackers'

const string = (tag: string, detail: Partial<SurveyDetails['pvSystem']> = {}): SurveyItem<'pvSystem'> => ({
  id: tag,
  kind: 'pvSystem',
  tag,
  name: tag,
  detail: { ...DC_STRING, ...detail },
})
const [UNIT] = house().sources.units
const withStrings = (
  items: SurveyItem[],
  units: object[] = [{ name: 'A', pvInputs: 2, pvDcW: 3000, inverterAcW: 9000 }],
) =>
  house({
    survey: items,
    site: { ...house().site, minTempC: -15, maxTempC: 60 },
    sources: { ...house().sources, pvAc: [], units: units.map((unit) => ({ ...UNIT!, ...unit })) },
  })

describe('what more panels would bring', () => {
  it('is told string by string until the frost voltage passes its limit', () => {
    const rows = growthByPanels(withStrings([string('roof')]))
    // 40 V · (1 + 0.003·40) = 44.8 V a module
    expect(rows.map(({ added, modules, coldVocV, mark }) => [added, modules, Math.round(coldVocV ?? 0), mark])).toEqual(
      [
        [0, 10, 448, 'fits'],
        [1, 11, 493, 'fits'],
        [2, 12, 538, 'exceeds'],
        [3, 13, 582, 'exceeds'],
      ],
    )
    expect(rows.map(({ morePeakW }) => Math.round(morePeakW ?? NaN))).toEqual([0, 400, 800, 1200])
  })
  it('raises the limit by day as the expected output grows, and begins with the plan', () => {
    const house = withStrings([string('roof')])
    const [now, one] = growthByPanels(house)
    expect(now?.dayW).toBe(planOfInstallation(house).limits.dayW)
    expect((one?.dayW ?? 0) - (now?.dayW ?? 0)).toBeCloseTo(300, 6)
  })
  it('counts every string of a system', () => {
    expect(growthByPanels(withStrings([string('roof', { stringsInParallel: 2 })]))[1]).toMatchObject({
      modules: 22,
      morePeakW: expect.closeTo(400, 6) as number,
    })
  })
  it.each(['modulesInString', 'stringsInParallel', 'arrayW', 'moduleVocV', 'maxVocV'] as const)(
    'is open without %s',
    (figure) => {
      const rows = growthByPanels(withStrings([string('roof', { [figure]: null })]))
      // what is known to be too much stays so
      expect(rows.slice(0, 2).map(({ mark }) => mark)).toEqual(['open', 'open'])
      expect(rows.map(({ mark }) => mark)).not.toContain('fits')
    },
  )
  it('of one of several strings raises no limit: nobody said what it gives of the whole', () => {
    expect(growthByPanels(withStrings([string('a'), string('b')])).map(({ dayW }) => dayW)).toEqual(Array(8).fill(null))
  })
  it('on the AC side gives no more than its inverter, and nothing is known of two', () => {
    const ac = { name: 'Roof', expectedW: 2900, ratingW: 3000, side: 'island' as const, onBackedPhase: true }
    const one = withStrings([string('roof', { coupling: 'ac' })])
    const [now, more] = growthByPanels({ ...one, sources: { ...one.sources, pvAc: [ac] } })
    expect((more?.dayW ?? 0) - (now?.dayW ?? 0)).toBeCloseTo(100, 6)
    expect(growthByPanels({ ...one, sources: { ...one.sources, pvAc: [ac, ac] } })[1]?.dayW).toBeNull()
  })
})

describe('trackers', () => {
  const two = (east: object = {}, west: object = {}, units?: object[]) =>
    withStrings([string('east', { trackerInput: 1, ...east }), string('west', { trackerInput: 1, ...west })], units)
  it('take strings together that are alike and within the current', () => {
    expect(trackersOf(two({ trackerLimitA: 30 }, { trackerLimitA: 30 }))).toMatchObject([
      { unit: 'A', input: 1, strings: ['east', 'west'], faults: [], mark: 'fits' },
    ])
  })
  it.each([
    ['unlikeStrings', { trackerLimitA: 30, modulesInString: 9 }, { trackerLimitA: 30 }],
    ['tooMuchCurrent', {}, {}],
    ['noSuchInput', { trackerInput: 3 }, { trackerInput: 3, trackerLimitA: 30 }],
  ])('say %s', (fault, east, west) => {
    const house = two(east, west)
    expect(trackersOf(house)[0]?.faults).toContain(fault)
    expect(pvOfInstallation(house).mark).toBe('exceeds')
  })
  it.each([['moduleIscA'], ['trackerLimitA'], ['modulesInString']])('are open without %s', (figure) => {
    expect(trackersOf(two({ trackerLimitA: 30, [figure]: null }, { trackerLimitA: 30 }))[0]?.mark).toBe('open')
  })
  it('are open while nobody knows how many inputs there are', () => {
    const unknown = two({ trackerLimitA: 30 }, { trackerLimitA: 30 }, [{ name: 'A', pvInputs: null }])
    expect(trackersOf(unknown)[0]?.mark).toBe('open')
  })
  it('count an input once, whatever hangs on it, by the inverter that the survey names', () => {
    const units = [
      { name: 'A', pvInputs: 2 },
      { name: 'B', pvInputs: 2 },
    ]
    const house = two({ inverter: 'A' }, { inverter: 'B' }, units)
    expect([inputsTaken(house, 'A'), inputsTaken(house, 'B'), inputsTaken(two(), 'A')]).toEqual([1, 1, 1])
    expect(inputsTaken(two({ trackerInput: null }), 'A')).toBe(2)
    expect(
      ceilingsOf(two({ inverter: 'A' }, { inverter: null }, units)).filter(({ kind }) => kind === 'pvInputs'),
    ).toMatchObject([{ used: null }, { used: null }])
  })
})
