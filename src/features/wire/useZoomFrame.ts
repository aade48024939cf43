'use client'
import { useCallback, useEffect, useRef, useState } from 'react'
import { type Side, hiddenSides } from './hiddenSides'
import { type Box, READABLE, type Size, type ZoomFrame, zoomFrame } from './zoomFrame'

/**
 * The frame of a picture: `svg` and `sheet` are what is moved in what. The whole is shown at first, when it is laid out anew and when the
 * frame changes its size; what was reached by keyboard stays in view for all that.
 */
export function useZoomFrame(size: Size) {
  const svg = useRef<SVGSVGElement>(null)
  const sheet = useRef<SVGGElement>(null)
  const frame = useRef<ZoomFrame | null>(null)
  const reached = useRef<Box | null>(null)
  const sizeRef = useRef(size)
  const [hidden, setHidden] = useState<readonly Side[]>([])
  const [scale, setScale] = useState(READABLE)
  const refit = useCallback(() => {
    frame.current?.fit(READABLE)
    const isInside = svg.current?.contains(document.activeElement) && document.activeElement !== svg.current
    if (reached.current && isInside) frame.current?.bringIntoView(reached.current)
  }, [])
  useEffect(() => {
    const element = svg.current
    if (!element) return
    const made = zoomFrame(
      element,
      () => sizeRef.current,
      (transform) => {
        sheet.current?.setAttribute('transform', transform.toString())
        const { clientWidth: width, clientHeight: height } = element
        const sides = hiddenSides(sizeRef.current, transform, { width, height })
        setHidden((before) => (before.join() === sides.join() ? before : sides))
        setScale(Math.min(READABLE, transform.k))
      },
    )
    frame.current = made
    const watcher = new ResizeObserver(refit)
    watcher.observe(element)
    return () => {
      watcher.disconnect()
      made.end()
    }
  }, [refit])
  const { width, height } = size
  useEffect(() => {
    sizeRef.current = { width, height }
    refit()
  }, [width, height, refit])
  /** Whoever goes from thing to thing by keyboard sees the one that is reached. */
  const reach = useCallback((box: Box) => {
    reached.current = box
    frame.current?.bringIntoView(box)
  }, [])
  return { svg, sheet, frame, hidden, scale, reach }
}
