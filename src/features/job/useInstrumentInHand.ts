import { useCallback, useState, useSyncExternalStore } from 'react'
import type { JobRecord } from '@/core/evidence/judge'
import { remember, remembered } from '@/ui/deviceMemory'

const INSTRUMENT_KEY = 'awlbright-instrument'

/** The instrument that measures most, for a hand that has not chosen yet. */
const handiest = (instruments: JobRecord['instruments']): string | null =>
  [...instruments].sort((a, b) => b.functions.length - a.functions.length)[0]?.id ?? null

/** The instrument in the crew's hand, remembered on this device while it is one of theirs. */
export function useInstrumentInHand({ instruments }: JobRecord): [string | null, (id: string | null) => void] {
  const kept = useSyncExternalStore(
    () => () => {},
    () => remembered(INSTRUMENT_KEY),
    () => null,
  )
  const [chosen, setChosen] = useState<string | null | undefined>(undefined)
  const id = chosen === undefined ? kept || handiest(instruments) : chosen
  const known = instruments.some((instrument) => instrument.id === id) ? id : null
  const choose = useCallback((next: string | null) => {
    setChosen(next)
    remember(INSTRUMENT_KEY, next ?? '')
  }, [])
  return [known, choose]
}
