import { renderToBuffer } from '@react-pdf/renderer'
import { benchOf } from '@/core/evidence/bench'
import type { JobRecord } from '@/core/evidence/judge'
import { jobLabels } from '@/core/handover/labels/jobLabels'
import { labelSheets } from '@/core/handover/labels/labelSheets'
import { RULE_PACKS } from '@/core/rules/packs'
import { LabelsPdf } from './LabelsPdf'
import { registerReportFonts } from './reportFonts'

/** The labels of a job as a PDF in their true size; those that are held are not on it. */
export async function labelsPdf(record: JobRecord): Promise<Uint8Array<ArrayBuffer>> {
  registerReportFonts()
  const { name, packId } = record.installation
  const sheets = labelSheets(jobLabels(benchOf(record)))
  return new Uint8Array(
    await renderToBuffer(<LabelsPdf jobName={name} sheets={sheets} band={RULE_PACKS[packId].warnings.band} />),
  )
}
