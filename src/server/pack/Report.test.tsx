import sharp from 'sharp'
import { renderToBuffer } from '@react-pdf/renderer'
import { expect, it } from 'vitest'
import { aCircuit, house, readyForLoads, recordOf } from '../../../tests/support/house'
import { type PdfPage, pdfPages } from '../../../tests/support/pdfText'
import type { OwnLimit } from '@/core/rules/ownLimits'
import { numberedPages } from './numberedPages'
import { Report, type ReportBeside } from './Report'
import { registerReportFonts } from './reportFonts'
import { packSummary } from './summary'

/** The report of a house with so many circuits and pictures, read back page by page. */
async function pagesOf(
  circuits: number,
  pictures: number,
  ownLimits: readonly OwnLimit[] = [],
  more: Partial<ReportBeside> = {},
  timeZone: string | null = null,
): Promise<PdfPage[]> {
  registerReportFonts()
  const built = house({
    ownLimits,
    site: { ...house().site, timeZone },
    circuits: Array.from({ length: circuits }, (_, k) =>
      aCircuit({ id: `k${k}`, tag: `c${k}`, name: `Sockets in room ${k}` }),
    ),
  })
  const record = recordOf(built, readyForLoads(built))
  const facts = { place: 'Nowhere', crewName: 'Test crew', sealedAt: '2026-01-01T00:00:00.000Z' }
  const { summary, bench } = packSummary(record, facts)
  const jpeg = await sharp({ create: { width: 460, height: 345, channels: 3, background: '#556677' } })
    .jpeg()
    .toBuffer()
  const shown = Array.from({ length: pictures }, (_, k) => ({
    path: `pictures/${k}-plate.jpg`,
    label: 'Plate',
    byName: 'Hand',
    at: facts.sealedAt,
    jpeg,
  }))
  const beside = {
    schematic: null,
    wave: null,
    pictures: shown,
    picturesLeftOut: 0,
    reviews: [],
    signatures: [],
    replaces: null,
    erasures: [],
    letterHead: { crewName: 'Test crew', lines: null, logoPng: null },
    library: new Map(),
    ...more,
  }
  const pdf = await renderToBuffer(
    <Report summary={summary} bench={bench} record={record} signedBy="Lead" beside={beside} />,
  )
  return pdfPages(await numberedPages(new Uint8Array(pdf)))
}

it('prints no other letters for those that its faces do not hold, and says so', async () => {
  const letterHead = { crewName: '電気工事 🔌 Łódź', lines: 'At the mill', logoPng: null }
  const words = (await pagesOf(1, 0, [], { letterHead })).flatMap((page) => page.words).map(({ text }) => text)
  const all = words.join('').replaceAll(' ', '')
  expect(all).toContain('□□□□□Łódź')
  expect(all).toContain('□standsforasign')
  const plain = (await pagesOf(1, 0)).flatMap((page) => page.words).map(({ text }) => text)
  expect(plain.join('')).not.toContain('□')
})

// the library that writes PDFs gives up on some long documents: a job is never too long to be sealed
it.each([
  [1, 0],
  [5, 60],
  [20, 24],
  [60, 0],
])(
  'a report of %i circuits and %i pictures has its foot on every page, inside the sheet',
  async (circuits, pictures) => {
    const pages = await pagesOf(circuits, pictures)
    expect(pages.length).toBeGreaterThan(2)
    for (const [k, { words }] of pages.entries()) {
      const foot = words.filter(({ text }) => text === `${k + 1} / ${pages.length}`)
      expect(foot.map(({ y }) => y > 15 && y < 45)).toEqual([true])
    }
  },
)

it('prints the limits that a lead set for the job, what the plan alone was reckoned with too, and says where there is none', async () => {
  const textOf = async (ownLimits: readonly OwnLimit[]) =>
    (await pagesOf(1, 0, ownLimits)).flatMap(({ words }) => words.map(({ text }) => text)).join(' ')
  const set = (value: number | null): OwnLimit => ({
    id: `l${value}`,
    key: 'voltageDropMaxPercent',
    value,
    reason: 'The long line to the barn was dim once',
    byName: 'Maud',
    at: '2027-03-18T08:35:00.000Z',
  })
  const own = await textOf([set(2)])
  for (const part of ['Voltage drop along a planned run', 'dim once', 'Maud, 2027-03-18 08:35 UTC'])
    expect(own.replace(/\s+/g, ' ')).toContain(part)
  for (const none of [await textOf([]), await textOf([set(2), set(null)])])
    expect(none.replace(/\s+/g, ' ')).toContain('all are those of the region’s rules')
})

it('has the times of the house and says by whose clock, and those of UTC where its zone is not on record', async () => {
  const set: OwnLimit = {
    id: 'l1',
    key: 'voltageDropMaxPercent',
    value: 2,
    reason: 'dim',
    byName: 'Maud',
    at: '2027-03-18T22:35:00.000Z',
  }
  const textOf = async (timeZone: string | null) =>
    (await pagesOf(1, 1, [set], {}, timeZone))
      .flatMap(({ words }) => words.map(({ text }) => text))
      .join(' ')
      .replace(/\s+/g, ' ')
  const there = await textOf('Australia/Brisbane')
  // sealed at midnight of UTC
  for (const part of ['Maud, 2027-03-19 08:35', 'sealed 2026-01-01 10:00', 'clock of the house, Australia/Brisbane'])
    expect(there).toContain(part)
  expect(there).not.toContain('UTC')
  const anywhere = await textOf(null)
  for (const part of ['Maud, 2027-03-18 22:35 UTC', 'sealed 2026-01-01 00:00 UTC', 'time zone of the house is not on'])
    expect(anywhere).toContain(part)
})

it('begins with the crew’s letter head where it has one, and says where the figures of equipment were read', async () => {
  const textOf = async (more: Partial<ReportBeside>) =>
    (await pagesOf(1, 0, [], more)).map(({ words }) => words.map(({ text }) => text).join(' '))
  const logoPng = new Uint8Array(
    await sharp({ create: { width: 90, height: 30, channels: 4, background: '#336699' } })
      .png()
      .toBuffer(),
  )
  const [first = '', ...rest] = await textOf({
    erasures: [],
    letterHead: { crewName: 'Test crew', lines: 'Workshop 7\nreached by bell', logoPng },
    library: new Map([['r1', { name: 'Made-up 6', revision: 3, source: 'manual, edition 4' }]]),
  })
  expect(first).toMatch(/Workshop 7.*reached by bell/)
  expect(rest.join(' ')).not.toContain('reached by bell')
  expect((await textOf({})).join(' ')).not.toContain('Workshop 7')
  // nothing of this house was taken from the library
  expect(rest.join(' ')).toContain('figures entered for this job')
})
