import { describe, expect, it } from 'vitest'
import { dice } from '../../../tests/support/dice'
import { sharePhases } from './phaseSharing'

/** The same by trying every way: only good for a few circuits, and sure. */
function byTryingAll(circuits: readonly { loadW: number; phase: number }[], baseW: readonly number[]): number[] {
  const n = baseW.length
  let best: { largest: number; changes: number; list: number[] } | null = null
  for (let way = 0; way < n ** circuits.length; way++) {
    const list = circuits.map((_, k) => Math.floor(way / n ** (circuits.length - 1 - k)) % n)
    const loads = baseW.map((w, phase) =>
      circuits.reduce((sum, one, k) => sum + (list[k] === phase ? one.loadW : 0), w),
    )
    const largest = Math.max(...loads)
    const changes = list.filter((phase, k) => phase !== circuits[k]?.phase).length
    const better =
      best === null || largest < best.largest - 1e-6 || (largest < best.largest + 1e-6 && changes < best.changes)
    if (better) best = { largest, changes, list }
  }
  return best?.list ?? []
}

describe('phases shared out', () => {
  it('as trying every way does: load, then changes, then the first list', () => {
    const roll = dice(5)
    for (let trial = 0; trial < 150; trial++) {
      const phases = 2 + roll(2)
      const circuits = Array.from({ length: 1 + roll(7) }, () => ({
        loadW: roll(12) * 100,
        phase: roll(phases + 1) - 1,
      }))
      const baseW = Array.from({ length: phases }, () => roll(5) * 100)
      expect(sharePhases(circuits, baseW)).toEqual(byTryingAll(circuits, baseW))
    }
  })

  it('of forty circuits, as even as they can be', () => {
    const roll = dice(9)
    const circuits = Array.from({ length: 40 }, () => ({ loadW: 50 + roll(40) * 10, phase: roll(3) }))
    const chosen = sharePhases(circuits, [0, 0, 0])
    const loads = [0, 1, 2].map((phase) =>
      circuits.reduce((sum, { loadW }, k) => sum + (chosen[k] === phase ? loadW : 0), 0),
    )
    expect(Math.max(...loads) - Math.min(...loads)).toBeLessThanOrEqual(20)
  })

  it('gives up in words where nobody would wait', () => {
    // powers of three of one odd step: hardly two sums are alike
    const circuits = Array.from({ length: 120 }, (_, k) => ({ loadW: 1000 + Math.sqrt(k + 2) * 371.7, phase: k % 3 }))
    expect(() => sharePhases(circuits, [0, 0, 0])).toThrow(RangeError)
  }, 60_000)
})
