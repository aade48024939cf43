import { colour } from '@/look/colour'
import type { Verdict } from '@/core/rules/verdict'

export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = {
  proven: 'Proven',
  watch: 'Watch',
  stop: 'Stop',
  open: 'Open',
}

/**
 * The mark an awl leaves: proven is punched through, watch is half punched, stop is barred, open is only pricked.
 * Told apart by shape, so that it reads in grey and by lamplight; the word stands beside it or in `title`.
 */
export function Punch({
  verdict,
  size = 14,
  labelled = false,
}: {
  verdict: Verdict
  size?: number
  labelled?: boolean
}) {
  const ink = colour(verdict)
  const hole = 'var(--punch-hole, var(--aw-colors-sheet))'
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 14 14"
      style={{ flex: 'none', display: 'inline-block', verticalAlign: '-0.12em' }}
      {...(labelled ? { role: 'img', 'aria-label': VERDICT_WORDS[verdict] } : { 'aria-hidden': true })}
    >
      {verdict === 'proven' && (
        <>
          <circle cx="7" cy="7" r="5.6" fill={ink} />
          <circle cx="5.4" cy="5.2" r="1.5" fill={hole} />
        </>
      )}
      {verdict === 'watch' && (
        <>
          <circle cx="7" cy="7" r="5" fill="none" stroke={ink} strokeWidth="1.6" />
          <path d="M7 2a5 5 0 0 1 0 10z" fill={ink} />
        </>
      )}
      {verdict === 'stop' && (
        <>
          <rect x=".6" y="3.4" width="12.8" height="7.2" rx="1.2" fill={ink} />
          <path d="M4.8 5.2l4.4 3.6M9.2 5.2L4.8 8.8" stroke={hole} strokeWidth="1.2" />
        </>
      )}
      {verdict === 'open' && (
        <circle cx="7" cy="7" r="5" fill="none" stroke={ink} strokeWidth="1.4" strokeDasharray="1.6 2.3" />
      )}
    </svg>
  )
}
