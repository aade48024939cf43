import { describe, expect, it } from 'vitest'
import { aCircuit, aLoad, house } from '../../../tests/support/house'
import type { Supply } from '../installation/installation'
import type { SurveyDetails, SurveyItem } from '../installation/survey'
import { contradictionsOf } from './contradictions'
import { chargingMainA, mainOfLoad, mainsOf } from './mains'
import { planOfInstallation } from './planOfInstallation'
import { unknownsOf } from './surveyChecklist'

const board = (tag: string, detail: Partial<SurveyDetails['board']>): SurveyItem<'board'> => ({
  id: tag,
  kind: 'board',
  tag,
  name: `Board ${tag}`,
  detail: { mainA: null, busbarA: null, sourcesAtFarEnd: null, fedFrom: 'main1', metalOutdoors: null, ...detail },
})
const BOARDS = [
  board('b1', { fedFrom: 'main1' }),
  board('b2', { fedFrom: 'main2' }),
  board('b3', { fedFrom: 'otherBoard', fedFromTag: 'b2' }),
]
const split = (supply: Partial<Supply> = {}, boards = BOARDS, sauna = 4000) =>
  house({
    packId: 'iec-1ph-230',
    supply: { ...house().supply, powerFactor: 1, ratingA: 60, secondMainA: 32, backupMain: 'main1', ...supply },
    survey: boards,
    circuits: [aCircuit({ tag: 'c1', boardTag: 'b1' }), aCircuit({ id: 'c3', tag: 'c3', boardTag: 'b3' })],
    loads: [
      aLoad({ tag: 'lamp', circuitTag: 'c1' }),
      aLoad({ id: 's', tag: 'sauna', circuitTag: 'c3', powerW: sauna, duty: 1, backedUp: false }),
    ],
  })
const verdicts = (installation: ReturnType<typeof split>) =>
  mainsOf(installation)?.mains.map(({ capacity }) => capacity.verdict)

describe('two mains', () => {
  it('hold each its own loads against its own rating', () => {
    expect(verdicts(split())).toEqual(['fits', 'fits'])
    // 8 kW on 32 A at 230 V: the other main's room does not help
    expect(verdicts(split({}, BOARDS, 8000))).toEqual(['fits', 'exceeds'])
    expect(planOfInstallation(split({}, BOARDS, 8000)).marks.capacity).toBe('exceeds')
  })
  it('are found along the boards that feed each other', () => {
    const installation = split()
    expect(installation.loads.map((load) => mainOfLoad(installation, load))).toEqual(['main1', 'main2'])
    expect(mainsOf(installation)?.mains.map(({ boards }) => boards)).toEqual([['Board b1'], ['Board b2', 'Board b3']])
  })
  it.each([
    [
      'a load without a circuit',
      (one: ReturnType<typeof split>) => ({ ...one, loads: one.loads.map((load) => ({ ...load, circuitTag: null })) }),
    ],
    [
      'a circuit without a board',
      (one: ReturnType<typeof split>) => ({
        ...one,
        circuits: one.circuits.map((circuit) => ({ ...circuit, boardTag: null })),
      }),
    ],
    [
      'a board of which nobody said what feeds it',
      () => split({}, [BOARDS[0]!, board('b3', { fedFrom: 'otherBoard' })]),
    ],
    [
      'boards that feed each other in a circle',
      () =>
        split({}, [
          BOARDS[0]!,
          board('b3', { fedFrom: 'otherBoard', fedFromTag: 'b4' }),
          board('b4', { fedFrom: 'otherBoard', fedFromTag: 'b3' }),
        ]),
    ],
  ])('are open with %s', (_words, changed) => {
    const installation = changed(split())
    expect(mainsOf(installation)?.verdict).toBe('open')
    expect(planOfInstallation(installation).marks.capacity).toBe('open')
    expect(unknownsOf(installation).map(({ key }) => key)).toContain('loadsOfMains')
  })
  it('exceed all the same where what is known is too much', () => {
    const installation = split({}, BOARDS, 8000)
    const loads = [...installation.loads, aLoad({ id: 'x', tag: 'x', circuitTag: null })]
    expect(verdicts({ ...installation, loads })).toEqual(['open', 'exceeds'])
  })
  it('are open without a rating', () => {
    expect(verdicts(split({ ratingA: null }))).toEqual(['open', 'fits'])
  })
  it('charge the battery from the one that the backup sits on', () => {
    const charged = (backupMain: Supply['backupMain'], ratingA: number | null = 60) =>
      chargingMainA(split({ backupMain, ratingA }))
    expect([charged('main1'), charged('main2'), charged('both'), charged(null)]).toEqual([60, 32, 32, 32])
    expect(charged(null, null)).toBeNull()
    expect(planOfInstallation(split()).capacity.capacityKva).toBeCloseTo(13.8, 9)
  })
  it('contradict a load that is backed up on the other one', () => {
    const backed = split({ backupMain: 'main2' })
    expect(contradictionsOf(backed).map(({ path }) => path)).toContain('loads.lamp.backedUp')
    expect(planOfInstallation(backed).marks.night).toBe('open')
    expect(contradictionsOf(split({ backupMain: null })).map(({ path }) => path)).not.toContain('loads.lamp.backedUp')
  })
  it('ask where the backup sits, and are nothing where there is one main', () => {
    expect(unknownsOf(split({ backupMain: null })).map(({ key }) => key)).toContain('backupMain')
    expect(mainsOf(split({ secondMainA: null }))).toBeNull()
  })
})
