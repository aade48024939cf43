import { describe, expect, it } from 'vitest'
import { house, reading, recordOf } from '../../../../tests/support/house'
import type { Installation } from '../../installation/installation'
import type { SurveyItem } from '../../installation/survey'
import { plannedOrder, sourcesInOutage, stagesOf } from '../../settings/sourcesInOutage'
import { benchOf } from '../bench'

const charger = (change: Partial<SurveyItem<'vehicleCharger'>['detail']> = {}): SurveyItem<'vehicleCharger'> => ({
  id: 'v',
  kind: 'vehicleCharger',
  tag: 'ev1',
  name: 'Charger',
  detail: {
    ratingW: 7000,
    phase: 'L1',
    side: 'island',
    detects6mADc: true,
    givesW: 3000,
    givesWhen: 'afterBattery',
    vehicleWh: 40_000,
    vehicleSoc: 0.7,
    agreedFloorSoc: 0.4,
    ...change,
  },
})
const withVehicle = (change: Parameters<typeof charger>[0] = {}, more: Partial<Installation> = {}): Installation => {
  const base = house({ testDepth: 'full', survey: [charger(change)], ...more })
  return { ...base, sources: { ...base.sources, units: base.sources.units.map((unit) => ({ ...unit, pvDcW: 2000 })) } }
}
const judged = (installation: Installation, stage: string, answers: Readonly<Record<string, string | number>>) =>
  benchOf(
    recordOf(
      installation,
      Object.entries(answers).map(([slot, answer]) => reading(`settings.source.${stage}`, slot, answer)),
    ),
  ).judgements.get(`settings.source.${stage}`)

describe('the stages of a long outage', () => {
  it('are those that the house can come to', () => {
    expect(stagesOf(withVehicle())).toEqual(['night', 'dawn', 'late', 'floor', 'away'])
    expect(stagesOf(withVehicle({ givesW: 0 }))).toEqual(['night', 'dawn'])
    expect(stagesOf(house())).toEqual(['night'])
    expect(stagesOf({ ...house(), sources: { ...house().sources, units: [] } })).toEqual([])
  })

  it('take the vehicle after the battery or before it, as it is planned, and not at all while nobody said', () => {
    expect(plannedOrder(withVehicle())).toEqual(['pv', 'battery', 'vehicle'])
    expect(plannedOrder(withVehicle({ givesWhen: 'beforeBattery' }))).toEqual(['pv', 'vehicle', 'battery'])
    expect(plannedOrder(withVehicle({ givesWhen: null }))).toBeNull()
    expect(sourcesInOutage(withVehicle({ givesWhen: null })).stages).toBeNull()
  })

  it('last from the reserve to the floor, battery first and then the vehicle', () => {
    const { stages, endsBy } = sourcesInOutage(withVehicle())
    expect(stages?.map(({ batteryW, vehicleW }) => [batteryW > 0, vehicleW > 0])).toEqual([
      [true, false],
      [false, true],
    ])
    expect(endsBy).toBe('energy')
    const [battery, vehicle] = stages ?? []
    // 40 kWh from 70 to 40 % against 9.6 kWh from 40 to 5 %
    expect((vehicle?.hours ?? 0) / (battery?.hours ?? 1)).toBeCloseTo((40_000 * 0.3) / (9600 * 0.35), 6)
  })

  it.each([['vehicleWh'], ['vehicleSoc'], ['agreedFloorSoc']] as const)('are not known without %s', (field) => {
    expect(sourcesInOutage(withVehicle({ [field]: null })).stages).toBeNull()
  })

  it('are each tried, or Open', () => {
    for (const stage of ['night', 'dawn', 'late', 'away'])
      expect(
        [undefined, 'yes', 'no'].map((seen) => judged(withVehicle(), stage, seen ? { seen } : {})?.verdict),
      ).toEqual(['open', 'proven', 'stop'])
  })

  it('keep the charge that was agreed with the vehicle’s owner', () => {
    const floor = (answers: Record<string, string | number>, change = {}) =>
      judged(withVehicle(change), 'floor', answers)?.verdict
    expect(floor({ floor: 40, seen: 'yes' })).toBe('proven')
    expect(floor({ floor: 39, seen: 'yes' })).toBe('stop')
    expect(floor({ floor: 40 })).toBe('open')
    expect(floor({ seen: 'yes' })).toBe('open')
    expect(floor({ floor: 40, seen: 'no' })).toBe('stop')
    expect(floor({ floor: 40, seen: 'yes' }, { agreedFloorSoc: null })).toBe('open')
  })
})

describe('a second vehicle that gives', () => {
  const second = { ...charger({ agreedFloorSoc: 0.6 }), id: 'w', tag: 'ev2', name: 'Van' }
  const both = (more: SurveyItem[] = []) => withVehicle({}, { survey: [charger(), ...more] })
  const of = (answers: Readonly<Record<string, string | number>>) => judged(both([second]), 'ev2.floor', answers)

  it('has stages of its own, beside those of the first', () => {
    const keys = (installation: Installation) =>
      benchOf(recordOf(installation, []))
        .points.map(({ key }) => key)
        .filter((key) => key.startsWith('settings.source.'))
    expect(keys(both([second])).filter((key) => !keys(both()).includes(key))).toEqual([
      'settings.source.ev2.late',
      'settings.source.ev2.floor',
      'settings.source.ev2.away',
    ])
    expect(keys(both([{ ...second, detail: { ...second.detail, side: 'grid' } }]))).toEqual(keys(both()))
  })

  it('is held against the charge that its own owner keeps, and what the first proved proves nothing of it', () => {
    expect(of({})?.verdict).toBe('open')
    expect(of({ floor: 50, seen: 'yes' })?.verdict).toBe('stop')
    expect(of({ floor: 60, seen: 'yes' })?.verdict).toBe('proven')
    const first = [reading('settings.source.floor', 'floor', 70), reading('settings.source.floor', 'seen', 'yes')]
    const { judgements } = benchOf(recordOf(both([second]), first))
    expect(judgements.get('settings.source.floor')?.verdict).toBe('proven')
    expect(judgements.get('settings.source.ev2.floor')?.verdict).toBe('open')
  })
})
