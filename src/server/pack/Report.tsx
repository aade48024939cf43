import { pointsToShow } from '@/core/evidence/bench'
import { Circle, Document, Page, Path, Rect, StyleSheet, Svg, Text, View } from '@react-pdf/renderer'
import type { Bench } from '@/core/evidence/bench'
import { STAGES, STAGE_WORDS } from '@/core/evidence/point'
import { formatDuration, formatQuantity } from '@/core/quantity/formatQuantity'
import type { Verdict } from '@/core/rules/verdict'
import { palette } from '@/look/palette'
import type { PackSummary } from './summary'
import { REPORT_FONTS } from './reportFonts'

const { paper } = palette
const WORD: Record<Verdict, string> = { proven: 'Proven', watch: 'Watch', stop: 'Stop', open: 'Open' }
const COLOUR: Record<Verdict, string> = { proven: paper.proven, watch: paper.watch, stop: paper.stop, open: paper.open }

const styles = StyleSheet.create({
  page: {
    padding: '16mm 16mm 18mm',
    fontFamily: REPORT_FONTS as never,
    fontSize: 9.5,
    color: paper.ink,
    lineHeight: 1.4,
  },
  title: { fontSize: 22, fontWeight: 700, lineHeight: 1.15 },
  sub: { color: paper.ink2, marginTop: 3 },
  section: { marginTop: 14 },
  heading: {
    fontSize: 13,
    fontWeight: 700,
    paddingBottom: 3,
    marginBottom: 5,
    borderBottomWidth: 0.75,
    borderBottomColor: paper.rule2,
  },
  row: { flexDirection: 'row', paddingVertical: 3, borderBottomWidth: 0.4, borderBottomColor: paper.rule },
  word: { width: 58, flexDirection: 'row', gap: 4, fontWeight: 700 },
  note: { color: paper.ink2, fontSize: 8.5 },
  foot: {
    position: 'absolute',
    bottom: '9mm',
    left: '16mm',
    right: '16mm',
    fontSize: 7.5,
    color: paper.ink2,
    flexDirection: 'row',
    justifyContent: 'space-between',
  },
})

/** The verdict by shape and word; it reads the same printed in grey. */
function Mark({ verdict }: { verdict: Verdict }) {
  const colour = COLOUR[verdict]
  return (
    <View style={styles.word}>
      <Svg width={9} height={9} viewBox="0 0 14 14" style={{ marginTop: 2 }}>
        {verdict === 'proven' && <Circle cx={7} cy={7} r={6} fill={colour} />}
        {verdict === 'watch' && (
          <>
            <Circle cx={7} cy={7} r={5.2} stroke={colour} strokeWidth={1.6} fill="none" />
            <Path d="M7 2a5 5 0 0 1 0 10z" fill={colour} />
          </>
        )}
        {verdict === 'stop' && <Rect x={0.6} y={3.4} width={12.8} height={7.2} fill={colour} />}
        {verdict === 'open' && (
          <Circle cx={7} cy={7} r={5.2} stroke={colour} strokeWidth={1.4} strokeDasharray="1.6 2.3" fill="none" />
        )}
      </Svg>
      <Text style={{ color: colour }}>{WORD[verdict]}</Text>
    </View>
  )
}

const CAUTION =
  'This report records what was measured and when. Local code, the network operator and the makers’ manuals come first, and the licensed person who signs is responsible. Never defeat residual-current protection. If metalwork gives shocks, touch nothing and call the network operator.'

/** The pack's printed report: promises first, then every point with its numbers and limit. */
export function Report({ summary, bench, signedBy }: { summary: PackSummary; bench: Bench; signedBy: string }) {
  const sealed = `${summary.sealedAt.slice(0, 10)} ${summary.sealedAt.slice(11, 16)} UTC`
  return (
    <Document title={`${summary.jobName} – record of installation and outage test`} creator="Awlbright" language="en">
      <Page size="A4" style={styles.page}>
        <Text style={styles.title}>{summary.jobName}</Text>
        <Text style={styles.sub}>
          {summary.place} · {summary.packName} · {summary.crewName} · sealed {sealed} by {signedBy}
        </Text>
        <View style={[styles.section, { flexDirection: 'row', gap: 18 }]}>
          {(['proven', 'watch', 'open', 'stop'] as const).map((verdict) => (
            <View key={verdict}>
              <Text style={{ fontSize: 20, fontWeight: 700, lineHeight: 1.1 }}>{summary.counts[verdict]}</Text>
              <Mark verdict={verdict} />
            </View>
          ))}
          {summary.gapMs !== null && (
            <View style={{ marginLeft: 'auto' }}>
              <Text style={{ fontSize: 20, fontWeight: 700, lineHeight: 1.1 }}>{formatDuration(summary.gapMs)}</Text>
              <Text style={styles.note}>gap when the street failed: {summary.gapClass}</Text>
            </View>
          )}
        </View>
        <View style={styles.section}>
          <Text style={styles.heading}>What was promised, and what was shown</Text>
          {summary.promises.length === 0 && <Text>Nothing was promised in writing.</Text>}
          {summary.promises.map((promise) => (
            <View key={promise.sentence} style={styles.row} wrap={false}>
              <Mark verdict={promise.verdict} />
              <View style={{ flex: 1 }}>
                <Text style={{ fontWeight: 700 }}>{promise.sentence}</Text>
                <Text style={styles.note}>{promise.says}</Text>
              </View>
            </View>
          ))}
        </View>
        {summary.turnOffFirst.length > 0 && (
          <View style={styles.section}>
            <Text style={styles.heading}>In an outage at night, turn off first</Text>
            <Text>{summary.turnOffFirst.map((name, k) => `${k + 1}. ${name}`).join('   ')}</Text>
          </View>
        )}
        <View style={styles.section}>
          <Text style={styles.heading}>What is still open or stopped</Text>
          {summary.open.length + summary.stopped.length === 0 && <Text>Nothing: every point has evidence.</Text>}
          {[
            ...summary.stopped.map((point) => ({ ...point, verdict: 'stop' as const })),
            ...summary.open.map((point) => ({ ...point, verdict: 'open' as const })),
          ].map((point) => (
            <View key={point.stage + point.label} style={styles.row} wrap={false}>
              <Mark verdict={point.verdict} />
              <Text style={{ flex: 1 }}>
                {point.stage}: {point.label}. <Text style={styles.note}>{point.why}</Text>
              </Text>
            </View>
          ))}
        </View>
        {summary.overrides.length > 0 && (
          <View style={styles.section}>
            <Text style={styles.heading}>Hold points gone past in writing</Text>
            {summary.overrides.map((override) => (
              <Text key={override.at}>
                {override.at.slice(0, 16).replace('T', ' ')} UTC, {override.byName}: {override.condition} —{' '}
                {override.reason}
              </Text>
            ))}
          </View>
        )}
        <Text style={[styles.section, styles.note]}>{CAUTION}</Text>
        <Foot name={summary.jobName} />
      </Page>
      <Page size="A4" style={styles.page}>
        {STAGES.map((stage) => {
          const points = pointsToShow(bench).filter((point) => point.stage === stage)
          return points.length === 0 ? null : (
            <View key={stage} style={{ marginBottom: 10 }}>
              <Text style={styles.heading} minPresenceAhead={40}>
                {STAGE_WORDS[stage]}
              </Text>
              {points.map((point) => {
                const judgement = bench.judgements.get(point.key)
                return (
                  <View key={point.key} style={styles.row} wrap={false}>
                    <Mark verdict={judgement?.verdict ?? 'open'} />
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
              })}
            </View>
          )
        })}
        <View wrap={false}>
          <Text style={styles.heading}>Runtime, worked out</Text>
          <Text>
            {summary.runtime.loadW === null || summary.runtime.reserveH === null
              ? 'Not worked out: a declared figure is missing.'
              : `At ${formatQuantity(summary.runtime.loadW, 'W', 3)}: ${formatDuration(summary.runtime.reserveH * 3.6e6)} from the reserve, ${summary.runtime.fullH === null ? '–' : formatDuration(summary.runtime.fullH * 3.6e6)} from full.`}
          </Text>
        </View>
        <Foot name={summary.jobName} />
      </Page>
    </Document>
  )
}

function Foot({ name }: { name: string }) {
  return (
    <View style={styles.foot} fixed>
      <Text>{name} · Any changed file of this pack is found by the verifier.</Text>
      <Text render={({ pageNumber, totalPages }) => `${pageNumber} / ${totalPages}`} />
    </View>
  )
}
