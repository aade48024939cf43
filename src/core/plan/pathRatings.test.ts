import { describe, expect, it } from 'vitest'
import { aCircuit, aRun, house, reading, recordOf } from '../../../tests/support/house'
import { benchOf } from '../evidence/bench'
import type { Installation } from '../installation/installation'
import type { SurveyItem } from '../installation/survey'
import { boardRatings, cableChecks } from './devicesOfInstallation'
import { pathRatings } from './pathRatings'

const run = (change: Parameters<typeof aRun>[0]) =>
  aRun({ designCurrentA: 20, deviceA: 32, lengthM: 20, size: '6', ...change })
const marks = (change: Partial<Installation>) =>
  pathRatings(house({ runs: [], ...change })).map(({ part, mark }) => [part, mark])
const { sources } = house()

describe('ratings in the path', () => {
  it('are each held against the device that protects them', () => {
    expect(marks({})).toEqual([
      ['gateway', 'fits'],
      ['switch', 'fits'],
    ])
    expect(marks({ sources: { ...sources, gatewayA: 50, switchA: 59 } })).toEqual([
      ['gateway', 'exceeds'],
      ['switch', 'exceeds'],
    ])
    // a run with its own device before the gateway protects it
    expect(
      marks({ sources: { ...sources, gatewayA: 50 }, runs: [run({ from: 'Meter', to: 'Gateway', deviceA: 50 })] })[0],
    ).toEqual(['gateway', 'fits'])
    // 6 mm² carries 46 A, after derating by 0.6 it carries 27.6 A
    expect(
      marks({
        runs: [run({ from: 'a', to: 'b' }), run({ id: 'x', tag: 'w2', from: 'a', to: 'b', derating: 0.6 })],
      }).slice(2),
    ).toEqual([
      ['cable', 'fits'],
      ['cable', 'exceeds'],
    ])
  })
  it('are Open where one is blank', () => {
    expect(marks({ sources: { ...sources, gatewayA: null, switchA: null } })).toEqual([
      ['gateway', 'open'],
      ['switch', 'open'],
    ])
    expect(marks({ runs: [run({ deviceA: null, from: 'a', to: 'b' })] })[2]).toEqual(['cable', 'open'])
    expect(marks({ runs: [run({ derating: null, from: 'a', to: 'b' })] })[2]).toEqual(['cable', 'open'])
    // 6 mm² carries 46 A before any factor
    expect(marks({ runs: [run({ derating: null, deviceA: 63, from: 'a', to: 'b' })] })[2]).toEqual(['cable', 'exceeds'])
    expect(marks({ supply: { ...house().supply, ratingA: null } })[0]).toEqual(['gateway', 'open'])
  })
  it('are held against the fuse that was found, and a larger one is not Proven', () => {
    const found = (ratingA: number, change: Partial<Installation> = {}) =>
      benchOf(
        recordOf(house(change), [reading('survey.supplyRating', 'rating', ratingA, { unit: 'A' })]),
      ).judgements.get('survey.supplyRating')
    expect([found(60)?.verdict, found(63)?.verdict, found(80)?.verdict, found(50)?.verdict]).toEqual([
      'proven',
      'watch',
      'stop',
      'stop',
    ])
    expect(found(80)?.why).toContain('The gateway carries 63 A, and the device before it is rated 80 A.')
    expect(found(60, { sources: { ...sources, gatewayA: null } })).toMatchObject({
      verdict: 'open',
      why: expect.stringContaining('The rating of the gateway is not entered.'),
    })
  })
})

describe('the drop of a run', () => {
  const drop = (packId: Installation['packId'], phase: Installation['runs'][number]['phase'], size = '6') =>
    cableChecks(house({ packId, runs: [run({ phase, size })] }))[0]?.check
  it('is that of its own phases and voltage', () => {
    const single = drop('iec-1ph-230', null)
    // in a house of three phases a single-phase run drops as much as in one of a single phase
    expect(drop('iec-3ph-400', 'L2')?.dropPercent).toBeCloseTo(single?.dropPercent ?? NaN, 9)
    // 2 · I · L · R of 230 V against √3 · I · L · R of 400 V
    expect(drop('iec-3ph-400', 'all')?.dropPercent).toBeCloseTo(
      ((single?.dropPercent ?? NaN) * (Math.sqrt(3) / 400)) / (2 / 230),
      9,
    )
    // on one leg of a split phase: the same volts of half the voltage
    expect(drop('na-split-240', 'L1', '8')?.dropPercent).toBeCloseTo(
      2 * (drop('na-split-240', 'all', '8')?.dropPercent ?? NaN),
      9,
    )
  })
  it('is Open in a house of several phases while nobody has said what it carries', () => {
    expect(drop('iec-3ph-400', null)).toMatchObject({ dropPercent: null, drop: 'open', verdict: 'open' })
  })
})

describe('terminals of a split-phase house', () => {
  const carries = (terminals75: boolean | null, deviceA: number) =>
    cableChecks(house({ packId: 'na-split-240', runs: [run({ size: '4', phase: 'all', terminals75, deviceA })] }))[0]
      ?.check.deratedAmpacityA
  it('take the lower column up to 100 A unless they are marked', () => {
    expect([carries(true, 60), carries(false, 60), carries(null, 60), carries(null, 125)]).toEqual([85, 70, 70, 85])
  })
})

describe('a board', () => {
  const board = {
    id: 'b',
    kind: 'board',
    tag: 'main',
    name: 'Main',
    detail: { mainA: 60, busbarA: 100, sourcesAtFarEnd: false, fedFrom: 'main1', metalOutdoors: null },
  } as SurveyItem
  const device = (boardTag: string | null) =>
    ({
      id: 'd',
      kind: 'sourceDevice',
      tag: 'dev1',
      name: 'Inverter',
      detail: { boardTag, device: 'acBreaker', ratingA: 32, outputA: 26, sourceBehind: true },
    }) as unknown as SurveyItem
  const verdict = (packId: Installation['packId'], breakerA: number | null, survey: SurveyItem[]) =>
    boardRatings(house({ packId, runs: [], survey, circuits: [aCircuit({ boardTag: 'main', breakerA })] }))[0]?.rating
      .verdict
  it('is Open while a planned inverter hangs on no device yet, and knows one that hangs elsewhere', () => {
    expect(verdict('iec-1ph-230', 32, [board])).toBe('open')
    expect(verdict('iec-1ph-230', 32, [board, device(null)])).toBe('fits')
    expect(verdict('iec-1ph-230', 32, [board, device('main')])).toBe('fits')
  })
  it('whose circuits are summed is Open while one of their devices is not known', () => {
    expect(verdict('na-split-240', null, [board, device('main')])).toBe('open')
    expect(verdict('na-split-240', 20, [board, device('main')])).toBe('fits')
  })
})
