import type { ColourName } from '@/look/palette'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { shortened } from '@/ui/charts/shortened'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import type { SegmentKind, StripRow, StripSegment } from './loadStripLayout'

const OFF_ID = 'strip-off'
const BAR = 24
/** Width of a letter of a load's name, about. */
const LETTER_PX = 6.4

interface SegmentLook {
  fill: string
  stroke?: string
  dashes?: string
  ink: ColourName
  halo?: ColourName
  words: string
}

/** How a load is drawn, by what becomes of it in an outage; `OffPattern` stands in the same drawing. */
export const SEGMENT_LOOKS: Readonly<Record<SegmentKind, SegmentLook>> = {
  stays: { fill: colour('grid'), ink: 'sheet', words: 'stays on' },
  backedUp: { fill: colour('gridSoft'), ink: 'ink', words: 'backed up' },
  turnOffFirst: { fill: `url(#${OFF_ID})`, ink: 'ink', halo: 'sunSoft', words: 'left off in an outage' },
  notBackedUp: {
    fill: colour('sheet'),
    stroke: colour('rule2'),
    dashes: '3 3',
    ink: 'ink2',
    words: 'not backed up',
  },
}

export function OffPattern() {
  return (
    <defs>
      <pattern id={OFF_ID} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="7" height="7" fill={colour('sunSoft')} />
        <path d="M0 0V7" stroke={colour('sun')} strokeWidth="2" />
      </pattern>
    </defs>
  )
}

/** The loads of a supply or a phase on end, and the limits that they meet. */
export function LoadStripRow({ row, y }: { row: StripRow; y: number }) {
  return (
    <g transform={`translate(0,${y})`}>
      <Label x="0" y="12" size={12.5} tone="ink2">
        {row.label}
      </Label>
      {row.segments.map((segment) => (
        <Segment key={segment.tag} segment={segment} />
      ))}
      {row.limits.map((limit, n) => (
        <path
          key={limit.label}
          d={`M${limit.x} 13V${16 + BAR + 3}`}
          stroke={colour('ember')}
          strokeWidth={n === 0 ? 2.4 : 1.4}
          strokeDasharray={n === 0 ? undefined : '4 3'}
        />
      ))}
      {row.limitLabels.map(({ text, x, anchor }) => (
        <Label key={text} x={x} y={10} size={12.5} weight={600} tone="ember" anchor={anchor} halo="sheet">
          {text}
        </Label>
      ))}
    </g>
  )
}

function Segment({ segment: { x, width, name, watts, kind } }: { segment: StripSegment }) {
  const { fill, stroke, dashes, ink, halo, words } = SEGMENT_LOOKS[kind]
  return (
    <g>
      <rect
        x={x}
        y="16"
        width={Math.max(0.5, width - 1)}
        height={BAR}
        fill={fill}
        stroke={stroke ?? 'none'}
        strokeDasharray={dashes}
      >
        <title>{`${name}, ${formatQuantity(watts, 'W', 3)}, ${words}`}</title>
      </rect>
      {width > 34 + 6 * Math.min(name.length, 6) && (
        <Label x={x + 5} y="32" size={12.5} tone={ink} halo={halo}>
          {shortened(name, Math.floor((width - 10) / LETTER_PX))}
        </Label>
      )}
    </g>
  )
}
