'use client'
import { Box, Text } from '@chakra-ui/react'
import { groundDrawing, groundDrawingWords } from '@/core/earthing/groundDrawing'
import { type GroundPlot as Plot, groundPlot } from '@/core/earthing/groundPlot'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { quantityOrOpen } from '@/core/quantity/orOpen'
import { Shape } from '@/ui/charts/Shape'
import { TitledSheet } from '@/ui/Sheet'
import { useWidth } from '@/ui/useWidth'
import { useJob } from '../job/JobContext'
import { coupledWords, gapWords, nearestWords } from './groundWords'

/** The ground along one line out from the house, to scale: what is driven and laid, what was found there, and what they take from each other. */
export function GroundPlot() {
  const {
    record: { installation },
  } = useJob()
  const [ref, width] = useWidth<HTMLDivElement>(720)
  const plot = groundPlot(installation)
  if (plot.electrodes.length === 0) return null
  const { height, shapes } = groundDrawing(plot, width)
  const isPlaced = plot.electrodes.some(({ parts }) => parts.length > 0)
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
        {isPlaced && (
          <svg
            width={width}
            height={height}
            role="img"
            aria-label={groundDrawingWords(plot)}
            style={{ display: 'block' }}
          >
            {shapes.map((shape, k) => (
              <Shape key={k} shape={shape} />
            ))}
          </svg>
        )}
        <Words plot={plot} />
      </Box>
    </TitledSheet>
  )
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
                `${tag} alone about ${quantityOrOpen(aloneOhm, 'Ω', 3)}${currentShare !== null && plot.electrodes.length > 1 ? `, carries ${Math.round(currentShare * 100)} %` : ''}`,
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
