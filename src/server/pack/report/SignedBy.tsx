import { counted } from '@/core/quantity/counted'
import { Path, Svg, View } from '@react-pdf/renderer'
import type { ReviewSummary } from '@/core/handover/review'
import { type HouseClock, timeThere } from '@/core/time/timeThere'
import {
  type HandoverSignature,
  SIGNATURE_FIELD,
  SIGNING_CAPACITIES,
  type SigningCapacity,
} from '@/core/handover/signature'
import { paper, styles } from './reportStyles'
import { Text } from '../PdfText'

const CAPACITY_WORDS: Readonly<Record<SigningCapacity, string>> = {
  lead: 'Lead',
  checker: 'Checker',
  customer: 'Customer',
}

type Signed = Partial<Record<SigningCapacity, HandoverSignature & { stands: boolean }>>

/** Who checked, and who signed for what stands here; what is missing is said. */
export function SignedBy({
  review,
  signed,
  pointCount,
  house,
}: {
  review: ReviewSummary
  signed: Signed
  pointCount: number
  house: HouseClock
}) {
  const { agreed, sentBack, changedSince } = review.counts
  return (
    <View style={styles.section} wrap={false}>
      <Text style={styles.heading}>Checked and signed</Text>
      <Text style={{ marginBottom: 4 }}>
        {review.whole
          ? 'A checker who recorded none of it has agreed with every point as it stands here.'
          : `A checker has agreed with ${agreed} of ${counted(pointCount, ['point', 'points'])}, as it stands here${sentBack > 0 ? `; sent back: ${sentBack}` : ''}${changedSince > 0 ? `; ${changedSince} changed after they were looked at` : ''}.`}
      </Text>
      <View style={{ flexDirection: 'row', gap: 14 }}>
        {SIGNING_CAPACITIES.map((capacity) => {
          const signature = signed[capacity]
          return (
            <View key={capacity} style={{ flex: 1, borderTopWidth: 0.75, borderTopColor: paper.rule2, paddingTop: 3 }}>
              <Text style={{ fontWeight: 700 }}>{CAPACITY_WORDS[capacity]}</Text>
              {signature?.drawing && (
                <Svg width={120} height={40} viewBox={`0 0 ${SIGNATURE_FIELD.width} ${SIGNATURE_FIELD.height}`}>
                  <Path d={signature.drawing} stroke={paper.ink} strokeWidth={2.6} fill="none" />
                </Svg>
              )}
              <Text>
                {signature
                  ? `${signature.name}${signature.drawing ? '' : ' (typed)'}, ${timeThere(signature.at, house)}`
                  : 'has not signed'}
              </Text>
              {signature && !signature.stands && (
                <Text style={styles.note}>Signed for the job as it was then; it changed since.</Text>
              )}
            </View>
          )
        })}
      </View>
    </View>
  )
}
