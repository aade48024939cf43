import type { Verdict } from '@/core/rules/verdict'

export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = {
  proven: 'Proven',
  watch: 'Watch',
  stop: 'Stop',
  open: 'Open',
}

/** Under what name `PunchShapes` holds the shape of a verdict. */
export const punchShape = (verdict: Verdict): string => `punch-${verdict}`

/**
 * The mark of a verdict. Told apart by shape, so that it reads in grey and by lamplight; the word stands beside it, or is its label.
 */
export const Punch = ({
  verdict,
  size = 14,
  labelled = false,
}: {
  verdict: Verdict
  size?: number
  labelled?: boolean
}) => (
  <svg
    className="punch"
    width={size}
    height={size}
    {...(labelled ? { role: 'img', 'aria-label': VERDICT_WORDS[verdict] } : { 'aria-hidden': true })}
  >
    <use href={`#${punchShape(verdict)}`} />
  </svg>
)
