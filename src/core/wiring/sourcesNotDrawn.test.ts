import { describe, expect, it } from 'vitest'
import { house, reading, recordOf } from '../../../tests/support/house'
import { benchOf } from '../evidence/bench'
import { asBuiltWord } from '../evidence/families/switchPositions'
import { warningLabels } from '../handover/labels/warningLabels'
import type { SurveyDetails, SurveyItem } from '../installation/survey'
import type { Installation } from '../installation/installation'
import type { InstallationGraph } from './installationGraph'
import { sourcesNotDrawn } from './sourcesNotDrawn'
import { startingTopology } from './topology/startingTopology'
import { graphOf } from './wiringOfInstallation'

const charger = (detail: Partial<SurveyDetails['vehicleCharger']> = {}): SurveyItem<'vehicleCharger'> => ({
  id: 'v',
  kind: 'vehicleCharger',
  tag: 'ev1',
  name: 'Drive charger',
  detail: { ratingW: 7000, phase: 'all', side: 'island', detects6mADc: true, givesW: 3000, ...detail },
})
/** A house whose drawing was made before a thing was found. */
function drawnBefore(survey: SurveyItem[]): Installation {
  const graph: InstallationGraph = startingTopology(house())
  const revision = {
    id: 'r',
    jobId: house().jobId,
    layer: 'wired' as const,
    number: 1,
    note: '',
    graph,
    madeByName: 'Maud',
    madeAt: '2026-01-01T00:00:00.000Z',
  }
  return house({ survey, wiring: { planned: null, wired: revision } })
}
const positionsOf = (installation: Installation) =>
  benchOf(recordOf(installation, [reading('wire.positions', 'built', asBuiltWord(installation))])).judgements.get(
    'wire.positions',
  )

describe('every source that is there', () => {
  const oldBattery = (tag: string, name: string): SurveyItem<'existingBattery'> => ({
    id: tag,
    kind: 'existingBattery',
    tag,
    name,
    detail: { capacityWh: 5000, limitW: 2500, ctPlace: null, reactsInS: null, deadbandW: null },
  })
  const survey = [
    charger(),
    { ...charger(), id: 'v2', tag: 'ev2', name: 'Yard charger' },
    oldBattery('bat1', 'Cellar battery'),
    oldBattery('bat2', 'Loft battery'),
  ]
  it('is in a drawing made from the plan, and missed in one from before', () => {
    const graph = startingTopology(house({ survey }))
    expect(sourcesNotDrawn(house({ survey }), graph)).toEqual([])
    expect(graph.sources.filter(({ kind }) => kind === 'vehicle')).toHaveLength(2)
    expect(sourcesNotDrawn(house({ survey }), startingTopology(house()))).toEqual([
      'Drive charger',
      'Yard charger',
      'Cellar battery',
      'Loft battery',
    ])
  })
  it('is missed by its name where one of two old batteries is drawn', () => {
    const graph = startingTopology(house({ survey: [oldBattery('bat1', 'Cellar battery')] }))
    expect(sourcesNotDrawn(house({ survey: survey.slice(2) }), graph)).toEqual(['Loft battery'])
  })
  it('counts no charging input of a new battery for an old one', () => {
    const graph = startingTopology(house({ chosenSchool: 'manualChangeover' }))
    const old = [oldBattery('bat1', 'Cellar battery')]
    expect(sourcesNotDrawn(house({ survey: old, chosenSchool: 'manualChangeover' }), graph)).toEqual(['Cellar battery'])
  })
})

describe('a source that the drawing does not have', () => {
  it('is named, and leaves the position check open although it was confirmed as built', () => {
    const found = drawnBefore([charger()])
    expect(sourcesNotDrawn(found, graphOf(found, 'wired'))).toEqual(['Drive charger'])
    expect(positionsOf(found)).toMatchObject({
      verdict: 'open',
      why: expect.stringContaining('Drive charger') as string,
    })
    expect(positionsOf(drawnBefore([]))?.verdict).toBe('proven')
  })
  it('holds back the warnings that name what feeds the house', () => {
    const held = (installation: Installation) =>
      warningLabels(installation, true).filter(({ kind, heldBecause }) => kind === 'warning' && heldBecause !== null)
    expect(held(drawnBefore([charger()])).length).toBeGreaterThan(held(drawnBefore([])).length)
  })
  it('is a generator behind a changeover switch too, and PV', () => {
    const generator = (connection: 'changeover' | 'socket'): SurveyItem<'generator'> => ({
      id: 'g',
      kind: 'generator',
      tag: 'gen1',
      name: 'Shed generator',
      detail: { ratingW: 3000, connection, neutralBonded: null },
    })
    const graph = startingTopology(house())
    expect(sourcesNotDrawn(house({ survey: [generator('changeover')] }), graph)).toEqual(['Shed generator'])
    expect(sourcesNotDrawn(house({ survey: [generator('socket')] }), graph)).toEqual([])
    const pv = { name: 'Roof', expectedW: 1000, ratingW: 1000, side: 'island' as const, onBackedPhase: true }
    const sources = { ...house().sources, pvAc: [...house().sources.pvAc, pv] }
    expect(sourcesNotDrawn(house({ sources }), graph)).toEqual(['Roof'])
  })
  it('is none on the street’s side, where it gives nothing, or once the plan draws it', () => {
    const street = drawnBefore([charger({ side: 'grid' })])
    expect(sourcesNotDrawn(street, graphOf(street, 'wired'))).toEqual([])
    const planned = house({ survey: [charger()] })
    expect(startingTopology(planned).sources.map(({ kind }) => kind)).toContain('vehicle')
    expect(sourcesNotDrawn(planned, startingTopology(planned))).toEqual([])
  })
})
