import { describe, expect, it } from 'vitest'
import { EVERY_COMMAND, beforeEvery, MAUD } from '../../tests/support/commands'
import { graphOf } from '../core/wiring/wiringOfInstallation'
import { COMMANDS, type CommandName, type Entry, applyEntry } from '.'
import { putBack, stepOf } from './step'

const fresh = { newId: () => '018f0000-0000-7000-8000-0000000000ff', at: '2026-03-01T11:00:00.000Z' }
const TAKEN_BACK = Object.entries(EVERY_COMMAND).filter(([name]) => COMMANDS[name as CommandName].wayBack)
const EVIDENCE = Object.entries(EVERY_COMMAND).filter(([name]) => !COMMANDS[name as CommandName].wayBack)

const done = (record: ReturnType<typeof beforeEvery>, entry: Entry) => applyEntry(record, entry, MAUD)
describe('what was done to the plan', () => {
  it('is taken back: every entry that is no evidence knows the way', () => {
    expect(TAKEN_BACK.map(([name]) => name).sort()).toEqual(
      [
        'changeJob',
        'removeFitItem',
        'removeItem',
        'removeSurveyItem',
        'saveFitItems',
        'saveItem',
        'saveLoads',
        'saveSurveyItem',
        'saveWiring',
        'setCoreColours',
        'setJobLimit',
        'takeComponents',
      ].sort(),
    )
  })
  it.each(TAKEN_BACK)('%s is put back as it was', (_name, entry) => {
    const record = beforeEvery()
    const step = stepOf(record, entry, MAUD)
    const after = done(record, entry)
    const entries = (step && putBack(step, after, fresh)) ?? []
    expect(entries.length).toBeGreaterThan(0)
    const back = entries.reduce(
      (now, { useCase, input }) => done(now, { ...entry, id: fresh.newId(), useCase, input } as Entry),
      after,
    )
    // done once more from there it is the same step: nothing of the first is left
    const again = stepOf(back, entry, MAUD)
    const unsorted = (value: unknown) => JSON.parse(JSON.stringify(value).replace(/"sort":\d+,?/g, '')) as unknown
    const whatWas = entry.useCase === 'saveWiring' ? graphOf(back.installation, 'wired') : again?.was
    expect(unsorted(whatWas ?? null)).toEqual(unsorted(step?.was ?? null))
  })
  it.each(TAKEN_BACK)('%s is taken back with input that its use case takes', (_name, entry) => {
    const record = beforeEvery()
    const step = stepOf(record, entry, MAUD)
    for (const { useCase, input } of (step && putBack(step, done(record, entry), fresh)) ?? [])
      expect(() => COMMANDS[useCase as CommandName].schema.validateSync(input)).not.toThrow()
  })
  it('leaves wiring and limits on record, with what they were on top', () => {
    const record = beforeEvery()
    const step = stepOf(record, EVERY_COMMAND.saveWiring, MAUD)
    const after = done(record, EVERY_COMMAND.saveWiring)
    expect(step && putBack(step, after, fresh)).toMatchObject([{ input: { base: 1, note: 'Taken back: as found' } }])
  })
  it('is not taken back once somebody changed it: that would undo theirs too', () => {
    const record = beforeEvery()
    const step = stepOf(record, EVERY_COMMAND.changeJob, MAUD)
    const theirs = done(done(record, EVERY_COMMAND.changeJob), {
      ...EVERY_COMMAND.changeJob,
      input: { ...EVERY_COMMAND.changeJob.input, supply: { ...record.installation.supply, ratingA: 80 } },
    } as Entry)
    expect(step && putBack(step, theirs, fresh)).toBeNull()
  })
  it('is no step where nothing changed', () => {
    const after = done(beforeEvery(), EVERY_COMMAND.saveSurveyItem)
    expect(stepOf(after, EVERY_COMMAND.saveSurveyItem, MAUD)).toBeNull()
  })
})

describe('evidence', () => {
  it.each(EVIDENCE)('%s is corrected, never undone', (_name, entry) => {
    expect(stepOf(beforeEvery(), entry, MAUD)).toBeNull()
  })
})
