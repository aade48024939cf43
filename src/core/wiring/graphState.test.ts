import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ctSense } from './ctSense'
import { JointSets } from './graphState'

describe('sets of joined nodes', () => {
  const joints = fc.array(
    fc.record({
      conductor: fc.integer({ min: 0, max: 2 }),
      a: fc.integer({ min: 0, max: 9 }),
      b: fc.integer({ min: 0, max: 9 }),
    }),
    { maxLength: 25 },
  )
  const partition = (sets: JointSets) =>
    Array.from({ length: 3 }, (_, conductor) =>
      Array.from({ length: 10 }, (_, a) =>
        Array.from({ length: 10 }, (_, b) => sets.find(conductor, a) === sets.find(conductor, b)),
      ),
    )
  it('come back to what they were, whatever was joined since', () => {
    fc.assert(
      fc.property(joints, joints, (before, after) => {
        const sets = new JointSets(3, 10)
        before.forEach((joint) => sets.join(joint))
        const was = partition(sets)
        const mark = sets.mark()
        after.forEach((joint) => sets.join(joint))
        sets.backTo(mark)
        expect(partition(sets)).toEqual(was)
        sets.backTo(0)
        expect(partition(sets)).toEqual(partition(new JointSets(3, 10)))
      }),
    )
  })
  it('are the same in whatever order they were joined, and keep conductors apart', () => {
    fc.assert(
      fc.property(joints, (list) => {
        const [one, other] = [new JointSets(3, 10), new JointSets(3, 10)]
        list.forEach((joint) => one.join(joint))
        ;[...list].reverse().forEach((joint) => other.join(joint))
        expect(partition(one)).toEqual(partition(other))
      }),
    )
    const sets = new JointSets(2, 3)
    sets.join({ conductor: 0, a: 0, b: 1 })
    expect([sets.find(0, 0) === sets.find(0, 1), sets.find(1, 0) === sets.find(1, 1)]).toEqual([true, false])
  })
})

describe('the sense of a current transformer', () => {
  const steps = fc.array(
    fc.integer({ min: -5000, max: 5000 }).filter((watts) => Math.abs(watts) > 300),
    { minLength: 1, maxLength: 12 },
  )
  it('finds the scale that the meter has, exactly when it is exact', () => {
    fc.assert(
      fc.property(steps, fc.constantFrom(1, -1, 0, 2, 0.5), (applied, scale) => {
        const sense = ctSense({
          steps: applied.map((appliedW) => ({ appliedW, meterW: scale * appliedW })),
          meterNoiseW: 5,
        })
        expect(sense.scale).toBeCloseTo(scale, 9)
        expect(sense.state).toBe(
          { 1: 'right', [-1]: 'reversed', 0: 'wrongConductor', 2: 'wrongRatio', 0.5: 'wrongRatio' }[scale],
        )
        expect(sense.verdict).toBe(scale === 1 ? 'proven' : 'stop')
      }),
    )
  })
  it('turns its sign with the meter’s, and never proves on steps below the noise', () => {
    fc.assert(
      fc.property(
        steps,
        fc.array(fc.integer({ min: -40, max: 40 }), { minLength: 12, maxLength: 12 }),
        (applied, noise) => {
          const list = applied.map((appliedW, k) => ({ appliedW, meterW: appliedW + (noise[k] as number) }))
          const [right, turned] = [
            ctSense({ steps: list, meterNoiseW: 20 }),
            ctSense({ steps: list.map(({ appliedW, meterW }) => ({ appliedW, meterW: -meterW })), meterNoiseW: 20 }),
          ]
          expect(turned.scale).toBeCloseTo(-(right.scale as number), 9)
          expect(ctSense({ steps: list, meterNoiseW: 5000 }).verdict).not.toBe('proven')
        },
      ),
    )
  })
})
