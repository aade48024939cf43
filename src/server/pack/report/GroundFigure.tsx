import { Svg, View } from '@react-pdf/renderer'
import { groundDrawing } from '@/core/earthing/groundDrawing'
import { groundPlot } from '@/core/earthing/groundPlot'
import type { Bench } from '@/core/evidence/bench'
import { electrodeResistance } from '@/core/evidence/families/electrodeResistance'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { Shape } from './Shape'
import { styles } from './reportStyles'
import { VerdictMark } from './VerdictMark'
import { Text } from '../PdfText'

/** Width of the drawing in its own units, and on the paper in points. */
const DRAWN = 720
const WIDTH = 505

/** The ground with its electrodes, to scale, and what each was measured at; nothing for a house without any. */
export function GroundFigure({ bench }: { bench: Bench }) {
  const { installation } = bench.context
  if (installation.electrodes.length === 0) return null
  const plot = groundPlot(installation)
  const { width, height, shapes } = groundDrawing(plot, DRAWN)
  const isPlaced = plot.electrodes.some(({ parts }) => parts.length > 0)
  return (
    <View wrap={false} style={styles.section}>
      <Text style={styles.heading}>The ground and its electrodes</Text>
      {isPlaced ? (
        <Svg width={WIDTH} height={(height * WIDTH) / DRAWN} viewBox={`0 0 ${width} ${height}`}>
          {shapes.map((shape, k) => (
            <Shape key={k} shape={shape} />
          ))}
        </Svg>
      ) : (
        <Text style={styles.note}>Nobody entered where the electrodes stand and how large they are.</Text>
      )}
      {installation.electrodes.map((electrode) => {
        const judgement = bench.judgements.get(electrodeResistance.key(electrode))
        return (
          <View key={electrode.id} style={styles.row}>
            <VerdictMark verdict={judgement?.verdict ?? 'open'} />
            <Text style={{ flex: 1 }}>
              {electrode.kind} {electrode.tag} <Text style={styles.note}>{judgement?.why}</Text>
            </Text>
            <Text style={{ width: 96, textAlign: 'right', fontWeight: 700 }}>{judgement?.value ?? '–'}</Text>
          </View>
        )
      })}
      <Text style={styles.note}>
        {plot.soil === null
          ? 'The soil is not known.'
          : `Soil: ${formatNumber(plot.soil.ohmM, 3)} Ω·m, ${plot.soil.isMeasured ? 'measured' : 'assumed by its kind'}.`}{' '}
        Sizes and places are as entered; what counts is what was measured.
      </Text>
    </View>
  )
}
