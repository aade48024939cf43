import { describe, expect, it } from 'vitest'
import { aCircuit, house, readyForFirstLive, readyForLoads, reading, recordOf } from '../../../../tests/support/house'
import type { Installation } from '../../installation/installation'
import { benchOf } from '../bench'
import { HOLD_STEPS } from '../holdSteps'
import type { Reading } from '../reading'

const EMPTY: Partial<Installation> = {
  circuits: [],
  runs: [],
  loads: [],
  components: [],
  electrodes: [],
  settings: [],
}
const bench = (installation: Installation, readings: Reading[] = []) => benchOf(recordOf(installation, readings))
const conditions = (installation: Installation, readings: Reading[] = []) =>
  bench(installation, readings).holds.flatMap(({ conditions: own }) => own)

describe('an empty job', () => {
  it('has no hold condition that holds by itself', () => {
    const bare = house(EMPTY)
    expect(conditions(bare).filter(({ holds }) => holds)).toEqual([])
    expect(conditions(bare).map(({ verdict }) => verdict)).toEqual(
      HOLD_STEPS.flatMap(({ conditions: own }) => own.map(() => 'open')),
    )
    expect(bench(bare).holds.map(({ released }) => released)).toEqual([false, false, false, false])
  })
  it('asks for a declaration with its reason, and takes no word for one', () => {
    const bare = house({ ...EMPTY, circuits: [aCircuit()] })
    const of = (reason?: string) =>
      bench(bare, reason === undefined ? [] : [reading('none.firstLive.identity', 'reason', reason)]).judgements.get(
        'none.firstLive.identity',
      )
    expect([of()?.verdict, of('none')?.verdict]).toEqual(['open', 'open'])
    expect(of('The new board hangs straight on the old rails.')).toMatchObject({
      verdict: 'watch',
      why: expect.stringMatching(/Declared by Test Hand.*straight on the old rails/),
    })
  })
  it('declares once what two steps wait for, and never a missing electrode or a wiring', () => {
    const bare = house(EMPTY)
    const declared = [reading('none.firstLive.identity', 'reason', 'No cable run is part of this visit.')]
    const held = bench(bare, declared).holds.flatMap(({ step, conditions: own }) =>
      own.filter(({ holds }) => holds).map(({ condition }) => `${step.id}.${condition.id}`),
    )
    expect(held).toEqual(['firstLive.identity', 'firstIsland.identity'])
    const keys = bench(bare).points.map(({ key }) => key)
    expect(keys.filter((key) => key.startsWith('none.'))).toEqual([
      'none.firstLive.identity',
      'none.firstLive.cores',
      'none.loadedIsland.loop',
      'none.firstLive.torque',
      'none.firstLive.dead',
      'none.loadedIsland.gridRcd',
      'none.loadedIsland.settings',
      'none.loadedIsland.islandRcd',
    ])
  })
  it('loses its declaration to the first thing that is entered', () => {
    const declared = reading('none.loadedIsland.settings', 'reason', 'Nothing is set here, the maker does it.')
    const states = (change: Partial<Installation>) =>
      bench(house(change), [
        ...readyForLoads().filter(({ pointKey }) => !pointKey.startsWith('settings.')),
        declared,
      ]).holds[2]?.conditions.find(({ condition }) => condition.id === 'settings')
    expect([states({ settings: [] })?.holds, states({})?.holds]).toEqual([true, false])
  })
})

describe('a wiring', () => {
  const positions = (installation: Installation, readings: Reading[]) =>
    bench(installation, readings).judgements.get('wire.positions')
  it('proves nothing as a drawing, and is Proven once it is confirmed as built', () => {
    expect(positions(house(), [])).toMatchObject({
      verdict: 'open',
      why: expect.stringContaining('confirm it as built'),
    })
    expect(positions(house(), readyForFirstLive())?.verdict).toBe('proven')
  })
  it('is Open again after any edit, and says who had confirmed it', () => {
    const added = house({ circuits: [...house().circuits, aCircuit({ id: 'k2', tag: 'c2', name: 'Lights' })] })
    expect(positions(added, readyForFirstLive())).toMatchObject({
      verdict: 'open',
      why: expect.stringContaining('changed after Test Hand confirmed it'),
    })
    expect(positions(added, readyForFirstLive(added))?.verdict).toBe('proven')
  })
  it('is Open while there is none', () => {
    expect(positions(house(EMPTY), [])?.verdict).toBe('open')
  })
})
