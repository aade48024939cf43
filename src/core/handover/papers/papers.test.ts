import { describe, expect, it } from 'vitest'
import { aCircuit, house, reading, recordOf } from '../../../../tests/support/house'
import { benchOf } from '../../evidence/bench'
import { asBuiltWord } from '../../evidence/families/switchPositions'
import type { Reading } from '../../evidence/reading'
import type { Installation } from '../../installation/installation'
import { documentPocket } from './documentPocket'
import { REGISTRATION_GROUPS, registrationFields } from './registration'

const facts = { place: 'Nowhere 1', crewName: 'Test crew' }
const bench = (change: Partial<Installation> = {}, readings: Reading[] = []) =>
  benchOf(recordOf(house(change), readings))
const valueOf = (label: string, of = bench()) => registrationFields(of, facts).find((one) => one.label === label)?.value

describe('what a registration asks for', () => {
  it('is filled from the record', () => {
    expect(valueOf('Place')).toBe('Nowhere 1')
    expect(valueOf('Crew')).toBe('Test crew')
    expect(valueOf('Inverter (inv1)')).toBe('Made-up 6')
    const withSerial = bench({}, [reading('fit.component.inv1', 'serial', 'SN-77')])
    expect(valueOf('Inverter (inv1), serial', withSerial)).toBe('SN-77')
  })

  it('stays blank where the record has nothing, and never adds up what is half known', () => {
    expect(valueOf('Inverter (inv1), serial')).toBeNull()
    expect(valueOf('Gap when the supply is lost')).toBeNull()
    expect(valueOf('Licensed person and licence number')).toBeNull()
    const [unit] = house().sources.units
    const units = unit ? [unit, { ...unit, inverterAcW: null }] : []
    expect(valueOf('AC rating of the inverters', bench({ sources: { ...house().sources, units } }))).toBeNull()
    expect(valueOf('Rating of the supply', bench({ supply: { ...house().supply, ratingA: null } }))).toBeNull()
  })

  it('says of what failed that it is not in order', () => {
    const returns = [1, 2, 3].map((k) => reading('outage.cleanReturns', `return${k}`, k === 2 ? 'tripped' : 'clean'))
    expect(valueOf('Returns to the street', bench({}, returns))).toMatch(/^not in order: /)
  })

  it('comes in the order of its groups', () => {
    const groups = registrationFields(bench(), facts).map(({ group }) => REGISTRATION_GROUPS.indexOf(group))
    expect(groups).toEqual(groups.toSorted((a, b) => a - b))
  })
})

describe('the document pocket', () => {
  const held = (of: ReturnType<typeof bench>, packs: number) =>
    documentPocket(of, packs)
      .filter(({ heldBecause }) => heldBecause !== null)
      .map(({ label }) => label)

  it('waits for the wiring as built, the ways of the circuits and a sealed pack', () => {
    const circuits = [aCircuit({ way: null })]
    expect(held(bench({ circuits }), 0)).toEqual([
      'Single-line schematic',
      'Chart for the door of Main board',
      'Report of the sealed pack, and the household’s link',
    ])
  })

  it('waits for nothing once all of it is there', () => {
    const circuits = [aCircuit({ way: 3 })]
    const built = house({ circuits })
    expect(held(bench({ circuits }, [reading('wire.positions', 'built', asBuiltWord(built))]), 1)).toEqual([])
  })

  it('names the manual of each unit', () => {
    expect(documentPocket(bench(), 0).map(({ label }) => label)).toContain('Maker’s manual: Inverter, Made-up 6')
  })
})
