import { chakra } from '@chakra-ui/react'
import { colour } from '@/look/colour'
import type { ColourName } from '@/look/palette'
import type { PlanMark } from '@/core/rules/verdict'

const WORDS: Readonly<Record<PlanMark, string>> = { fits: 'Fits', tight: 'Tight', exceeds: 'Exceeds', open: 'Open' }
const COLOURS: Readonly<Record<PlanMark, ColourName>> = { fits: 'grid', tight: 'sun', exceeds: 'stop', open: 'open' }
/** How far the bar reaches on the rule, the limit standing at 16. */
const REACH: Readonly<Record<PlanMark, number>> = { fits: 9, tight: 15, exceeds: 21, open: 0 }

/** A plan's mark: a bar against a limit on a rule, never a punched hole, so that a plan does not look like evidence. */
export function PlanMarkWord({ mark }: { mark: PlanMark }) {
  const ink = colour(COLOURS[mark])
  return (
    <chakra.span
      display="inline-flex"
      alignItems="center"
      verticalAlign="bottom"
      gap="6px"
      fontWeight="600"
      color={COLOURS[mark]}
      whiteSpace="nowrap"
    >
      <svg width="24" height="12" viewBox="0 0 24 12" aria-hidden>
        <path d="M1 11H23" stroke={ink} strokeWidth="1" />
        <path d="M16.5 1V11" stroke={ink} strokeWidth="1.4" strokeDasharray={mark === 'open' ? '1.5 2' : undefined} />
        {REACH[mark] > 0 && <rect x="1" y="5" width={REACH[mark]} height="4" fill={ink} />}
      </svg>
      {WORDS[mark]}
    </chakra.span>
  )
}
