import { View } from '@react-pdf/renderer'
import { jointMs } from '@/core/outage/run/betweenMarks'
import { fromCutWords, markWords } from '@/core/outage/run/markWords'
import type { OutageMark } from '@/core/outage/run/outageMark'
import { type OutageRun, seenGap, zeroMsOf } from '@/core/outage/run/outageRun'
import { formatDuration } from '@/core/quantity/formatQuantity'
import { type HouseClock, timeThere } from '@/core/time/timeThere'
import { styles } from './reportStyles'
import { Text } from '../PdfText'

/** Marks of one run that are printed; all of them stand in the record. */
const MOST_PRINTED = 60
const TITLES = { loaded: 'outage with loads', unloaded: 'first island, without loads', practice: 'practice' } as const

/** The outages as they were tapped, with the ladder as it was climbed; practice is not printed. */
export function OutageRuns({
  runs,
  nameOf,
  reactionMs,
  house,
}: {
  runs: readonly OutageRun[]
  nameOf: (tag: string) => string
  reactionMs: number
  house: HouseClock
}) {
  const own = runs.filter(({ kind }) => kind !== 'practice')
  if (own.length === 0) return null
  return (
    <View style={styles.section}>
      <Text style={styles.heading} minPresenceAhead={50}>
        The outages as they went
      </Text>
      {own.map((run, k) => (
        <RunText key={run.id} run={run} number={k + 1} nameOf={nameOf} reactionMs={reactionMs} house={house} />
      ))}
    </View>
  )
}

function RunText({
  run,
  number,
  nameOf,
  reactionMs,
  house,
}: {
  run: OutageRun
  number: number
  nameOf: (tag: string) => string
  reactionMs: number
  house: HouseClock
}) {
  const zeroMs = zeroMsOf(run)
  const gap = seenGap(run, reactionMs)
  const printed = run.marks.slice(0, MOST_PRINTED)
  const at = (mark: OutageMark) => fromCutWords(jointMs(mark) - zeroMs)
  return (
    <View style={{ marginBottom: 6 }}>
      <Text style={{ fontWeight: 700 }}>
        Run {number}, {TITLES[run.kind]}, {timeThere(new Date(zeroMs).toISOString(), house)}
      </Text>
      <Text style={styles.note}>
        Times from the cut, as tapped on phones held against one clock.
        {gap && ` Gap as tapped: ${formatDuration(gap.leastMs)} to ${formatDuration(gap.mostMs)} (grade C).`}
        {run.out && run.back && !gap && ' No gap is claimed of it: the clocks of two phones were never compared.'}
      </Text>
      <Text>
        {printed.map((mark) => `${at(mark)} ${markWords(mark, nameOf)} (${mark.byName})`).join('   ')}
        {run.marks.length > printed.length && `   … and ${run.marks.length - printed.length} more in the record`}
      </Text>
    </View>
  )
}
