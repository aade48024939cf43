'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useRef, useState } from 'react'
import {
  RESERVE_MOVES,
  SET_BACK,
  type ReserveMoveId,
  MOVE_LABELS,
  reserveMoves,
} from '@/core/evidence/families/reserveMoves'
import { belongsTo } from '@/core/evidence/families'
import type { Point } from '@/core/evidence/point'
import { slotReadings } from '@/core/evidence/slotReadings'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { carriedBy, reserveMoveSettings } from '@/core/settings/reserveMove'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { callUseCase, problemWords } from '../api'
import { useJob } from '../job/JobContext'
import type { Live } from '../live/useLive'
import { useNow } from '../live/useNow'

/** Power with which the charging move charges, where the plan sets none. */
const CHARGE_W = 1000
/** A charge from the street counts from this share of what was set. */
const REACHED_SHARE = 0.95

interface Trying {
  move: ReserveMoveId
  sinceMs: number
  beforeW: number | null
}

/** S-3 seen live: four moves of the reserve around the charge there is, each watched until it does what it must, then everything set back and read back. */
export function ReserveMoves({ live }: { live: Live }) {
  const { bench } = useJob()
  const point = bench.points.find((one) => belongsTo(one, reserveMoves))
  return point ? <MovesSheet point={point} live={live} /> : null
}

function MovesSheet({ point, live }: { point: Point; live: Live }) {
  const { bench, record, view, offer, may } = useJob()
  const { installation } = record
  const { jobId, settings } = installation
  const judgement = bench.judgements.get(point.key)
  const said = slotReadings(point, bench.context)
  const now = useNow(1000)
  const [trying, setTrying] = useState<Trying | null>(null)
  const [told, setTold] = useState<string | null>(null)
  const socAtStart = useRef<number | null>(null)
  const planned = (key: string) => settings.find((one) => one.key === key)?.value ?? null
  const band = planned('reserveBandPercent') ?? 5
  const soc = live.values?.socPercent ?? null
  socAtStart.current ??= soc === null ? null : Math.round(soc)
  const moves = socAtStart.current === null ? null : reserveMoveSettings(socAtStart.current, band)
  const allowedS = bench.context.pack.limits.reserveMoveMax.value
  const standIn = view.gateway.host === null
  const write = (key: string, value: number) => callUseCase('writeSetting', { jobId, key, value })
  const attempt = async (work: () => Promise<void>) => {
    setTold(null)
    try {
      await work()
    } catch (error) {
      setTold(problemWords(error))
    }
  }
  const begin = (move: ReserveMoveId) =>
    attempt(async () => {
      const set = moves?.[move]
      if (!set) return
      if (standIn) {
        // the charging move is taken back before the next, so that one thing changes at a time
        if (move !== 'charges') await write('chargeFromGridPercent', 0)
        else await write('gridChargeW', planned('gridChargeW') ?? CHARGE_W)
        await write(set.key, set.value)
      }
      setTrying({ move, sinceMs: Date.now(), beforeW: live.values?.batteryW ?? null })
    })
  const store = (slotId: string, word: string) =>
    attempt(async () => {
      const slot = point.slots.find(({ id }) => id === slotId)
      if (slot) await offer({ point, slot }, { kind: 'word', word })
      setTrying(null)
    })
  const setBack = () =>
    attempt(async () => {
      const wanted = [
        ['chargeFromGridPercent', planned('chargeFromGridPercent') ?? 0],
        ['reserveSocPercent', planned('reserveSocPercent') ?? 0],
      ] as const
      let right = true
      for (const [key, value] of wanted) right = (await write(key, value)).readBack === value && right
      await store(SET_BACK, right ? 'yes' : 'no')
    })
  const seen = trying && live.values ? didMove(trying.move, live.values, planned('gridChargeW') ?? CHARGE_W) : null
  const waitedS = trying ? Math.max(0, Math.round((now - trying.sinceMs) / 1000)) : 0
  return (
    <TitledSheet title="The reserve, tried live" note={judgement && <VerdictWord verdict={judgement.verdict} />}>
      <Box px="14px" pb="12px" fontSize="14px">
        <Text color="ink2">
          {socAtStart.current === null
            ? 'The charge there is comes from the gateway; no live value of it yet.'
            : moves === null
              ? `At ${socAtStart.current} % and a band of ${band} % the moves cannot be told apart. Come back at a charge between ${band + 2} and 95 %.`
              : `Around the ${socAtStart.current} % there are, with a band of ${band} %. A load of 100 W or more above PV has to be on.`}
          {!standIn && ' Set each with the maker’s own tool; this screen watches.'}
        </Text>
        {told !== null && (
          <Notice kind="error" mt="8px">
            {told}
          </Notice>
        )}
        {RESERVE_MOVES.map((move, k) => (
          <Flex
            key={move}
            gap="10px"
            align="center"
            wrap="wrap"
            borderTopWidth="1px"
            borderColor="rule"
            mt="8px"
            pt="8px"
          >
            <Text w="20px" color="ink2">
              {k + 1}
            </Text>
            <Box flex="1" minW="240px">
              <Text fontWeight="600">{MOVE_LABELS[move]}</Text>
              <Text color="ink2">
                {moves &&
                  `${moves[move].key === 'reserveSocPercent' ? 'Reserve' : 'Charging threshold'} to ${moves[move].value} %`}
                {trying?.move === move &&
                  live.values &&
                  ` · ${waitedS} s of ${allowedS} s · battery ${formatQuantity(live.values.batteryW ?? 0, 'W', 3)}, before ${formatQuantity(trying.beforeW ?? 0, 'W', 3)}`}
              </Text>
            </Box>
            {said.word(move) !== null && <Text fontWeight="600">{said.word(move)}</Text>}
            {may('recordReadings') && trying?.move === move && (
              <>
                <Button
                  size="sm"
                  variant={seen === true ? 'act' : 'quiet'}
                  disabled={seen !== true}
                  onClick={() => void store(move, 'seen')}
                >
                  {seen === true ? 'Seen: record it' : 'Watching…'}
                </Button>
                {waitedS > allowedS && seen !== true && (
                  <Button size="sm" onClick={() => void store(move, 'otherwise')}>
                    It does otherwise
                  </Button>
                )}
              </>
            )}
            {may('recordReadings') &&
              trying?.move !== move &&
              moves !== null &&
              (standIn ? may('writeSetting') : true) && (
                <Button size="sm" onClick={() => void begin(move)}>
                  {standIn ? 'Set it and watch' : 'It is set: watch'}
                </Button>
              )}
          </Flex>
        ))}
        <Flex gap="10px" align="center" wrap="wrap" borderTopWidth="1px" borderColor="rule" mt="8px" pt="8px">
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
              Set back, and read back
            </Button>
          )}
        </Flex>
        <Text pt="8px">{judgement?.why}</Text>
      </Box>
    </TitledSheet>
  )
}

/** Whether the moment shows that a move did what it must; `null` where it does not show it. */
function didMove(move: ReserveMoveId, values: NonNullable<Live['values']>, chargeW: number): boolean | null {
  if (move === 'charges') return values.batteryW === null ? null : -values.batteryW >= REACHED_SHARE * chargeW
  const who = carriedBy(values)
  if (who === null) return null
  return move === 'toBattery' ? who === 'battery' : who === 'grid'
}
