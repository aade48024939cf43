import { View } from '@react-pdf/renderer'
import { leftOver } from '@/core/handover/leftOver'
import { formatDuration, formatQuantity } from '@/core/quantity/formatQuantity'
import { type HouseClock, timeThere } from '@/core/time/timeThere'
import type { PackSummary } from '../summary'
import { VerdictMark } from './VerdictMark'
import { styles } from './reportStyles'
import { Text } from '../PdfText'

const MS_PER_H = 3.6e6
const LARGE = { fontSize: 20, fontWeight: 700, lineHeight: 1.1 } as const

/** How many points have which verdict, and the gap where one was measured. */
export function Counts({ summary: { counts, gapMs, gapClass } }: { summary: PackSummary }) {
  return (
    <View style={[styles.section, { flexDirection: 'row', gap: 18 }]}>
      {(['proven', 'watch', 'open', 'stop'] as const).map((verdict) => (
        <View key={verdict}>
          <Text style={LARGE}>{counts[verdict]}</Text>
          <VerdictMark verdict={verdict} />
        </View>
      ))}
      {gapMs !== null && (
        <View style={{ marginLeft: 'auto' }}>
          <Text style={LARGE}>{formatDuration(gapMs)}</Text>
          <Text style={styles.note}>gap when the street failed: {gapClass}</Text>
        </View>
      )}
    </View>
  )
}

export function Promises({ promises }: Pick<PackSummary, 'promises'>) {
  return (
    <View style={styles.section}>
      <Text style={styles.heading}>What was promised, and what was shown</Text>
      {promises.length === 0 && <Text>Nothing was promised in writing.</Text>}
      {promises.map(({ sentence, verdict, says }) => (
        <View key={sentence} style={styles.row} wrap={false}>
          <VerdictMark verdict={verdict} />
          <View style={{ flex: 1 }}>
            <Text style={{ fontWeight: 700 }}>{sentence}</Text>
            <Text style={styles.note}>{says}</Text>
          </View>
        </View>
      ))}
    </View>
  )
}

export function StillOpen({ summary }: { summary: PackSummary }) {
  const left = leftOver(summary)
  return (
    <View style={styles.section}>
      <Text style={styles.heading}>What is still open or stopped</Text>
      {left.length === 0 && <Text>Nothing: every point has evidence.</Text>}
      {left.map(({ stage, label, why, verdict }) => (
        <View key={stage + label} style={styles.row} wrap={false}>
          <VerdictMark verdict={verdict} />
          <Text style={{ flex: 1 }}>
            {stage}: {label}. <Text style={styles.note}>{why}</Text>
          </Text>
        </View>
      ))}
    </View>
  )
}

/** Hold points that a lead went past, with the reason. */
export function GonePast({ overrides, house }: Pick<PackSummary, 'overrides'> & { house: HouseClock }) {
  if (overrides.length === 0) return null
  return (
    <View style={styles.section}>
      <Text style={styles.heading}>Hold points gone past in writing</Text>
      {overrides.map(({ at, byName, condition, reason }) => (
        <Text key={at}>
          {timeThere(at, house)}, {byName}: {condition} — {reason}
        </Text>
      ))}
    </View>
  )
}

function runtimeWords({ loadW, reserveH, fullH }: PackSummary['runtime']): string {
  if (loadW === null || reserveH === null) return 'Not worked out: a declared figure is missing.'
  const full = fullH === null ? '–' : formatDuration(fullH * MS_PER_H)
  return `At ${formatQuantity(loadW, 'W', 3)}: ${formatDuration(reserveH * MS_PER_H)} from the reserve, ${full} from full.`
}

export function Runtime({ runtime }: Pick<PackSummary, 'runtime'>) {
  return (
    <View wrap={false}>
      <Text style={styles.heading}>Runtime, worked out</Text>
      <Text>{runtimeWords(runtime)}</Text>
    </View>
  )
}
