import { Circle, Path, Rect, Svg, View } from '@react-pdf/renderer'
import type { Verdict } from '@/core/rules/verdict'
import { paper, styles } from './reportStyles'
import { Text } from '../PdfText'

const WORD: Record<Verdict, string> = { proven: 'Proven', watch: 'Watch', stop: 'Stop', open: 'Open' }
const COLOUR: Record<Verdict, string> = { proven: paper.proven, watch: paper.watch, stop: paper.stop, open: paper.open }

/** The verdict by shape and word; it reads the same printed in grey. */
export function VerdictMark({ verdict }: { verdict: Verdict }) {
  const colour = COLOUR[verdict]
  return (
    <View style={styles.word}>
      <Svg width={9} height={9} viewBox="0 0 14 14" style={{ marginTop: 2 }}>
        {verdict === 'proven' && <Circle cx={7} cy={7} r={6} fill={colour} />}
        {verdict === 'watch' && (
          <>
            <Circle cx={7} cy={7} r={5.2} stroke={colour} strokeWidth={1.6} fill="none" />
            <Path d="M7 2a5 5 0 0 1 0 10z" fill={colour} />
          </>
        )}
        {verdict === 'stop' && <Rect x={0.6} y={3.4} width={12.8} height={7.2} fill={colour} />}
        {verdict === 'open' && (
          <Circle cx={7} cy={7} r={5.2} stroke={colour} strokeWidth={1.4} strokeDasharray="1.6 2.3" fill="none" />
        )}
      </Svg>
      <Text style={{ color: colour }}>{WORD[verdict]}</Text>
    </View>
  )
}
