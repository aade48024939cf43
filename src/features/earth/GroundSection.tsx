'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { METHOD_WORDS } from '@/core/evidence/families/electrodeMethods'
import { electrodeResistance } from '@/core/evidence/families/electrodeResistance'
import { verdictAt } from '@/core/evidence/verdictAt'
import type { Electrode } from '@/core/installation/installation'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { useWidth } from '@/ui/useWidth'
import { useJob } from '../job/JobContext'
import { GroundAbove } from './GroundAbove'
import { GROUND_PX, ProbesInGround, Rod, Soil } from './GroundBelow'
import { type GroundReading, groundSectionLayout } from './groundSectionLayout'
import { probesOf, shareText } from './probesOf'

const CHART_PX = 132
const SURFACE = CHART_PX + 10

function readingWords(readings: readonly GroundReading[], loopOhm: number | null): string {
  if (readings.length > 0)
    return readings.map(({ share, ohm }) => `${shareText(share)}: ${formatQuantity(ohm, 'Ω')}`).join(', ')
  return loopOhm === null ? 'no readings yet' : `clamp-on ${formatQuantity(loopOhm, 'Ω')}`
}

/** The electrode in the ground, the probes where they stood, and what was read there. */
export function GroundSection({ electrode }: { electrode: Electrode }) {
  const { bench } = useJob()
  const [ref, width] = useWidth<HTMLDivElement>(720)
  const { tag, method, targetOhm, seasonalFactor } = electrode
  const key = electrodeResistance.key(electrode)
  const { places, readings, has, loopOhm, clampA } = probesOf(electrode, bench.context)
  const section = groundSectionLayout(readings, targetOhm, seasonalFactor, { width, height: CHART_PX })
  return (
    <Box px="14px" pb="10px">
      <Box ref={ref}>
        <svg
          width={width}
          height={SURFACE + GROUND_PX}
          role="img"
          aria-label={`Electrode ${tag}, ${METHOD_WORDS[method]}, readings: ${readingWords(readings, loopOhm)}; target ${targetOhm} Ω`}
          style={{ display: 'block' }}
        >
          <Soil surface={SURFACE} width={width} />
          <GroundAbove
            section={section}
            electrode={electrode}
            verdict={verdictAt(bench.judgements, key)}
            width={width}
          />
          <Rod
            electrode={electrode}
            x={section.x(0)}
            surface={SURFACE}
            clampA={clampA}
            forbidsA={bench.context.pack.limits.clampForbidsOpening.value}
            loopOhm={loopOhm}
          />
          {method !== 'clampOn' && <ProbesInGround places={places} has={has} x={section.x} surface={SURFACE} />}
        </svg>
      </Box>
      <Flex fontSize="13px" color="ink2" mt="5px">
        <Text>{bench.judgements.get(key)?.why}</Text>
      </Flex>
    </Box>
  )
}
