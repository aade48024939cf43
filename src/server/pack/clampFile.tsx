import { Document, Page, View, renderToBuffer } from '@react-pdf/renderer'
import { benchOf } from '@/core/evidence/bench'
import { EARTH_CURRENT_KEY } from '@/core/evidence/families/earthCurrent'
import type { JobRecord } from '@/core/evidence/judge'
import { readingsOfPoint } from '@/core/evidence/reading'
import { readingText } from '@/core/evidence/slotReadings'
import { timeThere } from '@/core/time/timeThere'
import { VerdictMark } from './report/VerdictMark'
import { styles } from './report/reportStyles'
import { registerReportFonts } from './reportFonts'
import { Text } from './PdfText'

/** What was clamped, said and done about a current in the earth conductor, in its order; corrected and taken back entries stand in it too. */
interface ClampRecord {
  name: string
  place: string
  crewName: string
  judgement: { verdict: 'proven' | 'watch' | 'open' | 'stop'; why: string; limit: string | null }
  entries: { at: string; byName: string; what: string; value: string; instead: string | null }[]
}

function clampRecord(record: JobRecord, { place, crewName }: { place: string; crewName: string }): ClampRecord {
  const bench = benchOf(record)
  const point = bench.points.find(({ key }) => key === EARTH_CURRENT_KEY)
  const judgement = bench.judgements.get(EARTH_CURRENT_KEY)
  return {
    name: record.installation.name,
    place,
    crewName,
    judgement: judgement ?? { verdict: 'open', why: 'This job was sealed before the check came in.', limit: null },
    entries: readingsOfPoint(record.readings, EARTH_CURRENT_KEY).map((reading) => ({
      at: timeThere(reading.recordedAt, record.installation.site),
      byName: reading.recordedByName,
      what: point?.slots.find(({ id }) => id === reading.slot)?.label ?? reading.slot,
      value: readingText(reading),
      instead: reading.supersedeReason,
    })),
  }
}

/** The record of a clamp's decision as a paper, for the network operator and for the file. */
export async function clampPdf(
  record: JobRecord,
  facts: { place: string; crewName: string },
): Promise<Uint8Array<ArrayBuffer>> {
  registerReportFonts()
  return new Uint8Array(await renderToBuffer(<ClampPdf record={clampRecord(record, facts)} />))
}

function ClampPdf({ record: { name, place, crewName, judgement, entries } }: { record: ClampRecord }) {
  return (
    <Document title={`${name} – current in the earth conductor`} creator="Awlbright" language="en">
      <Page size="A4" style={styles.page}>
        <Text style={styles.title}>Current in the earth conductor</Text>
        <Text style={styles.sub}>
          {name} · {place} · {crewName}
        </Text>
        <View style={[styles.section, styles.row]}>
          <VerdictMark verdict={judgement.verdict} />
          <View style={{ flex: 1 }}>
            <Text>{judgement.why}</Text>
            {judgement.limit !== null && <Text style={styles.note}>Limit: {judgement.limit} (E-11).</Text>}
          </View>
        </View>
        <View style={styles.section}>
          <Text style={styles.heading}>What was read and said, in its order</Text>
          {entries.length === 0 && <Text>Nothing yet: nobody has clamped the conductor.</Text>}
          {entries.map(({ at, byName, what, value, instead }) => (
            <View key={at + what + value} style={styles.row} wrap={false}>
              <Text style={{ width: 150, paddingRight: 8 }}>
                {at}, {byName}
              </Text>
              <View style={{ flex: 1, paddingRight: 8 }}>
                <Text>{what}</Text>
                {instead !== null && <Text style={styles.note}>Corrects an entry before it: {instead}</Text>}
              </View>
              <Text style={{ width: 150, textAlign: 'right', fontWeight: 700 }}>{value}</Text>
            </View>
          ))}
        </View>
        <Text style={[styles.section, styles.note]}>
          While a current flows that nobody has traced, nobody touches metalwork and nobody opens this conductor. The
          network operator, local code and the licensed person decide.
        </Text>
      </Page>
    </Document>
  )
}
