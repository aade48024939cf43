import { jobPdf } from '@/server/jobPdf'
import { registrationPdf } from '@/server/pack/registrationFile'

/** What a registration asks for, filled from the job's record, as a PDF. */
export const GET = (request: Request, { params }: { params: Promise<{ jobId: string }> }): Promise<Response> =>
  jobPdf(request, params, registrationPdf)
