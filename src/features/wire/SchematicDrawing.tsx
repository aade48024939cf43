'use client'
import { Box, chakra } from '@chakra-ui/react'
import { memo, useCallback, useEffect, useImperativeHandle, useRef } from 'react'
import type { DrawnGroup } from '@/core/wiring/schematic/schematicPen'
import { Shape } from '@/ui/charts/Shape'
import type { Side } from './hiddenSides'
import { useZoomFrame } from './useZoomFrame'
import { WordsFromAfar } from './WordsFromAfar'
import { READABLE } from './zoomFrame'

/** What others may ask of the picture. */
export interface SchematicHandle {
  /** Brings a thing to the middle. */
  show: (thing: string) => void
  fit: () => void
  zoomBy: (factor: number) => void
}

/** The drawn group that stands for a thing: its own before the wires that join it. */
const groupOf = (groups: readonly DrawnGroup[], thing: string): DrawnGroup | undefined =>
  groups.find((group) => group.thing === thing && group.role !== 'wire') ??
  groups.find((group) => group.thing === thing)

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
  const { svg, sheet, frame, hidden, scale, reach } = useZoomFrame(size)
  const shown = useRef(groups)
  useEffect(() => {
    shown.current = groups
  }, [groups])
  const onReached = useCallback(({ box }: DrawnGroup) => reach(box), [reach])
  useImperativeHandle(
    handle,
    () => ({
      fit: () => frame.current?.fit(),
      zoomBy: (factor) => frame.current?.zoomBy(factor),
      show: (thing) => {
        const box = groupOf(shown.current, thing)?.box
        if (box) frame.current?.centre(box)
      },
    }),
    [frame],
  )
  const isFar = scale < READABLE
  return (
    <Box position="relative" h={`${height}px`} maxH={{ base: '52vh', md: 'none' }} overflow="hidden" bg="sheet">
      <chakra.svg
        ref={svg}
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
