import { describe, expect, it } from 'vitest'
import { aCircuit, house, reading, recordOf } from '../../../../tests/support/house'
import type { Circuit, Installation } from '../../installation/installation'
import { benchOf } from '../bench'
import { readQuickLine } from '../quickLine'

const KEY = 'earth.waveforms.c1.island'
const built = (change: Partial<Circuit> = {}, more: Partial<Installation> = {}) =>
  house({ testDepth: 'full', circuits: [aCircuit({ tag: 'c1', residualType: 'B', ...change })], ...more })
const judged = (installation: Installation, figures: Record<string, number | string> = {}, key = KEY) =>
  benchOf(
    recordOf(
      installation,
      Object.entries(figures).map(([slot, value]) => reading(key, slot, value, { unit: 'mA' })),
    ),
  ).judgements.get(key)
const WHOLE = { pulsatingPlus: 24, pulsatingMinus: 26, smooth: 40 }

describe('waveforms of a device, in a full test', () => {
  it('hold for type B on all three, each with its band', () => {
    expect(judged(built(), WHOLE)).toMatchObject({
      verdict: 'proven',
      limit: expect.stringContaining('smooth direct current 15–60 mA') as string,
    })
  })
  it('name what is still to test, and what did not trip; on the battery nobody goes on', () => {
    expect(judged(built(), { pulsatingPlus: 24, pulsatingMinus: 26 })).toMatchObject({
      verdict: 'open',
      why: 'Still to test: smooth direct current.',
    })
    expect(judged(built(), { ...WHOLE, smooth: 'none' })?.why).toMatch(/^Outside its limit: smooth.*do not go on/)
    const grid = 'earth.waveforms.c1.grid'
    expect(judged(built(), { ...WHOLE, smooth: 'none' }, grid)?.why).toBe('Outside its limit: smooth direct current.')
  })
  it('are Open while nobody has read the type, and while circuits disagree on it', () => {
    expect(judged(built({ residualType: null }))).toMatchObject({
      verdict: 'open',
      why: expect.stringContaining('read AC, A, F or B') as string,
    })
    const shared = (residualType: Circuit['residualType'], tag: string) =>
      aCircuit({ id: tag, tag, residualTag: 'r1', residualType })
    const installation = built({}, { circuits: [shared('B', 'c1'), shared('A', 'c2')] })
    const key = 'earth.waveforms.shared.r1.island'
    expect(judged(installation, WHOLE, key)?.verdict).toBe('open')
  })
  it('are not asked of type AC, in an essential test, where the region knows no types, or of a job sealed before', () => {
    const asked = (installation: Installation) => judged(installation) !== undefined
    expect(asked(built())).toBe(true)
    expect(asked(built({ residualType: 'AC' }))).toBe(false)
    expect(asked(built({}, { testDepth: 'essential' }))).toBe(false)
    expect(asked(built({ device: 'gfciA', iDeltaNMa: 6 }, { packId: 'na-split-240', runs: [] }))).toBe(false)
    expect(asked(built({}, { checksAsOf: '2026-01-01' }))).toBe(false)
  })
  it('are typed on the quick line, in the mode that is chosen', () => {
    const { points } = benchOf(recordOf(built()))
    const found = readQuickLine('wave c1 minus 26', { points, mode: 'island', instrumentFor: () => null })
    expect(JSON.stringify(found)).toContain('pulsatingMinus')
  })
})
