import { Document, Page, View, renderToBuffer } from '@react-pdf/renderer'
import { benchOf } from '@/core/evidence/bench'
import type { JobRecord } from '@/core/evidence/judge'
import {
  REGISTRATION_GROUPS,
  REGISTRATION_WORDS,
  type RegistrationField,
  registrationFields,
} from '@/core/handover/papers/registration'
import { styles } from './report/reportStyles'
import { registerReportFonts } from './reportFonts'
import { Text } from './PdfText'

/** The registration of a job as a list of fields; what the record does not have is a line to write on. */
export async function registrationPdf(
  record: JobRecord,
  facts: { place: string; crewName: string },
): Promise<Uint8Array<ArrayBuffer>> {
  registerReportFonts()
  const fields = registrationFields(benchOf(record), facts)
  return new Uint8Array(await renderToBuffer(<RegistrationPdf name={record.installation.name} fields={fields} />))
}

function RegistrationPdf({ name, fields }: { name: string; fields: readonly RegistrationField[] }) {
  return (
    <Document title={`${name} – data for registration`} creator="Awlbright" language="en">
      <Page size="A4" style={styles.page}>
        <Text style={styles.title}>{name}</Text>
        <Text style={styles.sub}>
          Data for registration, from the record. The network operator’s own form and local code decide what is asked.
        </Text>
        {REGISTRATION_GROUPS.map((group) => (
          <Group key={group} title={REGISTRATION_WORDS[group]} fields={fields.filter((one) => one.group === group)} />
        ))}
      </Page>
    </Document>
  )
}

function Group({ title, fields }: { title: string; fields: readonly RegistrationField[] }) {
  if (fields.length === 0) return null
  return (
    <View style={styles.section}>
      <Text style={styles.heading} minPresenceAhead={30}>
        {title}
      </Text>
      {fields.map(({ label, value }) => (
        <View key={label} style={styles.row} wrap={false}>
          <Text style={{ width: '46%', paddingRight: 8 }}>{label}</Text>
          <Text style={{ flex: 1, fontWeight: 700 }}>{value ?? '______________________________'}</Text>
        </View>
      ))}
    </View>
  )
}
