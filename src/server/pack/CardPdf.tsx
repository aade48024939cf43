import { Document, Page, StyleSheet, View } from '@react-pdf/renderer'
import type { CardSection, OutageCard } from '@/core/handover/outageCard'
import { paper } from './report/reportStyles'
import { REPORT_FONTS } from './reportFonts'
import { Text } from './PdfText'

const styles = StyleSheet.create({
  page: { padding: '13mm 15mm', fontFamily: REPORT_FONTS as never, color: paper.ink, lineHeight: 1.3 },
  title: { fontSize: 30, fontWeight: 700, lineHeight: 1.1 },
  house: { fontSize: 14, color: paper.ink2, marginBottom: 8 },
  section: { flexDirection: 'row', borderTopWidth: 1, borderTopColor: paper.ink, paddingVertical: 6 },
  head: { width: '32%', fontSize: 15, fontWeight: 700, paddingRight: 8, lineHeight: 1.15 },
  lines: { flex: 1, fontSize: 13 },
  danger: { borderWidth: 2, borderColor: paper.ink, padding: 6, marginTop: 5 },
})
/** Sections that keep somebody alive stand in a frame, so that they are found without reading. */
const FRAMED: readonly CardSection[] = ['shocks']

/** The card: one side of A4, large enough to be read by a torch. */
export function CardPdf({ card }: { card: OutageCard }) {
  return (
    <Document title={`${card.house} – when the street is dark`} creator="Awlbright" language="en">
      <Page size="A4" style={styles.page}>
        <Text style={styles.title}>When the street is dark</Text>
        <Text style={styles.house}>{card.house}</Text>
        {card.sections.map(({ id, head, lines }) => (
          <View key={id} style={[styles.section, ...(FRAMED.includes(id) ? [styles.danger] : [])]} wrap={false}>
            <Text style={styles.head}>{head}</Text>
            <View style={styles.lines}>
              {lines.map((line) => (
                <Text key={line}>{line}</Text>
              ))}
            </View>
          </View>
        ))}
      </Page>
    </Document>
  )
}
