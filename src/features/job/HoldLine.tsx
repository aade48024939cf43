'use client'
import { Box, Flex, chakra } from '@chakra-ui/react'
import { Punch } from '@/ui/Punch'
import { useJob } from './JobContext'

/** One sentence: what still stands between now and the next live step. It leads there. */
export function HoldLine() {
  const {
    bench: { holdLine, points },
    goTo,
  } = useJob()
  const stopped = holdLine.blocked.some(({ verdict }) => verdict === 'stop')
  const verdict = holdLine.step === null ? 'proven' : stopped ? 'stop' : 'open'
  const point = points.find(({ key }) => key === holdLine.pointKey)
  return (
    <Flex
      bg="foot"
      color="footInk"
      minH="38px"
      px={{ base: '12px', lg: '18px' }}
      py="6px"
      align="center"
      gap="10px"
      fontSize="14.5px"
      css={{
        '--aw-colors-open': 'var(--aw-colors-foot-ink)',
        '--aw-colors-proven': 'var(--aw-colors-foot-ink)',
        '--aw-colors-stop': 'var(--aw-colors-foot-ink)',
      }}
    >
      <Punch verdict={verdict} size={15} labelled />
      <chakra.button
        type="button"
        textAlign="left"
        cursor="pointer"
        minH="26px"
        fontSize={{ base: '13.5px', lg: '14.5px' }}
        lineHeight="1.25"
        textDecoration={point ? 'underline' : undefined}
        textUnderlineOffset="3px"
        disabled={!point}
        onClick={() => point && goTo(point.stage, point.key)}
        data-testid="hold-line"
        _focusVisible={{ outlineColor: 'footInk' }}
      >
        <chakra.span lineClamp={{ base: 2, lg: 1 }}>{holdLine.sentence}</chakra.span>
      </chakra.button>
      <Box ml="auto" opacity={0.85} hideBelow="lg" whiteSpace="nowrap">
        <chakra.kbd fontFamily="mono">.</chakra.kbd> next open point
      </Box>
    </Flex>
  )
}
