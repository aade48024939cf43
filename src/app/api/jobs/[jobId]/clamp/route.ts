import { jobPdf } from '@/server/jobPdf'
import { clampPdf } from '@/server/pack/clampFile'

/** What was clamped, said and done about a current in the job's earth conductor, as a PDF. */
export const GET = (request: Request, { params }: { params: Promise<{ jobId: string }> }): Promise<Response> =>
  jobPdf(request, params, clampPdf)
