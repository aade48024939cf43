'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import {
  MOVE_LABELS,
  RESERVE_MOVES,
  type ReserveMoveId,
  SET_BACK,
  reserveMoves,
} from '@/core/evidence/families/reserveMoves'
import { belongsTo } from '@/core/evidence/families'
import type { Point } from '@/core/evidence/point'
import { type SlotReadings, slotReadings } from '@/core/evidence/slotReadings'
import { quantityOrOpen } from '@/core/quantity/orOpen'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { useJob } from '../job/JobContext'
import type { Live } from '../live/useLive'
import { type ReserveMovesTried, useReserveMoves } from './useReserveMoves'

const RULE = { borderTopWidth: '1px', borderColor: 'rule', mt: '8px', pt: '8px' } as const

/** S-3 seen live: four moves of the reserve around the charge there is, each watched until it does what it must, then everything set back and read back. */
export function ReserveMoves({ live }: { live: Live }) {
  const { bench } = useJob()
  const point = bench.points.find((one) => belongsTo(one, reserveMoves))
  return point ? <MovesSheet point={point} live={live} /> : null
}

function MovesSheet({ point, live }: { point: Point; live: Live }) {
  const { bench } = useJob()
  const tried = useReserveMoves(point, live)
  const judgement = bench.judgements.get(point.key)
  const said = slotReadings(point, bench.context)
  return (
    <TitledSheet title="The reserve, tried live" note={judgement && <VerdictWord verdict={judgement.verdict} />}>
      <Box px="14px" pb="12px" fontSize="14px">
        <Text color="ink2">
          {whereWords(tried)}
          {!tried.standIn && ' Set each with the maker’s own tool; this screen watches.'}
        </Text>
        {tried.told !== null && (
          <Notice kind="error" mt="8px">
            {tried.told}
          </Notice>
        )}
        {RESERVE_MOVES.map((move, k) => (
          <MoveRow key={move} number={k + 1} move={move} tried={tried} said={said} live={live} />
        ))}
        <SetBackRow tried={tried} said={said} />
        <Text pt="8px">{judgement?.why}</Text>
      </Box>
    </TitledSheet>
  )
}

function whereWords({ socPercent, bandPercent, moves }: ReserveMovesTried): string {
  if (bandPercent === null) return 'Plan the band above the reserve first: without it the moves cannot be told apart.'
  if (socPercent === null) return 'The charge there is comes from the gateway; no live value of it yet.'
  return moves === null
    ? `At ${socPercent} % and a band of ${bandPercent} % the moves cannot be told apart. Come back at a charge between ${bandPercent + 2} and 95 %.`
    : `Around the ${socPercent} % there are, with a band of ${bandPercent} %. A load of 100 W or more above PV has to be on.`
}

function MoveRow({
  number,
  move,
  tried,
  said,
  live,
}: {
  number: number
  move: ReserveMoveId
  tried: ReserveMovesTried
  said: SlotReadings
  live: Live
}) {
  const { bench, may } = useJob()
  const { moves, watch, waitedS, standIn, begin } = tried
  const allowedS = bench.context.pack.limits.reserveMoveMax.value
  const watched = watch?.move === move
  const mayBegin = may('recordReadings') && !watched && moves !== null && (!standIn || may('writeSetting'))
  return (
    <Flex gap="10px" align="center" wrap="wrap" {...RULE}>
      <Text w="20px" color="ink2">
        {number}
      </Text>
      <Box flex="1" minW="240px">
        <Text fontWeight="600">{MOVE_LABELS[move]}</Text>
        <Text color="ink2">
          {moves &&
            `${moves[move].key === 'reserveSocPercent' ? 'Reserve' : 'Charging threshold'} to ${moves[move].value} %`}
          {watched &&
            live.values &&
            ` · ${waitedS} s of ${allowedS} s · battery ${quantityOrOpen(live.values.batteryW, 'W', 3)}, before ${quantityOrOpen(watch.beforeW, 'W', 3)}`}
        </Text>
      </Box>
      {said.word(move) !== null && <Text fontWeight="600">{said.word(move)}</Text>}
      {may('recordReadings') && watched && <Outcome move={move} tried={tried} late={waitedS > allowedS} />}
      {mayBegin && (
        <Button size="sm" onClick={() => void begin(move)}>
          {standIn ? 'Set it and watch' : 'It is set: watch'}
        </Button>
      )}
    </Flex>
  )
}

/** What can be said of the move that is watched: that it was seen, or once its time is over that it does otherwise. */
function Outcome({ move, tried, late }: { move: ReserveMoveId; tried: ReserveMovesTried; late: boolean }) {
  const { seen, store } = tried
  return (
    <>
      <Button size="sm" variant={seen ? 'act' : 'quiet'} disabled={!seen} onClick={() => void store(move, 'seen')}>
        {seen ? 'Seen: record it' : 'Watching…'}
      </Button>
      {late && !seen && (
        <Button size="sm" onClick={() => void store(move, 'otherwise')}>
          It does otherwise
        </Button>
      )}
    </>
  )
}

function SetBackRow({ tried, said }: { tried: ReserveMovesTried; said: SlotReadings }) {
  const { may } = useJob()
  const { standIn, setBack, store } = tried
  return (
    <Flex gap="10px" align="center" wrap="wrap" {...RULE}>
      <Text flex="1" fontWeight="600">
        Everything back as planned
      </Text>
      {said.word(SET_BACK) !== null && <Text fontWeight="600">{said.word(SET_BACK)}</Text>}
      {may('recordReadings') && standIn && may('writeSetting') && (
        <Button size="sm" onClick={() => void setBack()}>
          Set back and read back
        </Button>
      )}
      {may('recordReadings') && !standIn && (
        <Button size="sm" onClick={() => void store(SET_BACK, 'yes')}>
          It is set back, and read back
        </Button>
      )}
    </Flex>
  )
}
