import { describe, expect, it } from 'vitest'
import { cableMaterials, coresOfRuns, lugsAtAnEnd } from './cableMaterials'

describe('what a run is landed with', () => {
  it('is a lug a conductor from 10 mm² on, whatever the system its size is told in', () => {
    expect([lugsAtAnEnd('mm2', '6', 3), lugsAtAnEnd('mm2', '10', 3), lugsAtAnEnd('mm2', '16', 5)]).toEqual([0, 3, 5])
    // 8 AWG are 8.4 mm², 6 AWG are 13.3
    expect([lugsAtAnEnd('awg', '8', 4), lugsAtAnEnd('awg', '6', 4)]).toEqual([0, 4])
    expect(() => lugsAtAnEnd('mm2', '17', 3)).toThrow(RangeError)
  })

  it('has phases, neutral and earth', () => {
    expect([coresOfRuns('iec-1ph-230'), coresOfRuns('iec-3ph-400'), coresOfRuns('na-split-240')]).toEqual([3, 5, 4])
  })
})

describe('cable to order', () => {
  const run = (tag: string, lengthM: number | null) => ({ tag, size: '16', cores: 3, lengthM, extraM: 0 })
  const of = (...lengths: (number | null)[]) =>
    cableMaterials({ pack: 'iec-1ph-230', containments: [], runs: lengths.map((m, k) => run(`w${k}`, m)) })

  it('is no sum of what nobody measured, and Open for it', () => {
    expect(of(10, 20)).toMatchObject({ cable: [{ totalM: 12 + 23, lugs: 12, glands: 4 }], verdict: 'fits' })
    expect(of(10, null)).toMatchObject({
      orderedM: { w0: 12, w1: null },
      cable: [{ totalM: null, runs: 2, lugs: 12 }],
      verdict: 'open',
    })
  })
})
