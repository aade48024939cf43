import { describe, expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import type { Installation } from '../installation/installation'
import type { SurveyItem } from '../installation/survey'
import { lastingOf } from '../handover/lasting'
import { chargerPlacements } from '../wiring/chargerPlacements'
import { planLines } from './planRevision'
import { planOfInstallation } from './planOfInstallation'
import { unknownsOf } from './surveyChecklist'
import { usableEnergyWh } from './usableEnergy'
import { systemOfPlan } from './yearOfInstallation'

const CHARGER: SurveyItem = {
  id: 'ch',
  kind: 'vehicleCharger',
  tag: 'charger',
  name: 'Charger',
  detail: {
    ratingW: 7360,
    minimumW: null,
    phase: 'L1',
    side: 'island',
    inIsland: 'runs',
    managed: true,
    scheduled: true,
    detects6mADc: true,
  },
} as unknown as SurveyItem

const energy = (usableWh: number | null, nominalWh: number | null, depthOfDischarge: number | null): Installation =>
  house({
    sources: { ...house().sources, usableWh, nominalWh, depthOfDischarge },
    survey: [CHARGER],
  })

describe('usable energy', () => {
  it('is what is declared, else nominal times depth, and nothing of one of the two', () => {
    expect(usableEnergyWh({ usableWh: 9600, nominalWh: 12_000, depthOfDischarge: 0.9 })).toBe(9600)
    expect(usableEnergyWh({ usableWh: null, nominalWh: 10_000, depthOfDischarge: 0.9 })).toBe(9000)
    expect(usableEnergyWh({ usableWh: null, nominalWh: 10_000, depthOfDischarge: null })).toBeNull()
    expect(usableEnergyWh({ usableWh: null, nominalWh: null, depthOfDischarge: 0.9 })).toBeNull()
  })

  /** Everything that speaks of the battery's energy, each in its own figure. */
  const everyView = (installation: Installation) => {
    const plan = planOfInstallation(installation)
    return {
      runtimeH: plan.runtime.runtimeFullH,
      year: systemOfPlan(installation, plan).capacityWh,
      customer: lastingOf(installation, plan.staying.loads).fullWh,
      charger: chargerPlacements(installation)[0]?.sides.grid.runtimeWithoutH ?? null,
      line: planLines(installation, plan).find(({ key }) => key === 'usable')?.value,
      asked: unknownsOf(installation).some(({ key }) => key === 'energy'),
    }
  }

  it('is one figure in every view, however it was declared', () => {
    const declared = everyView(energy(9000, null, null))
    expect(everyView(energy(null, 10_000, 0.9))).toEqual(declared)
    expect(declared.year).toBe(9000)
    expect(declared.asked).toBe(false)
    expect(Object.values(declared)).not.toContain(null)
  })

  it('is open in every view without one of its parts', () => {
    for (const blank of [energy(null, 10_000, null), energy(null, null, 0.9), energy(null, null, null)])
      expect(everyView(blank)).toEqual({
        runtimeH: null,
        year: null,
        customer: null,
        charger: null,
        line: 'open',
        asked: true,
      })
  })
})
