import type { JobRecord } from '@/core/evidence/judge'
import { choiceSaid } from '@/core/plan/planRevision'
import type { PutBack } from './command'

/** What the server does as one act, and takes back as one: it is no entry, and needs a connection both ways. */
export const SERVER_STEPS = ['choosePlan'] as const
export type ServerStepName = (typeof SERVER_STEPS)[number]

/** One act of the server that can be taken back. */
export interface ServerEntry {
  id: string
  useCase: ServerStepName
  input: { jobId: string; revision: number }
  at: string
}

/** What an act touches of a record, and what takes it back. */
export const SERVER_WAYS: Readonly<
  Record<ServerStepName, { touched: (record: JobRecord) => unknown; back: (entry: ServerEntry) => PutBack[] }>
> = {
  choosePlan: {
    touched: ({ installation }) => choiceSaid(installation),
    back: ({ input }) => [{ useCase: 'takeBackPlan', input }],
  },
}

/** Whether a step is one of the server's. */
export const isServerStep = (useCase: string): useCase is ServerStepName =>
  (SERVER_STEPS as readonly string[]).includes(useCase)
