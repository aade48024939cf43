'use client'
import { Box, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import type { IslandSun } from '@/core/handover/islandSun'
import type { Lasting } from '@/core/handover/lasting'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { TitledSheet } from '@/ui/Sheet'
import { LastingFigures } from './LastingFigures'
import { LoadTicks } from './LoadTicks'
import { useSay } from './useSay'

const STEP_W = 10

/** How long the battery lasts for what is switched on, now and in the darkest month; it begins with what stays on by the plan. */
export function LastingSheet({ lasting, sun, month }: { lasting: Lasting; sun: IslandSun | null; month: number }) {
  const { fullWh, standbyW, loads } = lasting
  const say = useSay()
  const [on, setOn] = useState<ReadonlySet<string>>(
    () => new Set(loads.filter(({ stays }) => stays).map(({ tag }) => tag)),
  )
  // what the slider was drawn to; until then the ticks say it
  const [slidW, setSlidW] = useState<number | null>(null)
  if (fullWh === null || loads.length === 0) return null
  const sumOf = (some: typeof loads) => some.reduce((sum, { meanW }) => sum + meanW, 0)
  const tickedW = sumOf(loads.filter(({ tag }) => on.has(tag)))
  const drawnW = slidW ?? tickedW
  const flip = (tag: string) => {
    const next = new Set(on)
    if (!next.delete(tag)) next.add(tag)
    setOn(next)
    setSlidW(null)
  }
  const totalWords = say(formatQuantity(Math.round((drawnW + standbyW) / STEP_W) * STEP_W, 'W', 3))
  return (
    <TitledSheet title="How long does it last?">
      <Box px="16px" pb="14px">
        <LastingFigures lasting={lasting} sun={sun} month={month} drawnW={drawnW} />
        <chakra.label display="block" mt="12px" fontWeight="600">
          What you switch on, on average: {totalWords}
          <chakra.input
            type="range"
            min={0}
            max={Math.max(STEP_W, Math.ceil(sumOf(loads) / STEP_W) * STEP_W)}
            step={STEP_W}
            value={Math.round(drawnW / STEP_W) * STEP_W}
            aria-label="Watts switched on, on average"
            aria-valuetext={totalWords}
            onChange={(event) => setSlidW(Number(event.target.value))}
            display="block"
            w="100%"
            h="44px"
          />
        </chakra.label>
        <Text mt="6px" fontWeight="600">
          Or tick what you leave on
        </Text>
        <LoadTicks loads={loads} on={on} flip={flip} />
      </Box>
    </TitledSheet>
  )
}
