import { describe, expect, it } from 'vitest'
import { aRun, anElectrode, house, reading, readyForLoads, recordOf } from '../../../tests/support/house'
import { pdfPages, pdfText } from '../../../tests/support/pdfText'
import { labelSheets } from '@/core/handover/labels/labelSheets'
import { jobLabels } from '@/core/handover/labels/jobLabels'
import { benchOf } from '@/core/evidence/bench'
import { cardPdf } from './cardFile'
import { clampPdf } from './clampFile'
import { labelsPdf } from './labelsFile'
import { registrationPdf } from './registrationFile'

const POINTS_PER_MM = 72 / 25.4
const installation = house({
  runs: [aRun({ tag: 'w1' }), aRun({ id: 'r2', tag: 'w2' })],
  electrodes: [anElectrode({ tag: 'e7' })],
})

describe('labels as PDF', () => {
  it('stand in their true size where they were laid out, on sheets of A4', async () => {
    const record = recordOf(installation, readyForLoads(installation))
    const pages = await pdfPages(await labelsPdf(record))
    const sheets = labelSheets(jobLabels(benchOf(record)))
    expect(pages).toHaveLength(sheets.length)
    for (const [k, sheet] of sheets.entries()) {
      const page = pages[k]
      expect([page?.width.toFixed(0), page?.height.toFixed(0)]).toEqual(['595', '842'])
      for (const { label, layout, xMm, yMm } of sheet) {
        const [first] = layout.lines
        if (!first) continue
        const at = page?.words.filter(
          ({ x, y }) =>
            Math.abs(x / POINTS_PER_MM - (xMm + first.xMm)) < 0.5 &&
            Math.abs((page.height - y) / POINTS_PER_MM - (yMm + first.baseMm)) < 0.5,
        )
        expect(at?.length, label.id).toBeGreaterThan(0)
      }
    }
  })

  it('hold no label that is held back, and say so of a house without any by an empty sheet with its ruler', async () => {
    const text = await pdfText(await labelsPdf(recordOf(installation)))
    expect(text).toContain('Two sources of supply')
    expect(text).not.toContain('Leave in:')
    expect(text).toContain('this line is 100 mm')
  })
})

describe('the registration as PDF', () => {
  it('has what the record has, and a line to write on where it has nothing', async () => {
    const text = await pdfText(
      await registrationPdf(recordOf(installation), { place: 'Nowhere 1', crewName: 'Test crew' }),
    )
    for (const words of ['Nowhere 1', 'Test crew', 'Made-up 6', 'Electrode e7']) expect(text).toContain(words)
    expect(text).toMatch(/Inverter \(inv1\), serial _{10,}/)
  })
})

describe('the card as PDF', () => {
  it('is one side, and keeps people safe first and last', async () => {
    const bytes = await cardPdf(recordOf(installation, readyForLoads(installation)), 'Test crew')
    expect(await pdfPages(bytes)).toHaveLength(1)
    const text = await pdfText(bytes)
    for (const words of ['When the street is dark', 'Touch nothing metal', 'Never bridge', 'Test crew'])
      expect(text).toContain(words)
  })
})

describe('the record of a clamp’s decision', () => {
  const facts = { place: 'Testholm', crewName: 'Test crew' }
  const clamp = (slot: string, value: number | string) => reading('earth.current', slot, value, { unit: 'A' })

  it('has each reading and what was said with its time and name, and what is to be done', async () => {
    const readings = [
      clamp('now', 2.2),
      clamp('off', 2.1),
      reading('earth.current', 'told', 'Suspected broken neutral, crew on its way'),
      reading('earth.current', 'reference', 'NX-4471'),
    ]
    const text = await pdfText(await clampPdf(recordOf(installation, readings), facts))
    for (const part of ['2.2', '2.1', 'Suspected broken neutral', 'NX-4471', 'Test Hand', '2026-01-01', 'Testholm'])
      expect(text).toContain(part)
    expect(text).toContain('Do not open this conductor')
  })

  it('says of one that nobody has clamped that it is Open', async () => {
    const text = await pdfText(await clampPdf(recordOf(installation), facts))
    expect(text).toContain('nobody has clamped the conductor')
    expect(text).toContain('Open')
  })
})
