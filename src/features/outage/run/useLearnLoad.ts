import { useAttempt } from '../../useAttempt'
import { useJob } from '../../job/JobContext'
import { useSaveItem } from '../../job/useSaveItem'

/** The load list learns what a load was seen to draw: for whoever may change the list, once the run is over. */
export function useLearnLoad(): { learn: ((tag: string, drawnW: number) => void) | null; failure: string | null } {
  const {
    record: { installation },
    may,
  } = useJob()
  const { attempt, failure } = useAttempt()
  const save = useSaveItem()
  const learn = (tag: string, drawnW: number) => {
    const load = installation.loads.find((one) => one.tag === tag)
    if (load) void attempt(() => save('load', { ...load, powerW: Math.round(drawnW) }))
  }
  return { learn: may('saveItem') ? learn : null, failure }
}
