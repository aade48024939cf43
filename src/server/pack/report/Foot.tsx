import { Text, View } from '@react-pdf/renderer'
import { styles } from './reportStyles'

/** From the upper edge of the sheet, in millimetres. */
const FOOT_TOP = { portrait: '284mm', landscape: '197mm' } as const

/**
 * The foot of every page. It hangs from the upper edge: the PDF library lays a foot with page numbers anew once it has counted them, and loses a page's
 * lower edge in doing so – a long report then could not be made at all.
 */
export function Foot({ name, orientation = 'portrait' }: { name: string; orientation?: keyof typeof FOOT_TOP }) {
  return (
    <View style={[styles.foot, { top: FOOT_TOP[orientation] }]} fixed>
      <Text>{name} · Any changed file of this pack is found by the verifier.</Text>
      <Text render={({ pageNumber, totalPages }) => `${pageNumber} / ${totalPages}`} />
    </View>
  )
}
