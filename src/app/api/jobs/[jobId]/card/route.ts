import { jobPdf } from '@/server/jobPdf'
import { cardPdf } from '@/server/pack/cardFile'

/** The job's what-to-do card as a PDF. */
export const GET = (request: Request, { params }: { params: Promise<{ jobId: string }> }): Promise<Response> =>
  jobPdf(request, params, (record, { crewName }) => cardPdf(record, crewName))
