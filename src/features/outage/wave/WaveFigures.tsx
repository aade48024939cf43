'use client'
import { THE_JOB } from '@/core/evidence/family'
import { leavingGap, returnGap } from '@/core/evidence/families/outageGap'
import { type Gap, isWhole } from '@/core/outage/recordingGap'
import { RIDE_THROUGH_WORDS } from '@/core/outage/rideThrough'
import { formatDuration } from '@/core/quantity/formatQuantity'
import { numberOrOpen } from '@/core/quantity/orOpen'
import { Figure, Figures } from '@/ui/Figure'
import { VerdictWord } from '@/ui/VerdictWord'
import { useJob } from '../../job/JobContext'
import type { RecordingState } from '../useAnalysis'

export const LEAVING = leavingGap.key(THE_JOB)

export const RETURN = returnGap.key(THE_JOB)

/** What the recording says of the gap before anybody has judged it. */
function gapNote(gap: Gap | null, dips: number): string {
  if (isWhole(gap)) return 'longest phase'
  if (gap === null) return `no voltage fell below 10 %${dips ? `; ${dips} dip${dips === 1 ? '' : 's'}` : ''}`
  const side = { start: 'begins without supply', end: 'ends before the supply is back', both: 'holds neither end' }
  return `the recording ${side[gap.open ?? 'both']}: no class can be claimed`
}

/** A gap of less than half a cycle hardly moves the RMS of one. */
const halfCycleWords = (bracketMs: number) => (bracketMs === 0 ? 'sees none' : formatDuration(bracketMs))

export function WaveFigures({
  state,
  pointKey,
}: {
  state: Extract<RecordingState, { kind: 'ready' }>
  pointKey: string
}) {
  const { bench } = useJob()
  const { analysis } = state.wave
  const { gap } = analysis
  const promised = bench.context.installation.promises.find(({ kind }) => kind === 'gapClass')?.gapClass ?? null
  const stored = state.files === null ? bench.judgements.get(pointKey) : undefined
  const dips = Object.values(analysis.events)
    .flat()
    .filter(({ kind }) => kind === 'dip').length
  return (
    <Figures columns={4} borderWidth="0" borderTopWidth="1px" borderRadius="0">
      <Figure
        label={pointKey === LEAVING ? 'Gap' : 'Second gap'}
        value={isWhole(gap) ? formatDuration(gap.longestPhaseMs) : gap ? `≥ ${formatDuration(gap.atLeastMs)}` : 'none'}
      >
        {stored ? (
          <>
            <VerdictWord verdict={stored.verdict} /> {stored.why}
          </>
        ) : (
          gapNote(gap, dips)
        )}
      </Figure>
      <Figure label="Class" value={isWhole(gap) ? RIDE_THROUGH_WORDS[gap.rideThroughClass] : gap ? 'open' : '–'}>
        {promised ? `promised: ${RIDE_THROUGH_WORDS[promised]}` : 'no class was promised'}
      </Figure>
      <Figure label="Half-cycle figure" value={isWhole(gap) ? halfCycleWords(gap.halfCycleGapMs) : '–'}>
        what RMS alone would say
      </Figure>
      <Figure
        label="Before"
        value={
          analysis.rmsBeforeV[analysis.voltageIds[0] ?? ''] == null
            ? '–'
            : numberOrOpen(analysis.rmsBeforeV[analysis.voltageIds[0] ?? ''], 4)
        }
        unit="V"
      >
        {analysis.frequency.beforeHz === null ? 'frequency not read' : `${analysis.frequency.beforeHz.toFixed(2)} Hz`}
      </Figure>
    </Figures>
  )
}
