import { describe, expect, it } from 'vitest'
import { applyEntry } from '@/commands'
import { benchOf } from '@/core/evidence/bench'
import { evidenceOf } from '@/core/evidence/judge'
import type { Installation } from '@/core/installation/installation'
import { rulesOf } from '@/core/installation/rulesOf'
import { liftsOfInstallation } from '@/core/fit/liftsOfInstallation'
import { cableChecks } from '@/core/plan/devicesOfInstallation'
import { ladderOfInstallation } from '@/core/plan/ladderOfInstallation'
import { materialsOfInstallation } from '@/core/plan/materialsOfInstallation'
import { planOfInstallation } from '@/core/plan/planOfInstallation'
import { promisesOfPlan } from '@/core/plan/promisesOfPlan'
import { RULE_PACKS } from '@/core/rules/packs'
import { LIMIT_KEYS, type LimitKey } from '@/core/rules/rulePack'
import { aCircuit, aLoad, aRun, declared, house, reading, recordOf } from '../support/house'

const limits = RULE_PACKS['iec-1ph-230'].limits

/** A house whose crew set one limit. */
const housed = (key: LimitKey, value: number, change: Partial<Installation> = {}) =>
  house({
    ...change,
    ownLimits: [
      {
        id: 'one',
        key,
        value,
        reason: 'Asked for by the operator here',
        byName: 'Maud',
        at: '2027-03-18T08:35:00.000Z',
      },
    ],
  })

describe('a limit of the crew’s own', () => {
  it('stands in whatever judges the job, each of them', () => {
    for (const key of LIMIT_KEYS) {
      const bounds = limits[key].crewMayChange
      if (bounds === null) continue
      const other = bounds.least === limits[key].value ? bounds.most : bounds.least
      const built = housed(key, other)
      expect(rulesOf(built).limits[key].value, key).toBe(other)
      expect(evidenceOf(recordOf(built)).context.pack.limits[key].value, key).toBe(other)
    }
  })

  it('turns a reading that held into one that does not, and says whose figure it is', () => {
    const circuits = [aCircuit({ tag: 'c1' })]
    const key = 'wire.dead.circuit.c1'
    const judged = (built: Installation) => {
      const readings = [reading(key, 'earth', 1.5), reading(key, 'insulation', 500), reading(key, 'polarity', 'right')]
      return benchOf(recordOf(built, readings)).judgements.get(key)
    }
    expect(judged(house({ circuits }))?.verdict).toBe('proven')
    const own = judged(housed('continuityMax', 1, { circuits }))
    expect(own?.verdict).toBe('watch')
    expect(own?.basis).toContain('set by Maud')
  })

  it('moves what the plan says: drop, ladder, cable to order, lifts, the demand that fits', () => {
    const run = aRun({ size: '2.5', phase: 'L1', lengthM: 20, designCurrentA: 16, deviceA: 16, derating: 1 })
    const mark = (built: Installation) => cableChecks(built)[0]?.check.drop
    expect(mark(house({ runs: [run] }))).toBe('fits')
    expect(mark(housed('voltageDropMaxPercent', 0.5, { runs: [run] }))).toBe('exceeds')

    const loads = [aLoad({ tag: 'kettle', powerW: 2200, circuitTag: 'c1', backedUp: true })]
    const circuits = [aCircuit({ tag: 'c1', breakerA: 10 })]
    const top = (built: Installation) => ladderOfInstallation(built, planOfInstallation(built)).rungs.length
    expect(top(housed('ladderMarginShare', 0.9, { loads, circuits }))).toBe(0)
    const small = [aLoad({ tag: 'lamp', powerW: 1000, circuitTag: 'c1', backedUp: true })]
    expect(top(house({ loads: small, circuits }))).toBe(1)
    expect(top(housed('ladderMarginShare', 0.3, { loads: small, circuits }))).toBe(0)

    const cable = (built: Installation) =>
      materialsOfInstallation(built).find(({ group }) => group === 'cable')?.quantity
    expect(cable(house({ runs: [run] }))).toBe(23)
    expect(cable(housed('cableSlackShare', 0.5, { runs: [run] }))).toBe(31)
    expect(liftsOfInstallation(housed('liftPerPersonMax', 20), 2)).toEqual(
      expect.objectContaining({ verdict: liftsOfInstallation(house(), 2).verdict }),
    )

    const night = (built: Installation) => planOfInstallation(built).marks.night
    const peak = [aLoad({ tag: 'oven', powerW: 3600, duty: 1, backedUp: true })]
    expect(night(house({ loads: peak }))).toBe('fits')
    expect(night(housed('demandShareOfLimit', 0.6, { loads: peak }))).not.toBe('fits')
  })

  it('is set by a lead’s entry, and the promise of a gap follows it', () => {
    const entry = {
      id: '018f0000-0000-7000-8000-0000000000e1',
      useCase: 'setJobLimit' as const,
      input: {
        id: '018f0000-0000-7000-8000-0000000000e2',
        jobId: house().jobId,
        key: 'rideFlicker' as const,
        value: 60,
        reason: 'A computer here drops out after that',
      },
      at: '2027-03-18T08:35:00.000Z',
      version: 1,
    }
    const { installation } = applyEntry(recordOf(house()), entry, { userId: 'maud', name: 'Maud' })
    expect(rulesOf(installation).limits.rideFlicker.value).toBe(60)
    const promised = (built: Installation) =>
      promisesOfPlan(
        { ...built, survey: [declared('switchingTime', '15 ms')] },
        planOfInstallation(built),
        'flicker',
      ).drafts.find(({ kind }) => kind === 'gapClass')
    expect(promised(house())?.sentence).toMatch(/150\s*ms/)
    expect(promised(installation)?.sentence).toMatch(/60\s*ms/)
  })
})
