import { type D3ZoomEvent, select, zoom, zoomIdentity } from 'd3'
import { type RefObject, useEffect, useState } from 'react'
import { type WaveWindow, changedWindow } from './waveLayout'

const KEYS: Readonly<Record<string, { shift?: number; factor?: number }>> = {
  ArrowLeft: { shift: -0.2 },
  ArrowRight: { shift: 0.2 },
  '+': { factor: 0.6 },
  '=': { factor: 0.6 },
  '-': { factor: 1 / 0.6 },
}

/** Which part of a recording is shown: moved by drag and arrow keys, looked at closer by wheel, pinch and plus. */
export function useWaveWindow(
  svg: RefObject<SVGSVGElement | null>,
  begin: WaveWindow,
  durationS: number,
  width: number,
) {
  const [shown, setShown] = useState<WaveWindow>(begin)
  useEffect(() => {
    // the pointer is d3's to follow; what it means is the window above, which React draws
    const element = svg.current
    if (!element) return
    let last = zoomIdentity
    const behaviour = zoom<SVGSVGElement, unknown>()
      .scaleExtent([1e-6, 1e6])
      .on('zoom', (event: D3ZoomEvent<SVGSVGElement, unknown>) => {
        const factor = last.k / event.transform.k
        const moved = factor === 1 ? (last.x - event.transform.x) / Math.max(1, width) : 0
        last = event.transform
        setShown((now) => changedWindow(now, durationS, { factor, shift: moved }))
      })
    const selection = select(element).call(behaviour).on('dblclick.zoom', null)
    return () => void selection.on('.zoom', null)
  }, [svg, durationS, width])
  const change = (by: { shift?: number; factor?: number }) => setShown((now) => changedWindow(now, durationS, by))
  /** Whether a key moved the picture. */
  const onKey = (key: string): boolean => {
    const by = KEYS[key]
    if (by) change(by)
    return by !== undefined
  }
  return { shown, setShown, change, onKey }
}
