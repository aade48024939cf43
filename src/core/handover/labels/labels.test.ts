import { describe, expect, it } from 'vitest'
import { aRun, anElectrode, house, reading, recordOf } from '../../../../tests/support/house'
import { benchOf } from '../../evidence/bench'
import { asBuiltWord } from '../../evidence/families/switchPositions'
import type { Installation } from '../../installation/installation'
import { RULE_PACKS } from '../../rules/packs'
import { RULE_PACK_IDS } from '../../rules/rulePack'
import { WARNING_IDS } from '../../rules/warningTexts'
import { fillText } from './fillText'
import { jobLabels } from './jobLabels'
import { type Label, LABEL_SIZES } from './label'
import { PADDING_MM, labelLayout, wrapped } from './labelLayout'
import { labelRows } from './labelRows'
import { LABEL_SHEET, PLACE_MM, labelSheets } from './labelSheets'
import { NOT_AS_BUILT } from './warningLabels'

const labelsOf = (installation: Installation, asBuilt = false) =>
  jobLabels(
    benchOf(recordOf(installation, asBuilt ? [reading('wire.positions', 'built', asBuiltWord(installation))] : [])),
  )
const idsOf = (labels: readonly Label[]) => labels.map(({ id }) => id)
const aLabel = (change: Partial<Label> = {}): Label => ({
  id: 'w',
  kind: 'warning',
  at: 'Meter',
  head: 'Two sources',
  lines: ['Isolate both.'],
  heldBecause: null,
  ...change,
})
const LONG = 'An uncommonly long remark about what stays live here and why. '.repeat(12)

describe('the labels of a house', () => {
  it('warn of the second source at every board and at the meter', () => {
    const ids = idsOf(labelsOf(house()))
    expect(ids).toEqual(expect.arrayContaining(['twoSources meter', 'twoSources main']))
  })

  it('stand at both ends of a run, at each electrode and on each unit', () => {
    const labels = labelsOf(
      house({ runs: [aRun({ tag: 'w1', from: 'Meter', to: 'Gateway' })], electrodes: [anElectrode({ tag: 'e7' })] }),
    )
    expect(idsOf(labels)).toEqual(expect.arrayContaining(['run w1 near', 'run w1 far', 'keepEarth e7']))
    expect(labels.find(({ id }) => id === 'run w1 far')?.at).toBe('Gateway')
  })

  it('leave out what the house does not have', () => {
    const ids = idsOf(labelsOf(house({ electrodes: [], components: [], survey: [] })))
    expect(ids.filter((id) => /^(keepEarth|batteryHere|daylight|stillCharged)/.test(id))).toEqual([])
  })

  it('are not printed from a plan where they speak of the wiring', () => {
    const planned = labelsOf(house()).filter(({ kind }) => kind === 'position')
    expect(planned.length).toBeGreaterThan(0)
    expect(new Set(planned.map(({ heldBecause }) => heldBecause))).toEqual(new Set([NOT_AS_BUILT]))
    const built = labelsOf(house(), true).filter(({ kind }) => kind === 'position')
    expect(built.map(({ heldBecause }) => heldBecause)).toEqual(built.map(() => null))
  })

  it('name a position that the switch has', () => {
    for (const { lines } of labelsOf(house(), true).filter(({ kind }) => kind === 'position')) {
      const [left = '', all = ''] = lines
      expect(all.replace('Positions: ', '').split(' · ')).toContain(left.replace('Leave in: ', ''))
    }
  })

  it('have ids of their own', () => {
    const ids = idsOf(labelsOf(house({ runs: [aRun()], electrodes: [anElectrode()] }), true))
    expect(new Set(ids).size).toBe(ids.length)
  })
})

describe('a warning with a hole in it', () => {
  it('is not made', () => {
    expect(fillText('Fed from {sources}.', { sources: null })).toBeNull()
    expect(fillText('Fed from {sources}.', {})).toBeNull()
    expect(fillText('Fed from {sources}.', { sources: 'Battery' })).toBe('Fed from Battery.')
  })

  it.each(RULE_PACK_IDS)('does not come from the texts of %s: every warning has a head and lines', (id) => {
    const { texts, band } = RULE_PACKS[id].warnings
    expect(Object.keys(texts).sort()).toEqual([...WARNING_IDS].sort())
    for (const warning of WARNING_IDS) expect(texts[warning].lines.join('').length, warning).toBeGreaterThan(15)
    expect(band).toMatch(/^#[0-9a-f]{6}$/)
  })

  it('differs by region', () => {
    const heads = RULE_PACK_IDS.map(
      (packId) => labelsOf(house({ packId, runs: [] })).find(({ id }) => id === 'twoSources meter')?.head,
    )
    expect(heads[0]).toBe(heads[1])
    expect(heads[2]).toMatch(/^WARNING: /)
  })
})

describe('a label laid out', () => {
  it('keeps its size for a short text and grows for a long one; no word is lost', () => {
    const short = labelLayout(aLabel())
    expect([short.widthMm, short.heightMm]).toEqual([LABEL_SIZES.warning.widthMm, LABEL_SIZES.warning.heightMm])
    const long = labelLayout(aLabel({ lines: [LONG] }))
    expect(long.heightMm).toBeGreaterThan(short.heightMm)
    const words = long.lines
      .filter(({ bold }) => !bold)
      .map(({ text }) => text)
      .join(' ')
    expect(words).toBe(LONG.trim())
  })

  it('has type of 6 points at least, and every line inside', () => {
    const { widthMm, heightMm, lines } = labelLayout(aLabel({ lines: [LONG] }))
    for (const { typeMm, baseMm, xMm, text } of lines) {
      expect(typeMm).toBeGreaterThanOrEqual(2.1)
      expect(baseMm).toBeLessThanOrEqual(heightMm - PADDING_MM + typeMm * 0.3)
      expect(xMm + text.length * typeMm * 0.5).toBeLessThanOrEqual(widthMm)
    }
  })

  it('breaks a word that no line holds', () => {
    expect(wrapped('abcdefghij', 12, 4, 0.5)).toEqual(['abcdef', 'ghij'])
    expect(wrapped('  ', 12, 4, 0.5)).toEqual([])
  })
})

describe('labels on sheets', () => {
  const many = Array.from({ length: 60 }, (_, k) =>
    aLabel({ id: `l${k}`, kind: k % 3 ? 'run' : 'warning', lines: k % 7 ? ['x'] : [LONG] }),
  )

  it('all have a place inside the margins, and none lies on another', () => {
    const sheets = labelSheets(many)
    expect(sheets.flat().map(({ label }) => label.id)).toEqual(many.map(({ id }) => id))
    for (const sheet of sheets)
      for (const [k, { xMm, yMm, layout }] of sheet.entries()) {
        expect(xMm + layout.widthMm).toBeLessThanOrEqual(LABEL_SHEET.widthMm - LABEL_SHEET.marginMm)
        expect(yMm + layout.heightMm + PLACE_MM).toBeLessThanOrEqual(LABEL_SHEET.heightMm - LABEL_SHEET.marginMm)
        for (const other of sheet.slice(k + 1)) {
          const apart =
            other.xMm >= xMm + layout.widthMm ||
            xMm >= other.xMm + other.layout.widthMm ||
            other.yMm >= yMm + layout.heightMm + PLACE_MM ||
            yMm >= other.yMm + other.layout.heightMm + PLACE_MM
          expect(apart).toBe(true)
        }
      }
  })

  it('leave out what is held', () => {
    expect(labelSheets([aLabel({ heldBecause: 'not yet' })])).toEqual([])
  })
})

describe('labels as rows', () => {
  it('have a column for five lines; what goes beyond joins the last', () => {
    const [row] = labelRows([aLabel({ lines: ['a', 'b', 'c', 'd', 'e', 'f'] })])
    expect([row?.line1, row?.line4, row?.line5, row?.widthMm]).toEqual(['a', 'd', 'e f', 90])
  })
})
