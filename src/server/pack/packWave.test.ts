import { describe, expect, it } from 'vitest'
import { RULE_PACKS } from '@/core/rules/packs'
import { formatDuration } from '@/core/quantity/formatQuantity'
import { packGapWords, packWave } from './packWave'

const RATE = 2000
const pack = RULE_PACKS['iec-1ph-230']

/** A second of mains as a CSV file, dead where `isDead` says; `jitterS` moves every second stamp. */
function supply(isDead: (timeS: number) => boolean, jitterS = 0) {
  const rows = Array.from({ length: RATE + 1 }, (_, k) => {
    const timeS = k / RATE + (k % 2 === 1 ? jitterS : 0)
    const volts = isDead(timeS) ? 0 : 325.27 * Math.sin(2 * Math.PI * 50 * timeS)
    return `${timeS.toFixed(6)},${volts.toFixed(3)}`
  })
  return [{ name: 'supply.csv', bytes: new TextEncoder().encode(['time_s,v1_V', ...rows, ''].join('\n')) }]
}
const between = (fromS: number, toS: number) => (timeS: number) => timeS >= fromS && timeS < toS

describe('the wave of a pack', () => {
  it('stands around a whole gap, with its length', () => {
    const wave = packWave(supply(between(0.4, 0.5)), pack)
    expect(wave?.gap.fromS).toBeCloseTo(0.4, 2)
    expect(wave?.gap.toS).toBeCloseTo(0.5, 2)
    expect(wave?.fromS).toBeCloseTo(0.25, 1)
    expect(wave?.toS).toBeCloseTo(0.65, 1)
    expect(wave && packGapWords(wave, formatDuration)).toMatch(/^gap /)
  })

  it('is drawn of a recording with uneven stamps too', () => {
    const wave = packWave(supply(between(0.4, 0.5), 0.0002), pack)
    expect(wave?.gap.fromS).toBeCloseTo(0.4, 2)
    expect(wave?.peakV).toBeGreaterThan(300)
    const drawn = [...(wave?.channels[0]?.high ?? [])].filter(Number.isFinite)
    expect(drawn.length).toBeGreaterThan(400)
  })

  it.each([
    ['ends', between(0.6, 2), 'toS'],
    ['begins', between(-1, 0.3), 'fromS'],
  ] as const)('of a recording that %s dead has no length', (word, isDead, end) => {
    const wave = packWave(supply(isDead), pack)
    expect(wave?.gap[end]).toBeNull()
    expect(wave && packGapWords(wave, formatDuration)).toMatch(
      new RegExp(`^open gap: at least .*${word} without voltage`),
    )
  })

  it('is none without a gap, without a voltage, or of a file that is no recording', () => {
    expect(
      packWave(
        supply(() => false),
        pack,
      ),
    ).toBeNull()
    const text = new TextEncoder().encode('time_s,i1_A\n0,1\n0.001,1\n')
    expect(packWave([{ name: 'a.csv', bytes: text }], pack)).toBeNull()
    expect(packWave([{ name: 'a.csv', bytes: new Uint8Array([1, 2, 3]) }], pack)).toBeNull()
  })
})
