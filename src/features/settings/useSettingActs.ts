import { useQuery } from '@tanstack/react-query'
import { type SettingAct, writingAllowed } from '@/core/settings/settingAct'
import { callUseCase } from '../api'
import { useJob } from '../job/JobContext'

export interface SettingActs {
  /** The latest first; empty until they are there. */
  acts: readonly SettingAct[]
  /** Who lets the job's own gateway be written to; `null` for nobody, and for a job without one. */
  allowed: SettingAct | null
  /** The job's own gateway as it is named on record; `null` for a stand-in. */
  address: string | null
  again: () => void
}

/** What was planned, written and allowed about the job's settings. */
export function useSettingActs(): SettingActs {
  const {
    record: {
      installation: { jobId, settings },
    },
    view: { gateway },
  } = useJob()
  const { data, refetch } = useQuery({
    // a plan that changed has one more line
    queryKey: ['settingActs', jobId, settings],
    queryFn: () => callUseCase('viewSettingActs', { jobId }),
    retry: false,
  })
  const acts = data ?? []
  const address = gateway.host === null ? null : `${gateway.host}:${gateway.port ?? 502}`
  return {
    acts,
    address,
    allowed: address === null ? null : writingAllowed(acts, address),
    again: () => void refetch(),
  }
}
