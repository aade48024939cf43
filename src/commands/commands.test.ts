import { describe, expect, it } from 'vitest'
import { AT, EVERY_COMMAND, MAUD, beforeEvery, entryOf, idOf } from '../../tests/support/commands'
import { aCircuit, house, reading } from '../../tests/support/house'
import { benchOf } from '../core/evidence/bench'
import { COMMANDS, type CommandName, applyEntry } from '.'
import { detailOf, inputOfReading } from './recordReadings'

const { jobId } = house()
const { id: _circuit, ...circuitFields } = aCircuit({ tag: 'c9' })

describe('every command', () => {
  it.each(Object.entries(EVERY_COMMAND))('%s shows at once on the record it was done to', (_name, one) => {
    const record = beforeEvery()
    expect(applyEntry(record, one, MAUD)).not.toEqual(record)
  })
  it.each(Object.entries(EVERY_COMMAND))('%s done twice is the same as once', (_name, one) => {
    const once = applyEntry(beforeEvery(), one, MAUD)
    expect(applyEntry(once, one, MAUD)).toEqual(once)
  })
  it.each(Object.entries(EVERY_COMMAND))('%s leaves the record it was given as it was', (_name, one) => {
    const record = beforeEvery()
    const kept = structuredClone(record)
    applyEntry(record, one, MAUD)
    expect(record).toEqual(kept)
  })
  it.each(Object.entries(EVERY_COMMAND))('%s takes what it is sent with', (name, one) => {
    const { schema } = COMMANDS[name as CommandName]
    expect(() => schema.validateSync(one.input)).not.toThrow()
  })
})

describe('done without a connection', () => {
  it('an override releases its hold', () => {
    const told = benchOf(applyEntry(beforeEvery(), EVERY_COMMAND.overrideHold, MAUD)).holds[0]?.conditions.find(
      ({ condition }) => condition.id === 'torque',
    )
    expect([told?.holds, told?.override?.byName]).toEqual([true, 'Maud'])
  })
  it('a replacement sets aside what was shown with the old one, and keeps its serial', () => {
    const record = applyEntry(beforeEvery(), EVERY_COMMAND.replaceComponent, MAUD)
    expect(record.replacements).toMatchObject([{ oldSerial: 'OLD1', replacedAt: AT, replacedByName: 'Maud' }])
    expect(benchOf(record).judgements.get('fit.component.inv1')?.why).toMatch(/^Open again/)
  })
  it('a thing of the plan brings its points', () => {
    const record = applyEntry(
      beforeEvery(),
      entryOf('saveItem', { jobId, kind: 'circuit', itemId: idOf(11), fields: { ...circuitFields, sort: 0 } }),
      MAUD,
    )
    expect(benchOf(record).points.some(({ key }) => key === 'wire.dead.circuit.c9')).toBe(true)
  })
  it('a reading stands with who and when, not yet received', () => {
    expect(applyEntry(beforeEvery(), EVERY_COMMAND.recordReadings, MAUD).readings.at(-1)).toMatchObject({
      recordedBy: 'u1',
      recordedByName: 'Maud',
      recordedAt: AT,
      receivedAt: null,
      detail: null,
    })
  })
})

describe('a reading on the wire', () => {
  it('comes back as it went', () => {
    const made = reading('earth.islandBond', 'ne', 0.4, {
      digits: '0.40',
      unit: 'V',
      detail: { bound: 'below', confirmed: ['stepHeld'] },
    })
    const input = inputOfReading(made)
    expect(detailOf(input)).toEqual(made.detail)
    expect(detailOf(inputOfReading(reading('outage.told', 'answer', 'yes')))).toBeNull()
  })
})
