import { renderToBuffer } from '@react-pdf/renderer'
import { type Bench, pointsToShow } from '@/core/evidence/bench'
import type { JobRecord } from '@/core/evidence/judge'
import { canonicalJson } from '@/core/pack/canonicalJson'
import { planOfInstallation } from '@/core/plan/planOfInstallation'
import { cardPdf } from './cardFile'
import { numberedPages } from './numberedPages'
import { PACK_READ_ME } from './packReadMe'
import { schematicFile } from './packSchematic'
import { readingsCsv } from './readingsCsv'
import { Report, type ReportBeside } from './Report'
import type { Attached } from './reportBeside'
import { registerReportFonts } from './reportFonts'
import type { PackSummary } from './summary'
import { tableFiles } from './tableFiles'

const utf8 = (text: string) => new TextEncoder().encode(text)

/** A job as it is sealed. */
export interface ToSeal {
  record: JobRecord
  bench: Bench
  summary: PackSummary
  beside: ReportBeside
  attached: readonly Attached[]
  sealedAt: string
  sealedBy: string
  crew: string
  place: string
}

/** Everything the report is made from, in the open form of a sealed record. */
function recordJson({ record, bench, summary, beside, attached, sealedAt, sealedBy, crew, place }: ToSeal): string {
  return canonicalJson({
    format: 'awlbright-record-1',
    sealedAt,
    sealedBy,
    crew,
    place,
    installation: record.installation,
    plan: planOfInstallation(record.installation),
    readings: record.readings,
    attachments: attached,
    instruments: record.instruments,
    library: [...beside.library.values()],
    overrides: record.overrides,
    outageMarks: record.outageMarks,
    visits: record.visits,
    replaces: beside.replaces,
    reviews: beside.reviews,
    signatures: beside.signatures,
    erasures: beside.erasures,
    verdicts: pointsToShow(bench).map((point) => ({
      key: point.key,
      label: point.label,
      stage: point.stage,
      ...bench.judgements.get(point.key),
    })),
    promises: summary.promises,
  })
}

/** What of a pack is written for it, by path: the report, the card, the record and its tables. Pictures and recordings are in the store already. */
export async function packFiles(sealed: ToSeal): Promise<Record<string, Uint8Array>> {
  const { record, bench, summary, beside, sealedBy, crew } = sealed
  registerReportFonts()
  const pdf = await renderToBuffer(
    <Report summary={summary} bench={bench} record={record} signedBy={sealedBy} beside={beside} />,
  )
  return {
    'README.txt': utf8(PACK_READ_ME),
    'report.pdf': await numberedPages(new Uint8Array(pdf)),
    'card.pdf': await cardPdf(record, crew),
    'record.json': utf8(recordJson(sealed)),
    'readings.csv': utf8(readingsCsv(record.readings, bench)),
    ...Object.fromEntries(
      Object.entries(tableFiles(bench, record.outageMarks)).map(([path, csv]) => [path, utf8(csv)]),
    ),
    ...(beside.schematic && {
      'schematic.svg': utf8(schematicFile(record.installation.name, beside.schematic)),
    }),
  }
}
