import fc from 'fast-check'
import { noticedSource } from './noticedSource'
import { describe, expect, it } from 'vitest'
import { electrodeArray } from './electrodeArray'
import { joinedElectrodes } from './joinedElectrodes'

const exact = (ohm: number) => ({ ohm, bandOhm: 0 })

describe('electrodes measured singly, then joined', () => {
  it.each([
    [30, 'proven', 'between'],
    [45, 'proven', 'between'],
    [60, 'proven', 'between'],
    [29, 'open', 'tooLow'],
    [61, 'open', 'tooHigh'],
  ] as const)('two of 60 Ω that read %s Ω joined', (ohm, verdict, reason) => {
    expect(joinedElectrodes([exact(60), exact(60)], exact(ohm))).toMatchObject({ verdict, reason })
  })

  it('gives the readings the bands of their instruments', () => {
    const banded = (ohm: number) => ({ ohm, bandOhm: 2 })
    expect(joinedElectrodes([banded(60), banded(60)], banded(28)).reason).toBe('between')
    expect(joinedElectrodes([banded(60), banded(60)], banded(26)).reason).toBe('tooLow')
  })

  it('is Open while one of them, or all joined, is not measured', () => {
    expect(joinedElectrodes([exact(60), null], exact(30)).reason).toBe('missing')
    expect(joinedElectrodes([exact(60), exact(60)], null).reason).toBe('missing')
    expect(joinedElectrodes([exact(60)], exact(60)).reason).toBe('missing')
  })

  it('takes what the formulas give for rods at any distance', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 60, noNaN: true }),
        fc.double({ min: 10, max: 1000, noNaN: true }),
        (apart, soil) => {
          const rod = (xM: number) => ({ kind: 'rod' as const, xM, yM: 0, lengthM: 2.4, diameterM: 0.016 })
          const { selfOhm, totalOhm } = electrodeArray([rod(0), rod(apart), rod(2.2 * apart)], soil)!
          expect(joinedElectrodes(selfOhm.map(exact), exact(totalOhm)).verdict).toBe('proven')
        },
      ),
    )
  })
})

describe('a reading in island mode', () => {
  it.each([
    [{ ohm: 0.42, bandOhm: 0.02 }, { ohm: 0.43, bandOhm: 0.02 }, false],
    [{ ohm: 0.42, bandOhm: 0.02 }, { ohm: 0.46, bandOhm: 0.02 }, false],
    [{ ohm: 0.42, bandOhm: 0.02 }, { ohm: 0.97, bandOhm: 0.02 }, true],
    [{ ohm: 0.42, bandOhm: 0 }, { ohm: 0.42, bandOhm: 0 }, false],
    [null, { ohm: 0.42, bandOhm: 0 }, null],
    [{ ohm: 0.42, bandOhm: 0 }, null, null],
  ] as const)('%j and %j: noticed the change of source %s', (grid, island, noticed) => {
    expect(noticedSource(grid, island)).toBe(noticed)
  })
})
