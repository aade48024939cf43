import { Image, Page, View } from '@react-pdf/renderer'
import { dayThere } from '@/core/time/daysOfInstant'
import type { HouseClock } from '@/core/time/timeThere'
import type { PackPicture } from '../packPictures'
import { Foot } from './Foot'
import { styles } from './reportStyles'
import { Text } from '../PdfText'

/** Three a row, four rows. */
const A_PAGE = 12

function Picture({ picture: { path, label, byName, at, jpeg }, house }: { picture: PackPicture; house: HouseClock }) {
  return (
    <View style={{ width: 158 }} wrap={false}>
      <Image src={{ data: jpeg, format: 'jpg' }} style={{ width: 158, height: 118, objectFit: 'contain' }} />
      <Text style={{ fontSize: 8 }}>{label}</Text>
      <Text style={styles.note}>
        {byName}, {dayThere(at, house)} · {path}
      </Text>
    </View>
  )
}

/** Pictures with what each is evidence of; nothing where there is none. */
export function PicturePages({
  name,
  pictures,
  leftOut,
  house,
}: {
  name: string
  pictures: readonly PackPicture[]
  leftOut: number
  house: HouseClock
}) {
  const sheets = Array.from({ length: Math.ceil(pictures.length / A_PAGE) }, (_, k) =>
    pictures.slice(k * A_PAGE, (k + 1) * A_PAGE),
  )
  return sheets.map((sheet, k) => (
    <Page key={sheet[0]?.path} size="A4" style={styles.page}>
      <Text style={styles.heading}>Pictures</Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        {sheet.map((picture) => (
          <Picture key={picture.path} picture={picture} house={house} />
        ))}
      </View>
      {leftOut > 0 && k === sheets.length - 1 && (
        <Text style={styles.note}>{leftOut} more pictures are in the pack and not printed here.</Text>
      )}
      <Foot name={name} />
    </Page>
  ))
}
