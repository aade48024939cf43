import { jobPdf } from '@/server/jobPdf'
import { labelsPdf } from '@/server/pack/labelsFile'

/** The job's labels in their true size as a PDF. */
export const GET = (request: Request, { params }: { params: Promise<{ jobId: string }> }): Promise<Response> =>
  jobPdf(request, params, labelsPdf)
