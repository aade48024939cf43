'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { timeOfRowS } from '@/core/outage/long/rowClock'
import { formatDuration, formatNumber } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'
import { useWidth } from '@/ui/useWidth'
import { FileRefused } from '../FileRefused'
import { LongStrip } from './LongStrip'
import { partPlace, partWords } from './partWords'
import type { Long, LongState } from './useLong'

/** A recording that is too large to be read as one: how far it is looked through, then where something happened in it. */
export function LongSheet({ long: { state, choose, putAway } }: { long: Long }) {
  if (state === null) return null
  if (state.kind === 'looking') return <Looking state={state} />
  if (state.kind === 'failed') return <FileRefused message={state.message} onClose={putAway} />
  return <Parts state={state} choose={choose} putAway={putAway} />
}

function Looking({ state: { names, share, cancel } }: { state: Extract<LongState, { kind: 'looking' }> }) {
  const percent = Math.floor(100 * share)
  return (
    <Flex align="center" gap="12px" px="14px" py="24px" wrap="wrap">
      <Text>Looking through {names}…</Text>
      <progress value={percent} max={100} aria-label="Looked through" />
      <Text>{percent} %</Text>
      <Button size="sm" onClick={cancel}>
        Cancel
      </Button>
    </Flex>
  )
}

function Parts({
  state: { names, bytes, looked, chosen },
  choose,
  putAway,
}: {
  state: Extract<LongState, { kind: 'ready' }>
  choose: (index: number) => void
  putAway: () => void
}) {
  const [box, width] = useWidth<HTMLDivElement>(740)
  const { scan, parts } = looked
  const lasts = formatDuration(1000 * timeOfRowS(scan.clock, scan.rows))
  const found = scan.parts.length
  return (
    <Box as="section" aria-label="Places in the recording" borderTopWidth="1px" borderColor="rule" pb="10px">
      <Flex align="center" gap="12px" px="14px" py="8px" wrap="wrap">
        <Text flex="1" minW="240px" fontSize="14px">
          {names}: {bytes >= 1e9 ? `${formatNumber(bytes / 1e9, 3)} GB` : `${formatNumber(bytes / 1e6, 3)} MB`}, {lasts}
          , looked through once.{' '}
          {found === 0
            ? 'Nothing happened in it; its first minute is below.'
            : `Something happened in ${found} ${found === 1 ? 'place' : 'places'}; the one below is opened and can be kept.`}
          {scan.partsLeft > 0 && ` ${scan.partsLeft} more are not listed: cut the file to the hours around the outage.`}
        </Text>
        <Button size="sm" onClick={putAway}>
          Put the file away
        </Button>
      </Flex>
      <Box ref={box}>
        <LongStrip looked={looked} chosen={chosen} choose={choose} width={width} />
      </Box>
      <Flex role="group" aria-label="Places" gap="6px" px="14px" pt="6px" wrap="wrap" maxH="180px" overflowY="auto">
        {parts.map((part, index) => (
          <Button
            key={part.firstRow}
            size="sm"
            variant={index === chosen ? 'chosen' : 'quiet'}
            aria-pressed={index === chosen}
            onClick={() => choose(index)}
          >
            {partPlace(part, scan)}: {partWords(part)}
          </Button>
        ))}
      </Flex>
    </Box>
  )
}
