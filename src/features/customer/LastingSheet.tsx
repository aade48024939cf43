'use client'
import { Box, Checkbox, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { type Lasting, lastsH } from '@/core/handover/lasting'
import { formatDuration, formatQuantity } from '@/core/quantity/formatQuantity'
import { TitledSheet } from '@/ui/Sheet'

const hours = (h: number | null) => (h === null ? 'not known' : formatDuration(h * 3_600_000))

/** How long the battery lasts for what is switched on; it begins with what stays on by the plan. */
export function LastingSheet({ lasting }: { lasting: Lasting }) {
  const { fullWh, reserveWh, standbyW, loads } = lasting
  const [on, setOn] = useState<ReadonlySet<string>>(
    () => new Set(loads.filter(({ stays }) => stays).map(({ tag }) => tag)),
  )
  if (fullWh === null || loads.length === 0) return null
  const drawnW = loads.filter(({ tag }) => on.has(tag)).reduce((sum, { meanW }) => sum + meanW, 0)
  const flip = (tag: string) => {
    const next = new Set(on)
    if (!next.delete(tag)) next.add(tag)
    setOn(next)
  }
  return (
    <TitledSheet title="How long does it last?">
      <Box px="16px" pb="14px">
        <Flex gap="18px" wrap="wrap" role="status" aria-live="polite" aria-label="How long it lasts">
          <Figure words="from full" value={hours(lastsH(fullWh, standbyW, drawnW))} />
          <Figure words="at worst, from the reserve" value={hours(lastsH(reserveWh, standbyW, drawnW))} />
        </Flex>
        <Text color="ink2" fontSize="14.5px" mt="4px">
          At {formatQuantity(Math.round((drawnW + standbyW) / 10) * 10, 'W', 3)} on average, without any sun. Worked
          out, not measured.
        </Text>
        <Text mt="10px" fontWeight="600">
          Tick what you leave on
        </Text>
        {loads.map(({ tag, name, meanW }) => (
          <Checkbox.Root
            key={tag}
            checked={on.has(tag)}
            onCheckedChange={() => flip(tag)}
            display="flex"
            minH="44px"
            gap="12px"
            alignItems="center"
          >
            <Checkbox.HiddenInput />
            <Checkbox.Control borderColor="ink2" />
            <Checkbox.Label flex="1" fontSize="16px" fontWeight="400" minW="0" overflowWrap="anywhere">
              {name}
            </Checkbox.Label>
            <Text color="ink2">{formatQuantity(meanW, 'W', 2)}</Text>
          </Checkbox.Root>
        ))}
      </Box>
    </TitledSheet>
  )
}

function Figure({ words, value }: { words: string; value: string }) {
  return (
    <Box>
      <Text fontSize="26px" fontWeight="600" lineHeight="1.1">
        {value}
      </Text>
      <Text color="ink2" fontSize="14.5px">
        {words}
      </Text>
    </Box>
  )
}
