import { useAttempt } from '../../useAttempt'
import { useJob } from '../../job/JobContext'

/** The load list learns what a load was seen to draw: for whoever may change the list, once the run is over. */
export function useLearnLoad(): { learn: ((tag: string, drawnW: number) => void) | null; failure: string | null } {
  const {
    record: { installation },
    carryOut,
    may,
  } = useJob()
  const { attempt, failure } = useAttempt()
  const learn = (tag: string, drawnW: number) => {
    const load = installation.loads.find((one) => one.tag === tag)
    if (!load) return
    // what else a row of the database carries is not sent back
    const { id, jobId: _job, ...fields } = load as typeof load & { jobId?: string }
    void attempt(() =>
      carryOut('saveItem', {
        jobId: installation.jobId,
        kind: 'load',
        itemId: id,
        fields: { ...fields, powerW: Math.round(drawnW) },
      }),
    )
  }
  return { learn: may('saveItem') ? learn : null, failure }
}
