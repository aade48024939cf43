import { type ZoomTransform, select, zoom, zoomIdentity, zoomTransform } from 'd3'

export interface Size {
  width: number
  height: number
}
export interface Box extends Size {
  x: number
  y: number
}

/** Height of the line that says where the picture goes on. */
const HINT_PX = 32
const LEAST_ZOOM = 0.2
const MOST_ZOOM = 4
/** What is not much smaller than its frame is enlarged into it, up to this. */
const MOST_FITTED = 1.25
/** Kept free around what is brought into view. */
const MARGIN_PX = 12
/** Scale at which the drawing's text has its own size, which is read at arm’s length; what does not fit then is moved into view. */
export const READABLE = 1

/** How far something that begins at a place has to be moved to lie within a room. */
const inset = (from: number, length: number, room: number): number =>
  Math.max(0, MARGIN_PX - from) - Math.max(0, from + length + MARGIN_PX - room)

/** A picture that is moved and enlarged in its frame. */
export function zoomFrame(svg: SVGSVGElement, sizeNow: () => Size, onMoved: (transform: ZoomTransform) => void) {
  const behaviour = zoom<SVGSVGElement, unknown>()
    .scaleExtent([LEAST_ZOOM, MOST_ZOOM])
    .filter(
      (event: WheelEvent | MouseEvent) =>
        event.type !== 'wheel' || event.ctrlKey || event.metaKey || document.activeElement === svg,
    )
    .on('zoom', ({ transform }: { transform: ZoomTransform }) => onMoved(transform))
  const frame = select(svg)
  frame.call(behaviour).on('dblclick.zoom', null)
  const moveTo = (x: number, y: number, scale: number) =>
    frame.call(behaviour.transform, zoomIdentity.translate(x, y).scale(scale))
  return {
    /** Shows the whole, in the middle; not smaller than a scale, where that is asked for. */
    fit: (least = 0) => {
      const { width, height } = sizeNow()
      const { clientWidth, clientHeight } = svg
      const scale = Math.max(least, Math.min(MOST_FITTED, clientWidth / width, clientHeight / height))
      // what says where it goes on lies over its upper edge, and over no name
      const top = width * scale > clientWidth || height * scale > clientHeight ? HINT_PX : 0
      moveTo(Math.max(0, (clientWidth - width * scale) / 2), Math.max(top, (clientHeight - height * scale) / 2), scale)
    },
    zoomBy: (factor: number) => void frame.call(behaviour.scaleBy, factor),
    /** Brings a place to the middle, readable. */
    centre: (box: Box) => {
      const { clientWidth, clientHeight } = svg
      const scale = Math.max(READABLE, Math.min(MOST_FITTED, clientWidth / sizeNow().width))
      moveTo(
        clientWidth / 2 - (box.x + box.width / 2) * scale,
        clientHeight / 2 - (box.y + box.height / 2) * scale,
        scale,
      )
    },
    /** Moves the picture as little as brings a place into view. */
    bringIntoView: (box: Box) => {
      const { x, y, k } = zoomTransform(svg)
      const dx = inset(x + box.x * k, box.width * k, svg.clientWidth)
      const dy = inset(y + box.y * k, box.height * k, svg.clientHeight)
      if (dx !== 0 || dy !== 0) frame.call(behaviour.translateBy, dx / k, dy / k)
    },
    end: () => void frame.on('.zoom', null),
  }
}

export type ZoomFrame = ReturnType<typeof zoomFrame>
