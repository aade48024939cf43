import { View } from '@react-pdf/renderer'
import type { Component } from '@/core/installation/installation'
import { Section } from './EvidenceTables'
import { styles } from './reportStyles'
import { Text } from '../PdfText'

/** Where the figures of a component were read. */
export interface LibrarySource {
  name: string
  revision: number
  source: string | null
}

function sourceWords(taken: LibrarySource | undefined): string {
  if (taken === undefined) return 'figures entered for this job'
  const { name, revision, source } = taken
  return `from the crew’s library: ${name}, revision ${revision}, ${source === null ? 'source not said' : `read in ${source}`}`
}

/** The job's equipment, and where the figures came from that it was planned with. */
export function EquipmentTable({
  components,
  library,
}: {
  components: readonly Component[]
  library: ReadonlyMap<string, LibrarySource>
}) {
  return (
    <Section title="Equipment" none="No component is entered.">
      {components.map(({ id, tag, name, model, libraryRevisionId }) => (
        <View key={id} style={styles.row} wrap={false}>
          <Text style={{ flex: 1 }}>
            {tag} {name}, {model}
          </Text>
          <Text style={{ flex: 1.4 }}>
            {sourceWords(libraryRevisionId === null ? undefined : library.get(libraryRevisionId))}
          </Text>
        </View>
      ))}
    </Section>
  )
}
