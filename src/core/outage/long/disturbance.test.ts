import { describe, expect, it } from 'vitest'
import { CycleSums } from './cycleSums'
import { type DisturbanceKind, voltageWatch } from './disturbance'

const RATE_HZ = 8000
const HZ = 50

/** What a watch tells of two seconds of a voltage. */
function toldOf(hz: number, voltsAt: (s: number, sine: number) => number): DisturbanceKind[] {
  const samples = Float64Array.from({ length: 2 * RATE_HZ }, (_, k) => {
    const s = k / RATE_HZ
    return voltsAt(s, 230 * Math.SQRT2 * Math.sin(2 * Math.PI * hz * s))
  })
  const watch = voltageWatch(230, HZ)
  const told: DisturbanceKind[] = []
  new CycleSums(RATE_HZ / HZ, true).feed(samples, (half) => {
    const kind = watch.see(half)
    if (kind !== null) told.push(kind)
  })
  return told
}

describe('a voltage that goes by', () => {
  // at nominal frequency its crossings of zero lie where one half cycle ends and the next begins: each has half of what was lost
  it.each([HZ, HZ + 0.5])('of %f Hz has 4 ms of nothing told, wherever in its cycle they lie', (hz) => {
    const onsetsMs = Array.from({ length: 81 }, (_, k) => k / 4)
    const missed = onsetsMs.filter((ms) => {
      const fromS = 1.5 + ms / 1000
      return toldOf(hz, (s, sine) => (s >= fromS && s < fromS + 0.004 ? 0 : sine)).length === 0
    })
    expect(missed).toEqual([])
  })

  it('tells nothing of a steady one beside nominal, of a small sag and of a spike', () => {
    expect(toldOf(HZ + 0.5, (_, sine) => sine)).toEqual([])
    expect(toldOf(HZ, (s, sine) => (s > 1.2 && s < 1.4 ? 0.93 * sine : sine))).toEqual([])
    expect(toldOf(HZ, (s, sine) => sine + (Math.round(s * RATE_HZ) === 12_345 ? 150 : 0))).toEqual([])
  })
})
