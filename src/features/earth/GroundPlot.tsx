'use client'
import { Box, Text } from '@chakra-ui/react'
import {
  type GroundPlot as Plot,
  type PlottedElectrode,
  type PlottedService,
  groundPlot,
} from '@/core/earthing/groundPlot'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { colour } from '@/look/theme'
import { Label } from '@/ui/charts/Label'
import { TitledSheet } from '@/ui/Sheet'
import { useWidth } from '@/ui/useWidth'
import { useJob } from '../job/JobContext'
import { type GroundPlotLayout, groundPlotLayout } from './groundPlotLayout'
import { coupledWords, gapWords, nearestWords } from './groundWords'

const ROW = 17
/** About what a letter of the labels takes. */
const LETTER_PX = 7

/** Everything that is labelled above the ground, with where it points. */
const labelled = ({ electrodes, services, others }: Plot) => [
  ...electrodes.flatMap(({ tag, kind, parts }) =>
    parts[0] ? [{ text: `${kind} ${tag}`, atM: parts[0].fromM, tone: 'ink' as const }] : [],
  ),
  ...services.map(({ name, atM }) => ({ text: name, atM, tone: 'ink2' as const })),
  ...others.map(({ name, atM }) => ({ text: name, atM, tone: 'ink2' as const })),
]

/** The ground along one line out from the house, to scale: what is driven and laid, what was found there, and what they take from each other. */
export function GroundPlot() {
  const {
    record: { installation },
  } = useJob()
  const [ref, width] = useWidth<HTMLDivElement>(720)
  const plot = groundPlot(installation)
  if (plot.electrodes.length === 0) return null
  const texts = labelled(plot)
  const layout = groundPlotLayout(
    plot,
    texts.map(({ text, atM }) => ({ atM, widthPx: text.length * LETTER_PX })),
    width,
  )
  const drawn = texts.length > 0
  return (
    <TitledSheet
      title="The ground, to scale"
      note={
        plot.soil === null
          ? 'soil not known'
          : `${formatNumber(plot.soil.ohmM, 3)} Ω·m, ${plot.soil.isMeasured ? 'from the survey' : 'assumed by its kind: not measured'}`
      }
    >
      <Box ref={ref} px="14px" pb="10px">
        {drawn && (
          <svg
            width={width}
            height={layout.height}
            role="img"
            aria-label={pictureWords(plot)}
            style={{ display: 'block' }}
          >
            <Soil layout={layout} width={width} />
            {texts.map(({ text, tone }, k) => {
              const { x = 0, wordsX = 0, row = 0 } = layout.labels[k] ?? {}
              const y = layout.surfaceY - 12 - row * ROW
              return (
                <g key={`${text} ${k}`}>
                  <path d={`M${x} ${y + 3}V${layout.surfaceY}`} stroke={colour('rule2')} strokeDasharray="2 3" />
                  <Label
                    x={wordsX}
                    y={y}
                    anchor="middle"
                    size={12.5}
                    weight={tone === 'ink' ? 600 : 400}
                    tone={tone}
                    halo="sheet"
                  >
                    {text}
                  </Label>
                </g>
              )
            })}
            {plot.electrodes.map((electrode) => (
              <Electrode key={electrode.tag} electrode={electrode} layout={layout} />
            ))}
            {plot.services.map((service) => (
              <Service key={service.tag} service={service} layout={layout} bottomM={plot.deepM} />
            ))}
            {plot.others.map(({ tag, atM }) => (
              <path
                key={tag}
                d={`M${layout.x(atM)} ${layout.surfaceY}v${layout.scale * 0.5}`}
                stroke={colour('ink3')}
                strokeWidth="3"
                strokeDasharray="4 3"
              />
            ))}
          </svg>
        )}
        <Words plot={plot} />
      </Box>
    </TitledSheet>
  )
}

const pictureWords = ({ electrodes, services, outM }: Plot): string =>
  `Section of the ground out to ${formatNumber(outM, 3)} m: ${electrodes
    .filter(({ parts }) => parts.length > 0)
    .map(
      ({ tag, kind, parts: [part] }) =>
        `${kind} ${tag} at ${formatNumber(part?.fromM ?? 0, 3)} m down to ${formatNumber(part?.bottomM ?? 0, 3)} m`,
    )
    .join(
      ', ',
    )}${services.length > 0 ? `; ${services.map(({ name, atM }) => `${name} crossing at ${formatNumber(atM, 3)} m`).join(', ')}` : ''}`

/** House, surface, soil and the two rulers. */
function Soil({
  layout: { surfaceY, height, x, y, outTicks, deepTicks },
  width,
}: {
  layout: GroundPlotLayout
  width: number
}) {
  return (
    <g>
      <rect x="0" y={surfaceY} width={width} height={height - surfaceY} fill={colour('sheet2')} />
      <rect x={x(0) - 12} y={surfaceY - 18} width="12" height={34} fill={colour('sheet')} stroke={colour('ink2')} />
      <Label x={x(0) - 16} y={surfaceY - 7} anchor="end" size={12} tone="ink3">
        house
      </Label>
      <path d={`M0 ${surfaceY}H${width}`} stroke={colour('earth')} strokeWidth="2.4" />
      {outTicks.slice(1).map((metres) => (
        <g key={metres}>
          <path d={`M${x(metres)} ${surfaceY}v5`} stroke={colour('ink3')} />
          <Label x={x(metres)} y={height - 3} anchor="middle" size={12} tone="ink3">
            {metres} m
          </Label>
        </g>
      ))}
      {deepTicks.map((metres) => (
        <g key={metres}>
          <path d={`M${x(0)} ${y(metres)}H${width}`} stroke={colour('rule')} />
          <Label x={x(0) - 22} y={y(metres) + 4} anchor="end" size={12} tone="ink3">
            {metres} m
          </Label>
        </g>
      ))}
    </g>
  )
}

function Electrode({
  electrode: { kind, parts },
  layout: { x, y, scale },
}: {
  electrode: PlottedElectrode
  layout: GroundPlotLayout
}) {
  return (
    <g>
      {parts.map(({ fromM, toM, topM, bottomM }, k) => (
        <g key={k}>
          {fromM === toM && (
            // as far as its own length reaches, it has the ground for itself or shares it
            <path
              d={`M${x(fromM) - (bottomM - topM) * scale} ${y(topM)}A${(bottomM - topM) * scale} ${(bottomM - topM) * scale} 0 0 0 ${x(fromM) + (bottomM - topM) * scale} ${y(topM)}`}
              fill={colour('earth')}
              fillOpacity="0.09"
              stroke={colour('earth')}
              strokeOpacity="0.35"
              strokeDasharray="3 4"
            />
          )}
          <path
            d={fromM === toM ? `M${x(fromM)} ${y(topM)}V${y(bottomM)}` : `M${x(fromM)} ${y(topM)}H${x(toM)}`}
            stroke={colour('earth')}
            strokeWidth={kind === 'plate' ? 7 : 4.5}
            strokeLinecap="round"
          />
          {topM > 0 && <path d={`M${x(fromM)} ${y(0)}V${y(topM)}`} stroke={colour('earth')} strokeWidth="1.6" />}
        </g>
      ))}
      {parts.length > 1 && (
        <path
          d={`M${x(parts[0]?.fromM ?? 0)} ${y(parts[0]?.topM ?? 0)}H${x(parts.at(-1)?.fromM ?? 0)}`}
          stroke={colour('earth')}
          strokeWidth="1.6"
        />
      )}
    </g>
  )
}

/** A service where it crosses the line; at a depth that nobody located it may lie anywhere below. */
function Service({
  service: { atM, depthM },
  layout: { x, y },
  bottomM,
}: {
  service: PlottedService
  layout: GroundPlotLayout
  bottomM: number
}) {
  if (depthM === null)
    return <path d={`M${x(atM)} ${y(0)}V${y(bottomM)}`} stroke={colour('stop')} strokeWidth="2" strokeDasharray="5 4" />
  return <circle cx={x(atM)} cy={y(depthM)} r="6" fill={colour('stopSoft')} stroke={colour('stop')} strokeWidth="2.4" />
}

function Words({ plot }: { plot: Plot }) {
  const lines = [
    coupledWords(plot),
    ...plot.electrodes.flatMap((electrode) => [gapWords(electrode), nearestWords(electrode, plot)]),
    plot.unplaced.length > 0
      ? `Not placed yet: ${plot.unplaced.map(({ name }) => name).join(', ')}. Say in the survey where ${plot.unplaced.length === 1 ? 'it crosses' : 'they cross'} the line.`
      : null,
  ].filter((text): text is string => text !== null)
  return (
    <Box fontSize="14px" mt="6px">
      {plot.electrodes.some(({ aloneOhm }) => aloneOhm !== null) && (
        <Text>
          {plot.electrodes
            .filter(({ aloneOhm }) => aloneOhm !== null)
            .map(
              ({ tag, aloneOhm, currentShare }) =>
                `${tag} alone about ${formatQuantity(aloneOhm ?? 0, 'Ω', 3)}${currentShare !== null && plot.electrodes.length > 1 ? `, carries ${Math.round(currentShare * 100)} %` : ''}`,
            )
            .join(' · ')}
        </Text>
      )}
      {lines.map((text) => (
        <Text key={text} color="ink2">
          {text}
        </Text>
      ))}
      <Text color="ink3" fontSize="13px" mt="3px">
        By the closed formulas for even soil (E-1, E-2): a plan. What counts is what is measured.
      </Text>
    </Box>
  )
}
