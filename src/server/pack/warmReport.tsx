import { Document, Page, View, renderToBuffer } from '@react-pdf/renderer'
import { registerReportFonts } from './reportFonts'
import { VerdictMark } from './report/VerdictMark'
import { styles } from './report/reportStyles'
import { Text } from './PdfText'

const ROWS = 120

/**
 * Lays out a few sheets of rows and throws them away: fonts are read and the layout's code is compiled before somebody waits for a pack. A worker does it
 * once, when it has nothing else to do.
 *
 * @returns how many bytes were thrown away
 */
export async function warmReport(): Promise<number> {
  registerReportFonts()
  const rows = Array.from({ length: ROWS }, (_, k) => (
    <View key={k} style={styles.row} wrap={false}>
      <VerdictMark verdict={k % 2 === 0 ? 'proven' : 'open'} />
      <Text style={{ flex: 1 }}>
        Row {k}: what was measured, where and by whom. <Text style={styles.note}>Limit ≤ {k} Ω → held.</Text>
      </Text>
    </View>
  ))
  const pdf = await renderToBuffer(
    <Document>
      <Page size="A4" style={styles.page}>
        {rows}
      </Page>
    </Document>,
  )
  return pdf.length
}
