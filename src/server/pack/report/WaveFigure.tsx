import { Line, Path, Rect, Svg, View } from '@react-pdf/renderer'
import { formatDuration, formatNumber } from '@/core/quantity/formatQuantity'
import { type PackWave, packGapWords } from '../packWave'
import { paper, styles } from './reportStyles'
import { Text } from '../PdfText'

const WIDTH = 500
const BAND = 62

/** A channel as a filled band between the lowest and highest of each column. */
function bandPath({ low, high }: PackWave['channels'][number], peakV: number): string {
  const column = WIDTH / low.length
  const y = (volts: number) => BAND / 2 - (volts / peakV) * (BAND / 2 - 2)
  return Array.from({ length: low.length }, (_, k) => k)
    .filter((k) => Number.isFinite(low[k]) && Number.isFinite(high[k]))
    .map((k) => {
      const x = (k * column).toFixed(1)
      // a flat stretch is still a line
      const [top, bottom] = [y(high[k] as number), y(low[k] as number)]
      return `M${x} ${top.toFixed(1)}V${Math.max(bottom, top + 0.6).toFixed(1)}`
    })
    .join('')
}

/** The recorded wave with its gap marked, a band a phase. */
export function WaveFigure({ wave }: { wave: PackWave }) {
  const { channels, fromS, toS, gap, peakV, fileName } = wave
  const height = channels.length * BAND
  const x = (timeS: number) => ((timeS - fromS) / (toS - fromS)) * WIDTH
  const [left, right] = [x(gap.fromS ?? fromS), x(gap.toS ?? toS)]
  return (
    <View wrap={false} style={styles.section}>
      <Text style={styles.heading}>The supply as it left, as recorded</Text>
      <Svg width={WIDTH} height={height + 14} viewBox={`0 0 ${WIDTH} ${height + 14}`}>
        <Rect x={left} y={0} width={Math.max(1, right - left)} height={height} fill={paper.emberSoft} />
        {channels.map((channel, k) => (
          <Path
            key={channel.name}
            d={bandPath(channel, peakV)}
            stroke={paper.grid}
            strokeWidth={0.9}
            fill="none"
            transform={`translate(0 ${k * BAND})`}
          />
        ))}
        {channels.map((channel, k) => (
          <Text key={channel.name} x={2} y={k * BAND + 9} style={{ fontSize: 7.5 }} fill={paper.ink}>
            {`${channel.name}, ±${formatNumber(peakV, 3)} V`}
          </Text>
        ))}
        {[gap.fromS === null ? [] : left, gap.toS === null ? [] : right].flat().map((at) => (
          <Line
            key={at}
            x1={at}
            x2={at}
            y1={0}
            y2={height}
            stroke={paper.ember}
            strokeWidth={0.8}
            strokeDasharray="3 2"
          />
        ))}
        <Text x={(left + right) / 2} y={height + 10} textAnchor="middle" style={{ fontSize: 8 }} fill={paper.ink}>
          {packGapWords(wave, formatDuration)}
        </Text>
      </Svg>
      <Text style={styles.note}>
        {fileName}, from {formatNumber(fromS, 4)} s to {formatNumber(toS, 4)} s of the recording. The file itself is in
        the pack.
      </Text>
    </View>
  )
}
