import { describe, expect, it } from 'vitest'
import { aCircuit, aLoad, house, readyForLoads, recordOf } from '../../../tests/support/house'
import type { CustomerPromise, Installation } from '../installation/installation'
import type { Verdict } from '../rules/verdict'
import { benchOf } from './bench'
import type { Judgement } from './point'
import { promiseEvidence } from './promiseEvidence'

const aPromise = (kind: CustomerPromise['kind'], change: Partial<CustomerPromise> = {}): CustomerPromise => ({
  id: kind,
  kind,
  sentence: 'What was promised.',
  gapClass: null,
  runtimeH: null,
  loadTags: [],
  changedAt: null,
  changeNote: null,
  ...change,
})

const judgedAs = (verdict: Verdict): Judgement => ({
  code: 'X-1',
  verdict,
  value: null,
  limit: null,
  basis: null,
  why: '',
})

/** The only promise of a house, where every point was judged alike but those named. */
function promised(
  change: Partial<Installation>,
  promise: CustomerPromise,
  {
    all = 'proven',
    but = {},
    last = [],
  }: { all?: Verdict; but?: Record<string, Verdict>; last?: [string, string][] } = {},
) {
  const built = house({ ...change, promises: [promise] })
  const { points } = benchOf(recordOf(built, readyForLoads(built)))
  const judgements = new Map(points.map(({ key }) => [key, judgedAs(but[key] ?? all)]))
  for (const [key, verdict] of Object.entries(but)) if (verdict === 'open') judgements.delete(key)
  const [found] = promiseEvidence(built, points, judgements, new Map(last))
  if (!found) throw new Error('the promise is gone')
  return found
}

describe('a promise', () => {
  it('is as good as the worst of what it speaks of', () => {
    const protection = aPromise('protection')
    const { points } = promised({}, protection)
    expect(points.length).toBeGreaterThan(0)
    for (const { key } of points)
      for (const verdict of ['watch', 'open', 'stop'] as const)
        expect(promised({}, protection, { but: { [key]: verdict } }).verdict).toBe(verdict)
    expect(promised({}, protection).verdict).toBe('proven')
  })

  it('is Open without a judgement of one of its points', () => {
    const [first] = promised({}, aPromise('gapClass', { gapClass: 'blink' })).points
    expect(first).toBeDefined()
    const found = promised({}, aPromise('gapClass', { gapClass: 'blink' }), { but: { [first?.key ?? '']: 'open' } })
    expect(found).toMatchObject({ verdict: 'open', says: 'Not proven: there is no measurement behind it yet.' })
  })

  it('of protection names every backed-up circuit that nothing shows', () => {
    const bare = aCircuit({
      id: 'k9',
      tag: 'c9',
      name: 'Workshop',
      iDeltaNMa: null as unknown as number,
      device: null as never,
    })
    const found = promised({ circuits: [...house().circuits, bare] }, aPromise('protection'))
    if (found.missing.length > 0) expect(found).toMatchObject({ verdict: 'open', missing: ['c9 Workshop'] })
    else expect(found.points.some(({ label }) => label.includes('c9'))).toBe(true)
  })

  it('of protection is Open where nothing is backed up, and where a backed-up load is on no circuit', () => {
    expect(promised({ circuits: [aCircuit({ backedUp: false })] }, aPromise('protection'))).toMatchObject({
      verdict: 'open',
      missing: ['any backed-up circuit'],
      says: 'Not proven: nothing shows any backed-up circuit.',
    })
    const astray = aLoad({ tag: 'pump', name: 'Pump', circuitTag: null })
    expect(promised({ loads: [astray] }, aPromise('protection'))).toMatchObject({
      verdict: 'open',
      missing: ['the circuit of Pump'],
    })
  })

  it('that loads stay on names a load that is gone, or that is not backed up any more', () => {
    const staysOn = aPromise('staysOn', { loadTags: ['fridge', 'sauna'] })
    expect(promised({}, staysOn)).toMatchObject({ verdict: 'open', missing: ['sauna'] })
    const loads = house().loads.map((load) => (load.tag === 'fridge' ? { ...load, backedUp: false } : load))
    expect(promised({ loads }, aPromise('staysOn', { loadTags: ['fridge'] }))).toMatchObject({
      verdict: 'open',
      missing: ['Fridge'],
    })
  })

  it('of hours that nobody ran down was worked out, not measured', () => {
    expect(promised({}, aPromise('runtime', { runtimeH: 5 }))).toMatchObject({
      verdict: 'open',
      says: 'Worked out, not measured: nobody has run the battery down.',
    })
  })
})

describe('a promise that the plan has changed', () => {
  const changed = aPromise('gapClass', {
    gapClass: 'blink',
    changedAt: '2026-03-01T00:00:00.000Z',
    changeNote: 'Before: no gap at all.',
  })
  const [key] = promised({}, changed).points.map((point) => point.key)

  it('is Open again by evidence from before, and says so', () => {
    const found = promised({}, changed, { last: [[key ?? '', '2026-02-28T23:59:59.999Z']] })
    expect(found.verdict).toBe('open')
    expect(found.says).toBe(
      'Open again: the plan changed this promise on 2026-03-01, and what was shown before belongs to the old one. Before: no gap at all.',
    )
    expect(found.points[0]?.verdict).toBe('open')
  })

  it('is Proven by evidence from after', () => {
    expect(promised({}, changed, { last: [[key ?? '', '2026-03-01T00:00:00.000Z']] }).verdict).toBe('proven')
  })

  it('stays stopped by what is stopped, old or new', () => {
    const found = promised({}, changed, { all: 'stop', last: [[key ?? '', '2026-03-02T00:00:00.000Z']] })
    expect(found).toMatchObject({ verdict: 'stop', says: 'Not kept. The crew has to come back to this.' })
  })
})
