import { View } from '@react-pdf/renderer'
import { styles } from './reportStyles'
import { Text } from '../PdfText'

/** From the upper edge of the sheet, in millimetres; the page's number stands on the same line. */
export const FOOT_TOP_MM = { portrait: 284, landscape: 197 } as const

/** The foot of every page, without its number: the library that lays pages out would lay each of them out twice for it (`numberedPages`). */
export function Foot({ name, orientation = 'portrait' }: { name: string; orientation?: keyof typeof FOOT_TOP_MM }) {
  return (
    <View style={[styles.foot, { top: `${FOOT_TOP_MM[orientation]}mm` }]} fixed>
      <Text>{name} · Any changed file of this pack is found by the verifier.</Text>
    </View>
  )
}
