import { describe, expect, it } from 'vitest'
import { ctSteps } from '@/core/evidence/families/ctSteps'
import { benchOf } from '@/core/evidence/bench'
import type { RulePackId } from '@/core/rules/rulePack'
import { house, reading, recordOf } from '../support/house'
import { type Chance, chance } from '../support/madeWaves'

/**
 * Transformers made from a model – which conductor one sits on, which way round, whose voltage its meter takes, what its ratio is set to –
 * tried with known loads at the meter's noise: what is said of them is held against what the model knows.
 */
const SEEDS = 1500
const NOISE_W = 15
/** A resistive load's current with the voltage of each phase, by how many phases on that voltage is. */
const WITH_VOLTAGE_OF: Readonly<Record<RulePackId, readonly number[]>> = {
  'iec-1ph-230': [1],
  'iec-3ph-400': [1, -0.5, -0.5],
  'na-split-240': [1, -1],
}

interface Made {
  packId: RulePackId
  /** It encloses the conductor whose load is switched. */
  isOnConductor: boolean
  isTurned: boolean
  /** By how many phases on the voltage is that its meter takes. */
  voltage: number
  ratioSet: number
}

function madeBy(luck: Chance): Made {
  const packId = luck.oneOf(Object.keys(WITH_VOLTAGE_OF) as RulePackId[])
  return {
    packId,
    isOnConductor: luck.share() < 0.8,
    isTurned: luck.share() < 0.3,
    voltage: luck.oneOf(WITH_VOLTAGE_OF[packId].map((_, k) => k)),
    ratioSet: luck.oneOf([1, 1, 1, 0.5, 0.8, 0.87, 1.13, 1.25, 2]),
  }
}

/** A house of the region, without cables: their sizes are its own. */
const bare = (packId: RulePackId) => house({ packId, circuits: [], runs: [], electrodes: [] })

/** What it answers for 1 W. */
const answerOf = ({ packId, isOnConductor, isTurned, voltage, ratioSet }: Made) =>
  isOnConductor ? (isTurned ? -1 : 1) * (WITH_VOLTAGE_OF[packId][voltage] ?? 1) * ratioSet : 0

function tried(luck: Chance, made: Made) {
  const loads = Array.from({ length: luck.oneOf([1, 1, 2, 3]) }, () => luck.oneOf([60, 150, 300, 700, 2000, 3000]))
  const readings = loads.flatMap((load, k) => {
    const noise = NOISE_W * Math.SQRT2 * (luck.noise() * Math.SQRT2)
    return [
      reading('wire.ct.L1', `load${k + 1}`, load),
      reading('wire.ct.L1', `meter${k + 1}`, load * answerOf(made) + noise),
    ]
  })
  const { judgements } = benchOf(recordOf(bare(made.packId), readings))
  const judgement = judgements.get(ctSteps.key('L1'))
  if (!judgement) throw new Error('the transformer is not asked for')
  return judgement
}

const all = Array.from({ length: SEEDS }, (_, seed) => {
  const luck = chance(seed)
  const made = madeBy(luck)
  return { made, answer: answerOf(made), judgement: tried(luck, made) }
})

describe('a transformer tried at the meter’s noise', () => {
  it('is not Proven where it answers wrong', () => {
    const proven = all.filter(({ judgement }) => judgement.verdict === 'proven')
    expect(proven.length).toBeGreaterThan(SEEDS / 20)
    expect(proven.filter(({ answer }) => answer < 0.9 || answer > 1.1)).toEqual([])
  })

  it('is Proven by one kettle where it is right', () => {
    const made: Made = { packId: 'iec-1ph-230', isOnConductor: true, isTurned: false, voltage: 0, ratioSet: 1 }
    const judgement = benchOf(
      recordOf(bare(made.packId), [reading('wire.ct.L1', 'load1', 2000), reading('wire.ct.L1', 'meter1', 2031)]),
    ).judgements.get(ctSteps.key('L1'))
    expect(judgement?.verdict).toBe('proven')
  })

  it('is said to be turned only where it is', () => {
    const turned = all.filter(({ judgement: { why } }) => why.includes('Turn it round'))
    expect(turned.length).toBeGreaterThan(SEEDS / 20)
    expect(turned.filter(({ answer }) => answer >= 0)).toEqual([])
  })

  it('has its ratio mended only where its own phase’s voltage is taken, and to what is right', () => {
    const mended = all.flatMap(({ made, answer, judgement: { why } }) => {
      const [, factor] = why.split(' has to be multiplied by ')
      return factor === undefined ? [] : [{ made, left: Math.abs(answer) * Number.parseFloat(factor) }]
    })
    expect(mended.length).toBeGreaterThan(SEEDS / 20)
    expect(mended.filter(({ left }) => left < 0.5 || left > 1.5)).toEqual([])
    const another = mended.filter(
      ({ made }) => made.packId === 'iec-3ph-400' && made.voltage > 0 && made.ratioSet === 1,
    )
    expect(another).toEqual([])
  })

  it('is said to sit elsewhere only where it does', () => {
    const elsewhere = all.filter(({ judgement: { why } }) => why.includes('Find the conductor'))
    expect(elsewhere.length).toBeGreaterThan(SEEDS / 50)
    expect(elsewhere.filter(({ made }) => made.isOnConductor)).toEqual([])
  })
})
