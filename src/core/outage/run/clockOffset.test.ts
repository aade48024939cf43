import { describe, expect, it } from 'vitest'
import { chance } from '../../../../tests/support/madeWaves'
import { aMark } from '../../../../tests/support/marks'
import { betweenMarks, orderOf } from './betweenMarks'
import { type ClockCompared, clockAt, leastWrong } from './clockOffset'

const HOUR_MS = 3_600_000
const compared: ClockCompared = { offsetMs: 40, errorMs: 12, atMs: 1_000_000 }

describe('a phone’s clock that was compared', () => {
  it('is less certain the longer ago that was', () => {
    expect(clockAt(compared, 1_000_000)).toEqual({ offsetMs: 40, errorMs: 13 })
    expect(clockAt(compared, 1_000_000 + HOUR_MS)).toEqual({ offsetMs: 40, errorMs: 373 })
  })
  it('is not known where it never was, was longer ago than a working day, or was set back since', () => {
    expect(clockAt(null, 0)).toBeNull()
    expect(clockAt(compared, 1_000_000 + 13 * HOUR_MS)).toBeNull()
    expect(clockAt(compared, 1_000_000 - 5000)).toBeNull()
    expect(clockAt({ ...compared, atMs: Number.NaN }, 1_000_000)).toBeNull()
  })
  it('stands as the comparison that is the least wrong by now', () => {
    const slow = { offsetMs: 44, errorMs: 60, atMs: compared.atMs + 60_000 }
    expect(leastWrong([compared, slow], slow.atMs)).toBe(compared)
    expect(leastWrong([compared, slow], slow.atMs + HOUR_MS)).toBe(compared)
    const later = { offsetMs: 50, errorMs: 60, atMs: compared.atMs + HOUR_MS }
    expect(leastWrong([compared, later], later.atMs)).toBe(later)
    expect(leastWrong([], 0)).toBeNull()
  })
})

/** A phone made from a model: where its clock stands, how fast it runs, and how long an answer takes there and back. */
function phoneBy(seed: number) {
  const luck = chance(seed)
  const behindMs = luck.between(-5000, 5000)
  const rate = 1 + luck.between(-80e-6, 80e-6)
  const reads = (trueMs: number) => Math.floor(trueMs * rate - behindMs)
  const compareAt = (trueMs: number): ClockCompared => {
    const [thereMs, backMs] = [luck.between(0, 300), luck.between(0, 300)]
    const [fromMs, untilMs] = [reads(trueMs), reads(trueMs + thereMs + backMs)]
    const errorMs = (untilMs - fromMs) / 2
    return { offsetMs: Math.floor(trueMs + thereMs) - (fromMs + errorMs), errorMs, atMs: untilMs }
  }
  return { reads, compareAt }
}

describe('two marks of two phones that were compared hours ago', () => {
  it('lie apart by what is claimed, within the error that is claimed', () => {
    const luck = chance(7)
    for (let seed = 0; seed < 400; seed++) {
      const phones = [phoneBy(2 * seed), phoneBy(2 * seed + 1)] as const
      const clocks = phones.map((phone) => phone.compareAt(luck.between(0, 60_000)))
      const agoMs = luck.between(0, 11 * HOUR_MS)
      const trueMs = [61_000 + agoMs, 61_000 + agoMs + luck.between(0, 8000)] as const
      const [from, to] = trueMs.map((ms, k) => {
        const ownMs = phones[k]?.reads(ms) ?? 0
        const stands = clockAt(clocks[k] ?? null, ownMs)
        return aMark('out', 0, {
          at: new Date(ownMs).toISOString(),
          device: `phone ${k}`,
          clockOffsetMs: stands && Math.round(stands.offsetMs),
          clockErrorMs: stands && Math.ceil(stands.errorMs),
        })
      })
      const span = from && to ? betweenMarks(from, to) : null
      expect(span).not.toBeNull()
      expect(Math.abs((span?.ms ?? 0) - (trueMs[1] - trueMs[0]))).toBeLessThanOrEqual((span?.errorMs ?? 0) + 1)
    }
  })
})

describe('which of two marks came first', () => {
  const onB = { device: 'b', clockErrorMs: 400 }
  it.each([
    ['on one phone', aMark('out', 0), aMark('back', 0.1), 'before'],
    ['on one phone, the other way', aMark('out', 0.1), aMark('back', 0), 'after'],
    ['on two phones, further apart than their errors', aMark('out', 0), aMark('back', 1, onB), 'before'],
    ['on two phones, the other way', aMark('out', 1), aMark('back', 0, onB), 'after'],
    ['on two phones, within their errors', aMark('out', 0), aMark('back', 0.3, onB), null],
    ['of which one was never compared', aMark('out', 0), aMark('back', 60, { ...onB, clockOffsetMs: null }), null],
  ] as const)('%s', (_what, first, second, order) => {
    expect(orderOf(first, second)).toBe(order)
  })
})
