import { Document, G, Line, Page, Rect, StyleSheet, Svg } from '@react-pdf/renderer'
import { LABEL_SHEET, PLACE_MM, type PlacedLabel } from '@/core/handover/labels/labelSheets'
import { paper } from './report/reportStyles'
import { REPORT_FONTS } from './reportFonts'
import { Text } from './PdfText'

const { widthMm, heightMm, marginMm } = LABEL_SHEET
/** Length of the ruler at the foot: a printer that scales is the commonest fault. */
const RULER_MM = 100
const styles = StyleSheet.create({ page: { fontFamily: REPORT_FONTS as never } })

/** Labels in their true size on sheets of A4, each with the place that it belongs to under it, and a ruler to hold a real one against. */
export function LabelsPdf({
  jobName,
  sheets,
  band,
}: {
  jobName: string
  sheets: readonly (readonly PlacedLabel[])[]
  band: string
}) {
  const shown = sheets.length > 0 ? sheets : [[]]
  return (
    <Document title={`${jobName} – labels`} creator="Awlbright" language="en">
      {shown.map((sheet, k) => (
        <Page key={k} size="A4" style={styles.page}>
          <Svg width="210mm" height="297mm" viewBox={`0 0 ${widthMm} ${heightMm}`}>
            {sheet.map((placed) => (
              <TrueLabel key={placed.label.id} placed={placed} band={band} />
            ))}
            <Ruler words={`${jobName}, sheet ${k + 1} of ${shown.length}. Print at 100 %: this line is 100 mm.`} />
          </Svg>
        </Page>
      ))}
    </Document>
  )
}

function TrueLabel({ placed: { label, layout, xMm, yMm }, band }: { placed: PlacedLabel; band: string }) {
  return (
    <G>
      <Rect
        x={xMm}
        y={yMm}
        width={layout.widthMm}
        height={layout.heightMm}
        stroke={paper.ink}
        strokeWidth={0.4}
        fill="none"
      />
      {layout.bandMm > 0 && (
        <Rect x={xMm + 0.4} y={yMm + 0.4} width={layout.widthMm - 0.8} height={layout.bandMm - 0.4} fill={band} />
      )}
      {layout.lines.map(({ text, xMm: inX, baseMm, typeMm, bold }) => (
        <Text
          key={`${baseMm}`}
          x={xMm + inX}
          y={yMm + baseMm}
          fill={paper.ink}
          style={{ fontSize: typeMm, fontWeight: bold ? 700 : 400 }}
        >
          {text}
        </Text>
      ))}
      <Text x={xMm} y={yMm + layout.heightMm + PLACE_MM - 1} fill={paper.ink2} style={{ fontSize: 2.2 }}>
        {label.at}
      </Text>
    </G>
  )
}

function Ruler({ words }: { words: string }) {
  const y = heightMm - marginMm
  return (
    <G>
      <Text x={marginMm} y={y - 3} fill={paper.ink2} style={{ fontSize: 2.6 }}>
        {words}
      </Text>
      <Line x1={marginMm} y1={y} x2={marginMm + RULER_MM} y2={y} stroke={paper.ink} strokeWidth={0.4} />
    </G>
  )
}
