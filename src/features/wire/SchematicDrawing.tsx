'use client'
import { Box, chakra } from '@chakra-ui/react'
import { type ZoomBehavior, type ZoomTransform, select, zoom, zoomIdentity, zoomTransform } from 'd3'
import { memo, useCallback, useEffect, useImperativeHandle, useRef, useState } from 'react'
import type { DrawnGroup } from '@/core/wiring/schematic/schematicPen'
import { Shape } from '@/ui/charts/Shape'
import { type Side, hiddenSides } from './hiddenSides'
import { WordsFromAfar } from './WordsFromAfar'

/** Height of the line that says where the picture goes on. */
const HINT_PX = 32

/** What others may ask of the picture. */
export interface SchematicHandle {
  /** Brings a thing to the middle. */
  show: (thing: string) => void
  fit: () => void
  zoomBy: (factor: number) => void
}

const MOST_ZOOM = 4
/** Scale at which the drawing's text has its own size, which is read at arm’s length; what does not fit then is moved into view. */
const READABLE = 1

/** The schematic, to be moved, enlarged and clicked; every thing on it can be reached by keyboard and is named in words. */
export function SchematicDrawing({
  groups,
  size,
  chosen,
  label,
  height,
  onThing,
  handle,
}: {
  groups: readonly DrawnGroup[]
  size: { width: number; height: number }
  chosen: string | null
  label: string
  height: number
  onThing: (group: DrawnGroup) => void
  handle: React.Ref<SchematicHandle>
}) {
  const frame = useRef<SVGSVGElement>(null)
  const sheet = useRef<SVGGElement>(null)
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown> | null>(null)
  const shown = useRef(groups)
  const [hidden, setHidden] = useState<readonly Side[]>([])
  const [scale, setScale] = useState(READABLE)
  useEffect(() => {
    shown.current = groups
  }, [groups])
  const { width, height: tall } = size
  const sizeRef = useRef(size)
  useEffect(() => {
    sizeRef.current = size
  }, [size])
  useEffect(() => {
    const svg = frame.current
    if (!svg) return
    const made = zoom<SVGSVGElement, unknown>()
      .scaleExtent([0.2, MOST_ZOOM])
      .filter(
        (event: WheelEvent | MouseEvent) =>
          event.type !== 'wheel' || event.ctrlKey || event.metaKey || document.activeElement === svg,
      )
      .on('zoom', ({ transform }: { transform: ZoomTransform }) => {
        sheet.current?.setAttribute('transform', transform.toString())
        const frameSize = { width: svg.clientWidth, height: svg.clientHeight }
        const sides = hiddenSides(sizeRef.current, transform, frameSize)
        setHidden((before) => (before.join() === sides.join() ? before : sides))
        setScale(Math.min(READABLE, transform.k))
      })
    behaviour.current = made
    select(svg).call(made).on('dblclick.zoom', null)
    return () => {
      select(svg).on('.zoom', null)
    }
  }, [])
  const fit = (least = 0) => {
    const svg = frame.current
    if (!svg || !behaviour.current) return
    const { clientWidth, clientHeight } = svg
    const scale = Math.max(least, Math.min(1.25, clientWidth / width, clientHeight / tall))
    // what says where it goes on lies over its upper edge, and over no name
    const top = width * scale > clientWidth || tall * scale > clientHeight ? HINT_PX : 0
    select(svg).call(
      behaviour.current.transform,
      zoomIdentity
        .translate(Math.max(0, (clientWidth - width * scale) / 2), Math.max(top, (clientHeight - tall * scale) / 2))
        .scale(scale),
    )
  }
  const fitRef = useRef(fit)
  useEffect(() => {
    fitRef.current = fit
  })
  // laid out anew, or another size of window: the whole is shown
  useEffect(() => {
    fitRef.current(READABLE)
  }, [width, tall])
  useEffect(() => {
    const svg = frame.current
    if (!svg) return
    const watcher = new ResizeObserver(() => fitRef.current(READABLE))
    watcher.observe(svg)
    return () => watcher.disconnect()
  }, [])
  /** Whoever goes from thing to thing by keyboard sees the one that is reached. */
  const bringIntoView = ({ box }: DrawnGroup) => {
    const svg = frame.current
    if (!svg || !behaviour.current) return
    const { x, y, k } = zoomTransform(svg)
    const inset = (from: number, length: number, room: number) =>
      Math.max(0, 12 - from) - Math.max(0, from + length + 12 - room)
    const dx = inset(x + box.x * k, box.width * k, svg.clientWidth)
    const dy = inset(y + box.y * k, box.height * k, svg.clientHeight)
    if (dx !== 0 || dy !== 0) select(svg).call(behaviour.current.translateBy, dx / k, dy / k)
  }
  const bringRef = useRef(bringIntoView)
  useEffect(() => {
    bringRef.current = bringIntoView
  })
  const onReached = useCallback((group: DrawnGroup) => bringRef.current(group), [])
  useImperativeHandle(
    handle,
    () => ({
      fit: () => fitRef.current(),
      zoomBy: (factor) => {
        if (frame.current && behaviour.current) select(frame.current).call(behaviour.current.scaleBy, factor)
      },
      show: (thing) => {
        const svg = frame.current
        const box =
          shown.current.find((group) => group.thing === thing && group.role !== 'wire')?.box ??
          shown.current.find((group) => group.thing === thing)?.box
        if (!svg || !behaviour.current || !box) return
        const scale = Math.max(1, Math.min(1.25, svg.clientWidth / width))
        select(svg).call(
          behaviour.current.transform,
          zoomIdentity
            .translate(
              svg.clientWidth / 2 - (box.x + box.width / 2) * scale,
              svg.clientHeight / 2 - (box.y + box.height / 2) * scale,
            )
            .scale(scale),
        )
      },
    }),
    [width],
  )
  const isFar = scale < READABLE
  return (
    <Box position="relative" h={`${height}px`} maxH={{ base: '52vh', md: 'none' }} overflow="hidden" bg="sheet">
      <chakra.svg
        ref={frame}
        width="100%"
        height="100%"
        role="group"
        aria-label={label}
        tabIndex={0}
        display="block"
        cursor="grab"
        css={{ touchAction: 'none', userSelect: 'none', ...(isFar && { '& [data-word]': { display: 'none' } }) }}
        _focusVisible={{ outlineWidth: '3px', outlineColor: 'focusRing', outlineOffset: '-3px' }}
      >
        <g ref={sheet}>
          {groups.map((group) => (
            <Thing
              key={group.key}
              group={group}
              chosen={chosen === group.thing}
              onThing={onThing}
              onReached={onReached}
            />
          ))}
          {isFar && <WordsFromAfar groups={groups} scale={scale} />}
        </g>
      </chakra.svg>
      <MoreBeyond sides={hidden} />
    </Box>
  )
}

const SIDE_WORDS: Readonly<Record<Side, string>> = {
  left: '← to the left',
  right: 'to the right →',
  above: '↑ above',
  below: '↓ below',
}

/** Says where the picture goes on: what is not in view is not taken for what is not there. */
function MoreBeyond({ sides }: { sides: readonly Side[] }) {
  if (sides.length === 0) return null
  return (
    <Box
      position="absolute"
      right="10px"
      top="8px"
      px="8px"
      py="2px"
      bg="watchSoft"
      borderRadius="l1"
      fontSize="13px"
      pointerEvents="none"
      role="status"
    >
      More {sides.map((side) => SIDE_WORDS[side]).join(', ')}
    </Box>
  )
}

const Thing = memo(function Thing({
  group,
  chosen,
  onThing,
  onReached,
}: {
  group: DrawnGroup
  chosen: boolean
  onThing: (group: DrawnGroup) => void
  onReached: (group: DrawnGroup) => void
}) {
  const { shapes, title, role, thing, box, isSwitch } = group
  const body = shapes.map((shape, k) => <Shape key={k} shape={shape} />)
  // what joins the parts is reached through them, or by a click on it
  if (role === 'wire')
    return (
      <g data-wire={thing} onClick={() => onThing(group)} style={{ cursor: 'pointer' }}>
        <title>{title}</title>
        {body}
      </g>
    )
  return (
    <g
      data-thing={thing}
      data-role={role}
      role="button"
      tabIndex={0}
      aria-label={title}
      aria-pressed={isSwitch ? undefined : chosen}
      style={{ cursor: 'pointer' }}
      onClick={() => onThing(group)}
      onFocus={(event) => {
        if (event.currentTarget.matches(':focus-visible')) onReached(group)
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter' || event.key === ' ') {
          event.preventDefault()
          onThing(group)
        }
      }}
    >
      <title>{title}</title>
      <rect x={box.x - 4} y={box.y - 3} width={box.width + 8} height={box.height + 7} fill="transparent" />
      {body}
    </g>
  )
})
