import { View } from '@react-pdf/renderer'
import { type Erasure, erasedWords } from '@/core/handover/erasure'
import { dayThere } from '@/core/time/daysOfInstant'
import type { HouseClock } from '@/core/time/timeThere'
import { styles } from './reportStyles'
import { Text } from '../PdfText'

/** What of the customer was taken out of the record on request: a reader is told that something was there. */
export function TakenOut({ erasures, house }: { erasures: readonly Erasure[]; house: HouseClock }) {
  if (erasures.length === 0) return null
  return (
    <View style={styles.section} wrap={false}>
      <Text style={styles.heading}>Taken out of this record</Text>
      {erasures.map(({ id, at, byName, erased }) => (
        <Text key={id}>
          {dayThere(at, house)}, {byName}: {erasedWords(erased)}. What was measured was left as it is.
        </Text>
      ))}
    </View>
  )
}
