import { useCallback, useMemo, useState, useSyncExternalStore } from 'react'
import type { JobRecord } from '@/core/evidence/judge'
import { remember, remembered } from '@/ui/deviceMemory'

const INSTRUMENT_KEY = 'awlbright-instrument'
/** Instruments remembered at most; the rest lie in the van. */
const MOST_IN_HAND = 12

/** The instruments that somebody took in hand on this device, latest first, while they are the crew's. Until somebody chooses there is none. */
export function useInstrumentInHand({ instruments }: JobRecord): [readonly string[], (id: string) => void] {
  const kept = useSyncExternalStore(
    () => () => {},
    () => remembered(INSTRUMENT_KEY),
    () => null,
  )
  const [chosen, setChosen] = useState<readonly string[] | null>(null)
  const ids = useMemo(() => {
    const all = chosen ?? (kept ?? '').split(' ').filter(Boolean)
    return all.filter((id) => instruments.some((instrument) => instrument.id === id))
  }, [chosen, kept, instruments])
  const choose = useCallback(
    (id: string) => {
      const next = [id, ...ids.filter((other) => other !== id)].slice(0, MOST_IN_HAND)
      setChosen(next)
      remember(INSTRUMENT_KEY, next.join(' '))
    },
    [ids],
  )
  return [ids, choose]
}
