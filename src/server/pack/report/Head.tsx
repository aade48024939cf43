import { Image, View } from '@react-pdf/renderer'
import { styles } from './reportStyles'
import { Text } from '../PdfText'

/** How a crew's paper begins. */
export interface LetterHead {
  crewName: string
  /** Lines under the name, with line breaks; `null` without any. */
  lines: string | null
  logoPng: Uint8Array | null
}

/** The crew's own head over the first page; nothing where it has set none, since its name stands under the title anyway. */
export function Head({ crewName, lines, logoPng }: LetterHead) {
  if (lines === null && logoPng === null) return null
  return (
    <View style={styles.letterHead}>
      {logoPng !== null && (
        <Image src={{ data: Buffer.from(logoPng), format: 'png' }} style={{ height: 44, objectFit: 'contain' }} />
      )}
      <View>
        <Text style={{ fontWeight: 700 }}>{crewName}</Text>
        {(lines ?? '').split('\n').map((line, k) => (
          <Text key={k} style={styles.note}>
            {line}
          </Text>
        ))}
      </View>
    </View>
  )
}
