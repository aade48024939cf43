import { View } from '@react-pdf/renderer'
import { VISIT_WORDS, type Visit } from '@/core/installation/visit'
import { type HouseClock, timeThere } from '@/core/time/timeThere'
import { styles } from './reportStyles'
import { Text } from '../PdfText'

/** The pack that one sealed later takes the place of. */
export interface ReplacedPack {
  sealedAt: string
  sha256: string
  sealedBy: string
}

/** What came after the first handover: the visits, and the pack that this one replaces. */
export function LaterVisits({
  visits,
  replaces,
  house,
}: {
  visits: readonly Visit[]
  replaces: ReplacedPack | null
  house: HouseClock
}) {
  if (visits.length === 0 && replaces === null) return null
  return (
    <View style={styles.section}>
      <Text style={styles.heading}>Since the first handover</Text>
      {replaces && (
        <Text>
          This pack replaces the one sealed on {timeThere(replaces.sealedAt, house)} by {replaces.sealedBy} (SHA-256{' '}
          {replaces.sha256.slice(0, 16)}…), which stays as it was.
        </Text>
      )}
      {visits.map(({ id, kind, reason, touched, openedAt, byName }) => (
        <Text key={id}>
          {timeThere(openedAt, house)}, {byName}: {VISIT_WORDS[kind]}. {reason}
          {touched.length > 0 && ` Touched: ${touched.join(', ')}.`}
        </Text>
      ))}
    </View>
  )
}
