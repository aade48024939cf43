'use client'
import { Box, Heading, Text } from '@chakra-ui/react'
import { type FaultPath, faultPath } from '@/core/wiring/faultPath'
import { type GridState, type InstallationGraph, type Positions, namesIn } from '@/core/wiring/installationGraph'
import { liveState } from '@/core/wiring/liveState'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { shortened } from '@/ui/charts/shortened'
import { useWidth } from '@/ui/useWidth'
import { HOME_SHARE, OUT_SHARE, type Station, faultColumnLayout } from './faultColumnLayout'
import { withinSentence } from '@/core/withinSentence'

const TONES = { line: 'ink', neutral: 'neutral', earth: 'earth' } as const
/** What fits beside a lane, at 7 px a letter. */
const LETTER_PX = 7

const short = (name: string, roomPx: number) => shortened(name, Math.max(6, Math.floor(roomPx / LETTER_PX)))

/** In words what the picture shows: how the current of a fault comes home, and what is in its way. */
function wordsOf(graph: InstallationGraph, path: FaultPath, names: ReadonlyMap<string, string>): string {
  if (path.returns === 'dead') return 'Nothing is live here: there is no fault to cut off.'
  if (path.returns === 'none') return 'Nothing brings it back: no device trips, and the metal stays live.'
  const steps = new Set([...path.out, ...path.back].map(({ id }) => id))
  const residual = graph.edges.filter(({ id, rcd }) => rcd && steps.has(id)).map(({ id, device }) => device ?? id)
  const bond = path.back.find(({ from, to }) => from === to)
  const home =
    path.returns === 'supplier'
      ? 'through the supplier’s bond'
      : `through the ${withinSentence(names.get(bond?.id ?? '') ?? 'bond')}`
  const trips =
    residual.length === 0
      ? 'Only an overcurrent device is in its way.'
      : `Residual-current protection sits at ${[...new Set(residual)].map((id) => names.get(id) ?? id).join(', ')}.`
  return `It comes home ${home}. ${trips}`
}

/** One mode of the house: a fault at a circuit's metal, down the line and home on earth and neutral. */
export function FaultColumn({
  title,
  graph,
  positions,
  gridState,
  load,
}: {
  title: string
  graph: InstallationGraph
  positions: Positions
  gridState: GridState
  load: string
}) {
  const [ref, width] = useWidth<HTMLDivElement>(400)
  const names = namesIn(graph)
  const path = faultPath(graph, liveState(graph, positions, gridState), load)
  const layout = faultColumnLayout(graph, path, width)
  const words = wordsOf(graph, path, names)
  const homeless = path.returns === 'none'
  return (
    <Box minW="0">
      <Heading as="h3" fontSize="15px">
        {title}
      </Heading>
      <Text fontSize="13px" color={homeless ? 'stop' : 'ink2'} fontWeight={homeless ? '600' : '400'} mb="4px">
        {words}
      </Text>
      <Box ref={ref} bg="sheet2" borderRadius="l1">
        <svg
          width={width}
          height={layout.height}
          role="img"
          aria-label={`${title}: ${words}`}
          style={{ display: 'block' }}
        >
          {layout.stretches.map(({ path: d, conductor }) => (
            <path key={d} d={d} stroke={colour(TONES[conductor])} strokeWidth={conductor === 'line' ? 2.4 : 3.4} />
          ))}
          {path.source !== null && layout.home[0] && (
            <path
              d={`M${layout.out.at(-1)?.x} ${layout.out.at(-1)?.y}L${layout.home[0].x} ${layout.home[0].y}`}
              stroke={colour(homeless ? 'stop' : 'earth')}
              strokeWidth="3.4"
              strokeDasharray={homeless ? '4 5' : undefined}
            />
          )}
          {layout.out.map((station, k) => (
            <StationMark
              key={station.id}
              station={station}
              name={short(names.get(station.id) ?? station.id, width * (HOME_SHARE - OUT_SHARE) - 30)}
              // the way home leaves from the last one: its name stands above
              above={k === layout.out.length - 1}
            />
          ))}
          {layout.home.slice(1).map((station) => (
            <StationMark
              key={station.id}
              station={station}
              // where the bar is, its own lane says so; the place stands on the other one too
              name={
                layout.bond?.y === station.y
                  ? 'bond'
                  : short(names.get(station.id) ?? station.id, width * (1 - HOME_SHARE) - 20)
              }
              bond={layout.bond?.y === station.y}
            />
          ))}
          <Label x={width * OUT_SHARE - 6} y={14} size={12} tone="ink2">
            out on the line
          </Label>
          <Label x={width * HOME_SHARE - 6} y={14} size={12} tone="ink2">
            home
          </Label>
        </svg>
      </Box>
    </Box>
  )
}

/** A place on one of the two lanes, with its name; where neutral and earth are joined it is barred. */
function StationMark({
  station: { x, y },
  name,
  above = false,
  bond = false,
}: {
  station: Station
  name: string
  above?: boolean
  bond?: boolean
}) {
  return (
    <g>
      {bond && <path d={`M${x - 13} ${y}h26`} stroke={colour('earth')} strokeWidth="7" strokeLinecap="round" />}
      <circle cx={x} cy={y} r="5.5" fill={colour('sheet')} stroke={colour('ink')} strokeWidth="1.8" />
      <Label
        x={x + (bond ? 19 : 11)}
        y={above ? y - 9 : y + 4}
        size={12.5}
        weight={bond ? 600 : 400}
        tone={bond ? 'earth' : 'ink'}
        halo="sheet2"
      >
        {name}
      </Label>
    </g>
  )
}
