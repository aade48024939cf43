import { Image, Text, View } from '@react-pdf/renderer'
import type { PackPicture } from '../packPictures'
import { styles } from './reportStyles'

/** Pictures with what each is evidence of, three a row. */
export function Pictures({ pictures, leftOut }: { pictures: readonly PackPicture[]; leftOut: number }) {
  if (pictures.length === 0) return null
  return (
    <View style={styles.section}>
      <Text style={styles.heading} minPresenceAhead={120}>
        Pictures
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        {pictures.map(({ path, label, byName, at, jpeg }) => (
          <View key={path} style={{ width: 158 }} wrap={false}>
            <Image src={{ data: jpeg, format: 'jpg' }} style={{ width: 158, height: 118, objectFit: 'contain' }} />
            <Text style={{ fontSize: 8 }}>{label}</Text>
            <Text style={styles.note}>
              {byName}, {at.slice(0, 10)} · {path}
            </Text>
          </View>
        ))}
      </View>
      {leftOut > 0 && <Text style={styles.note}>{leftOut} more pictures are in the pack and not printed here.</Text>}
    </View>
  )
}
