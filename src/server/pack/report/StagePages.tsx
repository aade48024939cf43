import { Page, View } from '@react-pdf/renderer'
import { type Bench, pointsToShow } from '@/core/evidence/bench'
import { type Judgement, type Point, STAGES, STAGE_WORDS } from '@/core/evidence/point'
import { Foot } from './Foot'
import { styles } from './reportStyles'
import { VerdictMark } from './VerdictMark'
import { Text } from '../PdfText'

function PointRow({ point, judgement }: { point: Point; judgement: Judgement | undefined }) {
  return (
    <View style={styles.row} wrap={false}>
      <VerdictMark verdict={judgement?.verdict ?? 'open'} />
      <View style={{ flex: 1, paddingRight: 8 }}>
        <Text>{point.label}</Text>
        <Text style={styles.note}>
          {judgement?.why}
          {judgement?.limit ? `  Limit: ${judgement.limit} (${judgement.code}).` : ''}
        </Text>
      </View>
      <Text style={{ width: 96, textAlign: 'right', fontWeight: 700 }}>{judgement?.value ?? '–'}</Text>
    </View>
  )
}

/**
 * Every point with its figures and limit, each stage from a page of its own: found by leafing, and laid out by itself – the PDF library lays out all that
 * follows a page break anew, so one long run of pages costs the square of its length.
 */
export function StagePages({ name, bench }: { name: string; bench: Bench }) {
  const shown = pointsToShow(bench)
  return STAGES.map((stage) => {
    const points = shown.filter((point) => point.stage === stage)
    return points.length === 0 ? null : (
      <Page key={stage} size="A4" style={styles.page}>
        <Text style={styles.heading} fixed>
          {STAGE_WORDS[stage]}
        </Text>
        {points.map((point) => (
          <PointRow key={point.key} point={point} judgement={bench.judgements.get(point.key)} />
        ))}
        <Foot name={name} />
      </Page>
    )
  })
}
