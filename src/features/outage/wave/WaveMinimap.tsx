import { useMemo, useRef } from 'react'
import { colour } from '@/look/colour'
import { type DrawnSamples, wavePath } from './wavePath'
import { type WaveWindow } from './waveLayout'

const HEIGHT = 34
const LEFT = 54
const RIGHT = 14

/** The whole recording in a strip, with the part that is shown in a frame: press or drag to go there. */
export function WaveMinimap({
  first,
  timeOf,
  durationS,
  peakV,
  shown,
  width,
  go,
}: {
  /** The voltage that stands for all. */
  first: DrawnSamples
  timeOf: (index: number) => number
  durationS: number
  peakV: number
  shown: WaveWindow
  width: number
  /** Brings a time to the middle. */
  go: (timeS: number) => void
}) {
  const strip = useRef<SVGSVGElement>(null)
  const span = Math.max(1, width - LEFT - RIGHT)
  const x = (timeS: number) => LEFT + (timeS / durationS) * span
  const d = useMemo(
    () =>
      wavePath(
        first,
        0,
        first.samples.length,
        (index) => LEFT + (timeOf(Math.min(index, first.samples.length - 1)) / durationS) * span,
        (volts) => HEIGHT / 2 - (Math.max(-peakV, Math.min(peakV, volts)) / peakV) * (HEIGHT / 2 - 2),
      ),
    [first, timeOf, durationS, peakV, span],
  )
  const goTo = (event: React.PointerEvent) => {
    const left = strip.current?.getBoundingClientRect().left ?? 0
    go(Math.min(durationS, Math.max(0, ((event.clientX - left - LEFT) / span) * durationS)))
  }
  return (
    <svg
      ref={strip}
      width={width}
      height={HEIGHT}
      role="img"
      aria-label={`The whole recording; shown is ${shown.fromS.toFixed(3)} s to ${shown.toS.toFixed(3)} s`}
      data-testid="minimap"
      style={{ display: 'block', cursor: 'pointer', touchAction: 'none' }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId)
        goTo(event)
      }}
      onPointerMove={(event) => event.buttons === 1 && goTo(event)}
    >
      <rect x={LEFT} y="0" width={span} height={HEIGHT} fill={colour('sheet2')} />
      <path d={d} fill="none" stroke={colour('ink2')} strokeWidth="1" />
      <rect
        x={x(shown.fromS)}
        y="1"
        width={Math.max(3, x(shown.toS) - x(shown.fromS))}
        height={HEIGHT - 2}
        fill={colour('emberSoft')}
        fillOpacity="0.45"
        stroke={colour('ember')}
        strokeWidth="1.6"
      />
    </svg>
  )
}
