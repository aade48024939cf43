import { formatWhole } from '@/core/quantity/formatQuantity'
import { REACH_MM } from '@/core/fit/keepClear'
import type { JudgedUnit } from '@/core/fit/wallOfInstallation'

export const wholeMm = (value: number) => `${formatWhole(value)} mm`

export const SIDE_WORDS: Readonly<Record<string, string>> = {
  floor: 'the floor',
  ceiling: 'the ceiling',
  leftEnd: 'the left end',
  rightEnd: 'the right end',
}

function boardWords({ boardVerdict, boardMissingMm }: JudgedUnit['clearances']): string[] {
  if (boardVerdict === 'open') return ['no board known to be non-combustible behind it']
  if (boardVerdict !== 'exceeds') return []
  const short = Object.entries(boardMissingMm ?? {}).filter(([, missing]) => missing > 0)
  if (short.length === 0) return ['backing board can burn']
  return [`backing board short: ${short.map(([side, missing]) => `${side} ${wholeMm(missing)}`).join(', ')}`]
}

/** What is wrong with a unit's place, in one line. */
export function placeWords({ clearances }: JudgedUnit): string {
  const { violations, controlsOutside, verdict } = clearances
  if (violations === null) return 'Not placed yet.'
  const reach = `${REACH_MM.min}–${formatWhole(REACH_MM.max)} mm`
  const parts = [
    ...violations.map(({ with: other, missingMm }) => `${wholeMm(missingMm)} short of ${SIDE_WORDS[other] ?? other}`),
    ...boardWords(clearances),
    ...(controlsOutside ?? []).map((control) => `${control} out of reach (${reach})`),
  ]
  if (parts.length > 0) return `${parts.join('; ')}.`
  return verdict === 'fits' ? 'Every clearance is kept.' : 'Open.'
}
