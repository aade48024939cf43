import { describe, expect, it } from 'vitest'
import { aCircuit, house } from '../../../tests/support/house'
import { DC_STRING } from '../../../tests/support/pvStrings'
import type { SurveyDetails, SurveyItem, SurveyKind } from '../installation/survey'
import { boardRatings, deviceOfSurvey } from './devicesOfInstallation'
import { stringsOf } from './pvStrings'
import { unknownsOf } from './surveyChecklist'

type Device = SurveyDetails['sourceDevice']
const DEVICE: Device = {
  boardTag: 'b1',
  device: 'rcd',
  ratingA: 40,
  outputA: 20,
  sourceBehind: false,
  marking: null,
  polarityRight: null,
  shared: false,
  residualType: 'A',
  feeds: 'ordinary',
  detects6mADc: null,
  makerStatesType: null,
}
const found = <K extends SurveyKind>(kind: K, detail: SurveyDetails[K]): SurveyItem<K> =>
  ({ id: kind, kind, tag: kind === 'board' ? 'b1' : kind, name: kind, detail }) as SurveyItem<K>
const marks = (detail: Device) => deviceOfSurvey(detail, 'iec-1ph-230').findings.map(({ check, mark }) => [check, mark])

describe('a device towards a source', () => {
  it('fits where everything is said', () => {
    expect(deviceOfSurvey(DEVICE, 'iec-1ph-230').verdict).toBe('fits')
    expect(deviceOfSurvey({ ...DEVICE, device: 'acBreaker' }, 'iec-1ph-230').verdict).toBe('fits')
  })

  it('is open while nobody has said whether a source is behind it, what it feeds, or who shares it', () => {
    expect(marks({ ...DEVICE, sourceBehind: null })).toContainEqual(['direction', 'open'])
    expect(marks({ ...DEVICE, device: 'acBreaker', sourceBehind: null })).toContainEqual(['direction', 'open'])
    expect(marks({ ...DEVICE, feeds: null })).toContainEqual(['type', 'open'])
    expect(marks({ ...DEVICE, sourceBehind: true, shared: null, marking: 'bidirectional' })).toContainEqual([
      'shared',
      'open',
    ])
    expect(marks({ ...DEVICE, sourceBehind: null, shared: true })).toContainEqual(['shared', 'open'])
  })

  it('is never worse for what nobody has said than if the worst were so', () => {
    expect(marks({ ...DEVICE, sourceBehind: null, marking: 'oneWay' })).toContainEqual(['direction', 'open'])
    expect(marks({ ...DEVICE, sourceBehind: true, marking: 'oneWay' })).toContainEqual(['direction', 'exceeds'])
  })

  it('leaves its board open until it is said whether a source is behind it', () => {
    const rated = (sourceBehind: boolean | null) =>
      boardRatings(
        house({
          sources: { ...house().sources, units: [] },
          survey: [
            found('board', {
              mainA: 63,
              busbarA: 100,
              sourcesAtFarEnd: null,
              fedFrom: null,
              metalOutdoors: null,
            }),
            found('sourceDevice', { ...DEVICE, sourceBehind }),
          ],
        }),
      ).map(({ rating: { verdict } }) => verdict)
    expect([rated(false), rated(null)]).toEqual([['fits'], ['open']])
  })
})

describe('a string', () => {
  const asked = (change: Partial<SurveyDetails['pvSystem']>) =>
    stringsOf(
      house({ site: { ...house().site, minTempC: -10, maxTempC: 60 } }),
      found('pvSystem', { ...DC_STRING, ...change }),
    )

  it('fits where everything is said, and is open without optimisers or second face looked at', () => {
    expect(asked({}).verdict).toBe('fits')
    expect(asked({ optimisers: null })).toMatchObject({ coldVocV: null, verdict: 'open' })
    expect(asked({ backGain: null })).toMatchObject({ trackerA: null, arrayRatio: null, verdict: 'open' })
  })
})

describe('a heat pump', () => {
  it('is asked after until it is known how it starts', () => {
    const asks = (starter: 'soft' | null) =>
      unknownsOf(
        house({
          survey: [
            found('heatPump', {
              inputW: 2000,
              boosterW: 0,
              lockedRotorA: 20,
              starter,
              phase: 'all',
              side: 'island',
            }),
          ],
        }),
      ).some(({ key }) => key === 'heatPump')
    expect([asks('soft'), asks(null)]).toEqual([false, true])
  })
})

describe('a circuit', () => {
  it('is asked after until somebody has said whether an alarm or a freezer hangs on it', () => {
    const asks = (...said: (boolean | null)[]) =>
      unknownsOf(house({ circuits: said.map((safety, k) => aCircuit({ id: `k${k}`, tag: `c${k}`, safety })) })).some(
        ({ key }) => key === 'safetyCircuits',
      )
    expect([asks(), asks(false, true), asks(false, null)]).toEqual([false, false, true])
  })
})
