import type { TesterMap } from '@/core/testerMemory/testerMap'
import { remember, remembered } from '@/ui/deviceMemory'

/** What a test's words mean, as somebody said it: kept for the next memory of this tester. */
export interface TestMeaning {
  kindId: string | null
  slotPath: string | null
  unit: string | null
}

/** How a file with these columns was read before, and what its words meant. */
export interface RememberedMemory {
  map: TesterMap
  tests: Record<string, TestMeaning>
}

/** Words of one memory that are kept at most. */
const MOST_WORDS = 200
const keyOf = (header: readonly string[]) => `tester-memory ${header.join('|').slice(0, 500)}`

/** `null` where no such file was read on this device, or what was kept makes no sense any more. */
export function rememberedMemory(header: readonly string[]): RememberedMemory | null {
  try {
    const kept = JSON.parse(remembered(keyOf(header)) ?? 'null') as RememberedMemory | null
    return kept !== null && kept.map.place !== null && header.includes(kept.map.place) ? kept : null
  } catch {
    return null
  }
}

export function rememberMemory(header: readonly string[], { map, tests }: RememberedMemory): void {
  const kept = Object.fromEntries(Object.entries(tests).slice(0, MOST_WORDS))
  remember(keyOf(header), JSON.stringify({ map, tests: kept }))
}
