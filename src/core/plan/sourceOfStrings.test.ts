import { describe, expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import type { NamedPv } from '../installation/installation'
import type { SurveyDetails, SurveyItem } from '../installation/survey'
import { contradictionsOf } from './contradictions'
import { growthByPanels } from './growthByPanels'
import { peakOfSourceW, sourceOfStrings, stringsOfSource } from './sourceOfStrings'

const system = (tag: string, detail: Partial<SurveyDetails['pvSystem']>): SurveyItem<'pvSystem'> => ({
  id: tag,
  kind: 'pvSystem',
  tag,
  name: tag,
  detail: {
    coupling: 'ac',
    inverter: null,
    phase: 'all',
    inverterW: null,
    arrayW: 3000,
    modulesInString: 8,
    stringsInParallel: 1,
    moduleVocV: null,
    moduleIscA: null,
    moduleVmpV: null,
    betaPercentPerC: null,
    optimisers: false,
    backGain: 0,
    maxVocV: null,
    trackerLimitA: null,
    trackerStartV: null,
    arrayRatioLimit: null,
    ...detail,
  },
})
const pv = (name: string, change: Partial<NamedPv> = {}): NamedPv => ({
  name,
  expectedW: 2500,
  ratingW: 4000,
  side: 'island',
  onBackedPhase: true,
  phase: 'all',
  ...change,
})
const withPv = (pvAc: NamedPv[], survey: SurveyItem[]) => house({ survey, sources: { ...house().sources, pvAc } })
const tagsOf = (items: readonly SurveyItem[] | null) => items && items.map(({ tag }) => tag)

describe('which strings an expected output is of', () => {
  it('are those of the only source, whatever the survey calls it', () => {
    const [east] = [pv('East')]
    const there = withPv([east], [system('roof', { inverter: 'something else' }), system('shed', {})])
    expect(tagsOf(stringsOfSource(there, { coupling: 'ac', source: east }))).toEqual(['roof', 'shed'])
    expect(peakOfSourceW(there, { coupling: 'ac', source: east })).toBe(6000)
  })

  it('of several are those that name it, and open for all while one names none', () => {
    const east = pv('East')
    const west = pv('West')
    const roof = system('roof', { inverter: 'West' })
    const there = withPv([east, west], [roof, system('shed', { inverter: 'East', arrayW: null })])
    expect(sourceOfStrings(there, roof)?.source).toBe(west)
    expect(peakOfSourceW(there, { coupling: 'ac', source: west })).toBe(3000)
    expect(peakOfSourceW(there, { coupling: 'ac', source: east })).toBeNull()
    const unsaid = withPv([east, west], [roof, system('shed', {})])
    expect(stringsOfSource(unsaid, { coupling: 'ac', source: west })).toBeNull()
  })

  it('on a DC side count what two-faced modules gain, and never those on AC', () => {
    const there = withPv([], [system('roof', { coupling: 'dc', backGain: 0.1 }), system('shed', {})])
    const [unit] = there.sources.units
    expect(peakOfSourceW(there, { coupling: 'dc', source: unit! })).toBeCloseTo(3300, 6)
  })
})

describe('an expected output', () => {
  const said = (change: Partial<NamedPv>, survey: SurveyItem[]) =>
    contradictionsOf(withPv([pv('East', change)], survey))
      .filter(({ path }) => path === 'sources.pvAc.0.expectedW')
      .map(({ message }) => message.replaceAll('\u00a0', ' '))

  it('above the peak of its strings, or above the rating of its inverter, contradicts the plan', () => {
    expect(said({ expectedW: 3500 }, [system('roof', {})])).toEqual([
      'East is expected to give 3.5 kW, more than the 3 kW of its strings.',
    ])
    expect(said({ expectedW: 4500 }, [])).toEqual([
      'East is expected to give 4.5 kW, more than the 4 kW its inverter is rated for.',
    ])
  })

  it('up to both of them, or with neither known, contradicts nothing', () => {
    expect(said({ expectedW: 3000 }, [system('roof', {})])).toEqual([])
    expect(said({ expectedW: 9000, ratingW: null }, [system('roof', { arrayW: null })])).toEqual([])
    expect(said({ expectedW: null }, [system('roof', {})])).toEqual([])
  })
})

describe('more panels', () => {
  it('on one of several sources raise the limit by day by its own share', () => {
    const there = withPv(
      [pv('East'), pv('West', { expectedW: 1600 })],
      [system('roof', { inverter: 'West' }), system('shed', { inverter: 'East' })],
    )
    const [now, one] = growthByPanels(there).filter(({ tag }) => tag === 'roof')
    expect((one?.dayW ?? NaN) - (now?.dayW ?? NaN)).toBeCloseTo(1600 / 8, 6)
  })
})
