import type { ReactNode } from 'react'
import { colour } from '@/look/colour'
import { type Verdict, VERDICTS } from '@/core/rules/verdict'
import { punchShape } from './Punch'

/** What an awl leaves: proven is punched through, watch is half punched, stop is barred, open is only pricked. Holes are holes: what lies behind shows. */
const SHAPES: Readonly<Record<Verdict, ReactNode>> = {
  proven: (
    <path
      fill={colour('proven')}
      fillRule="evenodd"
      d="M12.6 7A5.6 5.6 0 1 1 1.4 7a5.6 5.6 0 0 1 11.2 0ZM6.9 5.2a1.5 1.5 0 1 0-3 0 1.5 1.5 0 0 0 3 0Z"
    />
  ),
  watch: (
    <>
      <circle cx="7" cy="7" r="5" fill="none" stroke={colour('watch')} strokeWidth="1.6" />
      <path d="M7 2a5 5 0 0 1 0 10z" fill={colour('watch')} />
    </>
  ),
  stop: (
    <path
      fill={colour('stop')}
      fillRule="evenodd"
      d="M1.8 3.4H12.2A1.2 1.2 0 0 1 13.4 4.6V9.4A1.2 1.2 0 0 1 12.2 10.6H1.8A1.2 1.2 0 0 1 .6 9.4V4.6A1.2 1.2 0 0 1 1.8 3.4ZM5.18 4.74 7 6.22 8.82 4.74 9.58 5.66 7.95 7 9.58 8.34 8.82 9.26 7 7.78 5.18 9.26 4.42 8.34 6.05 7 4.42 5.66Z"
    />
  ),
  open: <circle cx="7" cy="7" r="5" fill="none" stroke={colour('open')} strokeWidth="1.4" strokeDasharray="1.6 2.3" />,
}

/** The shapes of all marks, once in a page: each mark names its own, so that hundreds of them stay small. */
export const PunchShapes = () => (
  <svg width="0" height="0" style={{ position: 'absolute' }} aria-hidden>
    {VERDICTS.map((verdict) => (
      <symbol key={verdict} id={punchShape(verdict)} viewBox="0 0 14 14">
        {SHAPES[verdict]}
      </symbol>
    ))}
  </svg>
)
