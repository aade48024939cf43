'use client'
import { Box, chakra } from '@chakra-ui/react'
import { type ZoomBehavior, select, zoom, zoomIdentity } from 'd3'
import { memo, useEffect, useImperativeHandle, useRef } from 'react'
import type { DrawnGroup } from '@/core/wiring/schematic/schematicPen'
import { Shape } from '@/ui/charts/Shape'

/** What others may ask of the picture. */
export interface SchematicHandle {
  /** Brings a thing to the middle. */
  show: (thing: string) => void
  fit: () => void
  zoomBy: (factor: number) => void
}

const MOST_ZOOM = 4
/** Smallest scale at which names are read at arm’s length; what does not fit then is moved into view. */
const READABLE = 0.6

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
  useEffect(() => {
    shown.current = groups
  }, [groups])
  const { width, height: tall } = size
  useEffect(() => {
    const svg = frame.current
    if (!svg) return
    const made = zoom<SVGSVGElement, unknown>()
      .scaleExtent([0.2, MOST_ZOOM])
      .filter(
        (event: WheelEvent | MouseEvent) =>
          event.type !== 'wheel' || event.ctrlKey || event.metaKey || document.activeElement === svg,
      )
      .on('zoom', ({ transform }: { transform: { toString: () => string } }) =>
        sheet.current?.setAttribute('transform', transform.toString()),
      )
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
    select(svg).call(
      behaviour.current.transform,
      zoomIdentity
        .translate(Math.max(0, (clientWidth - width * scale) / 2), Math.max(0, (clientHeight - tall * scale) / 2))
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
        css={{ touchAction: 'none', userSelect: 'none' }}
        _focusVisible={{ outlineWidth: '3px', outlineColor: 'focusRing', outlineOffset: '-3px' }}
      >
        <g ref={sheet}>
          {groups.map((group) => (
            <Thing key={group.key} group={group} chosen={chosen === group.thing} onThing={onThing} />
          ))}
        </g>
      </chakra.svg>
    </Box>
  )
}

const Thing = memo(function Thing({
  group,
  chosen,
  onThing,
}: {
  group: DrawnGroup
  chosen: boolean
  onThing: (group: DrawnGroup) => void
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
