import type { Circuit } from '@/core/installation/installation'
import { useSaveItem } from '../job/useSaveItem'

/** Stores circuits as they are given, one after the other. @throws ApiProblem with what was refused */
export function useSaveCircuits(): (circuits: readonly Circuit[]) => Promise<void> {
  const save = useSaveItem()
  return async (circuits) => {
    for (const circuit of circuits) await save('circuit', circuit)
  }
}
