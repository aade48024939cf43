import { describe, expect, it } from 'vitest'
import { faultPath } from '@/core/wiring/faultPath'
import { liveState } from '@/core/wiring/liveState'
import { lineOffBackupHouse } from '../../../tests/support/bigHouses'
import { faultColumnLayout } from './faultColumnLayout'

const graph = lineOffBackupHouse(2)
const laid = (gridState: 'healthy' | 'dead', bonds = graph.bonds) => {
  const house = { ...graph, bonds }
  return faultColumnLayout(house, faultPath(house, liveState(house, graph.plan.asLeft, gridState), 'load0'), 400)
}

describe('a fault’s way out and home', () => {
  it('goes down on one side, comes up on the other, and places stand beside themselves', () => {
    const { out, home, stretches } = laid('dead')
    expect(out[0]?.id).toBe('terminals')
    expect(out.at(-1)?.id).toBe('load0')
    expect([home[0]?.id, home.at(-1)?.id]).toEqual(['load0', 'terminals'])
    for (const station of home) {
      const twin = out.find(({ id }) => id === station.id)
      if (twin) expect(station.y).toBe(twin.y)
    }
    expect(stretches.map(({ conductor }) => conductor)).toContain('neutral')
  })

  it('bars the place where earth becomes neutral, and none on the way through the supplier’s bond', () => {
    const island = laid('dead')
    expect(island.bond?.y).toBe(island.home.find(({ id }) => id === 'backupBoard')?.y)
    expect(laid('healthy').bond).toBeNull()
  })

  it('has no way home where nothing is bonded', () => {
    expect(laid('dead', []).home).toHaveLength(1)
  })
})
