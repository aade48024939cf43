import { describe, expect, it } from 'vitest'
import { aCircuit } from '../../../tests/support/house'

import { besideLeakiest, movedBehind, regrouped } from './regroupCircuits'
import { residualDevices } from './residualDevices'

const own = aCircuit({ id: 'a', tag: 'hob', residualTag: null })
const office = aCircuit({ id: 'b', tag: 'office', residualTag: 'r1' })
const freezer = aCircuit({ id: 'c', tag: 'freezer', residualTag: 'r1', safety: true })
const bare = aCircuit({ id: 'd', tag: 'bell', iDeltaNMa: null })
const circuits = [own, office, freezer, bare]
const device = (tag: string) => residualDevices({ circuits }).find((one) => one.tag === tag)!
const tagsOf = (changed: readonly { tag: string; residualTag: string | null }[]) =>
  changed.map(({ tag, residualTag }) => [tag, residualTag])

describe('moving a circuit behind another device', () => {
  it('takes the device’s name, kind and rating', () => {
    const strong = { ...device('r1'), iDeltaNMa: 100, device: 'delayed' as const }
    expect(movedBehind(circuits, 'hob', strong)).toMatchObject([
      { tag: 'hob', residualTag: 'r1', iDeltaNMa: 100, device: 'delayed' },
    ])
  })

  it('names a device that one circuit had for itself', () => {
    expect(tagsOf(movedBehind(circuits, 'office', device('hob')))).toEqual([
      ['hob', 'r2'],
      ['office', 'r2'],
    ])
  })

  it('gives a circuit a device of its own, and changes nothing that is so already', () => {
    expect(tagsOf(movedBehind(circuits, 'office', null))).toEqual([['office', null]])
    expect(movedBehind(circuits, 'hob', null)).toEqual([])
    expect(movedBehind(circuits, 'office', device('r1'))).toEqual([])
    expect([movedBehind(circuits, 'bell', device('r1')), movedBehind(circuits, 'nobody', null)]).toEqual([[], []])
  })
})

describe('a proposal carried out', () => {
  it('moves circuits to devices by their number, and beyond the last to new ones', () => {
    const devices = residualDevices({ circuits })
    const [toHob, beyond] = [devices.findIndex(({ tag }) => tag === 'hob'), devices.length]
    expect(tagsOf(regrouped(circuits, { office: toHob }))).toEqual([
      ['hob', 'r2'],
      ['office', 'r2'],
    ])
    expect(tagsOf(regrouped(circuits, { office: beyond, freezer: beyond }))).toEqual([
      ['office', 'r2'],
      ['freezer', 'r2'],
    ])
    expect(regrouped(circuits, {})).toEqual([])
  })

  it('joins two to one that was alone, under one name', () => {
    const toHob = residualDevices({ circuits }).findIndex(({ tag }) => tag === 'hob')
    expect(tagsOf(regrouped(circuits, { office: toHob, freezer: toHob }))).toEqual([
      ['hob', 'r2'],
      ['office', 'r2'],
      ['freezer', 'r2'],
    ])
  })
})

describe('a safety circuit', () => {
  const figures = (office: number | null, freezer: number | null) => (tag: string) =>
    tag === 'office' ? office : freezer

  it('is named where it shares with the leakiest, and only once everything is clamped', () => {
    const named = (tag: string, leakageMa: (tag: string) => number | null) =>
      besideLeakiest(device(tag), leakageMa).safety
    expect(named('r1', figures(4, 0.5))).toEqual(['freezer'])
    expect(named('r1', figures(0.5, 4))).toEqual([])
    expect(named('r1', figures(null, 4))).toEqual([])
    expect(named('hob', figures(4, 4))).toEqual([])
  })

  it('is asked after where nobody has said what hangs on a circuit beside the leakiest', () => {
    const unsaid = residualDevices({ circuits: [office, { ...freezer, safety: null }] })[0]!
    expect(besideLeakiest(unsaid, figures(4, 0.5))).toEqual({ safety: [], unsaid: ['freezer'] })
    expect(besideLeakiest(unsaid, figures(null, 0.5))).toEqual({ safety: [], unsaid: [] })
  })
})
