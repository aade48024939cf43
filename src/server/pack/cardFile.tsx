import { renderToBuffer } from '@react-pdf/renderer'
import { benchOf } from '@/core/evidence/bench'
import type { JobRecord } from '@/core/evidence/judge'
import { outageCard } from '@/core/handover/outageCard'
import { CardPdf } from './CardPdf'
import { registerReportFonts } from './reportFonts'

/** The what-to-do card of a job as a PDF. */
export async function cardPdf(record: JobRecord, crewName: string): Promise<Uint8Array<ArrayBuffer>> {
  registerReportFonts()
  const card = outageCard(benchOf(record), { crewName })
  return new Uint8Array(await renderToBuffer(<CardPdf card={card} />))
}
