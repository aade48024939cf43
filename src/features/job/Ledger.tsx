'use client'
import { Box, Flex, Heading, Input, Text, chakra } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { type Point, STAGE_WORDS } from '@/core/evidence/point'
import { type Reading, WITHDRAWN, clockAheadOf } from '@/core/evidence/reading'
import { formatDuration } from '@/core/quantity/formatQuantity'
import type { Verdict } from '@/core/rules/verdict'
import { Button } from '@/ui/Button'
import { useTimes } from '@/ui/useTimes'
import { EmptyState } from '@/ui/EmptyState'
import { paintedApart } from '@/ui/paintedApart'
import { Punch } from '@/ui/Punch'
import { useJob } from './JobContext'
import { type LedgerGroup as LedgerGroupOfReadings, ledgerGroups, newestLines } from './ledgerGroups'
import { slotLabel, valueText } from './readingText'

/** Lines that are drawn at first, and that are added when somebody asks for older ones. */
const LINES_AT_FIRST = 60
const LINES_MORE = 200

/** What was recorded in this stage, newest first: each line a reading with who, when and with what; corrected ones stay, struck through. */
export function Ledger({ onTakeBack, onFold }: { onTakeBack: () => void; onFold: () => void }) {
  const { bench, record, stage, at } = useJob()
  const [most, setMost] = useState(LINES_AT_FIRST)
  const [groups, count] = useMemo(() => {
    const all = ledgerGroups(bench.points, record.readings, stage)
    return [newestLines(all, most), all.reduce((sum, { readings }) => sum + readings.length, 0)] as const
  }, [bench.points, record.readings, stage, most])
  const correctedBy = useMemo(
    () =>
      new Map(
        record.readings.flatMap((reading) => (reading.supersedes ? [[reading.supersedes, reading] as const] : [])),
      ),
    [record.readings],
  )
  const older = count - groups.reduce((sum, { readings }) => sum + readings.length, 0)
  return (
    <chakra.aside
      {...paintedApart}
      aria-label="Ledger"
      bg="sheet"
      borderLeftWidth={{ lg: '1px' }}
      borderColor="rule2"
      display="flex"
      flexDirection="column"
      minH="0"
      h="100%"
    >
      <Flex px="14px" pt="11px" pb="8px" justify="space-between" align="baseline" color="ink2" fontSize="14px">
        <Heading as="h2" fontSize="14px" color="ink2">
          Ledger
        </Heading>
        <Flex gap="8px" align="baseline">
          <span>
            {STAGE_WORDS[stage].toLowerCase()} · {count}
          </span>
          <Button size="sm" variant="bare" px="4px" onClick={onTakeBack} title="Take back what you did last (u)">
            Take back
          </Button>
          <Button
            hideBelow="lg"
            size="sm"
            variant="bare"
            px="4px"
            onClick={onFold}
            aria-label="Fold the ledger"
            title="Fold the ledger"
          >
            »
          </Button>
        </Flex>
      </Flex>
      <Box overflowY="auto" flex="1" minH="0" tabIndex={0} role="region" aria-label="Recorded readings">
        {groups.length === 0 &&
          (stage === 'plan' ? (
            <EmptyState title="A plan proves nothing">
              It is worked out, not recorded; its promises find their evidence in the later stages.
            </EmptyState>
          ) : (
            <EmptyState title="Nothing recorded here yet">
              Type a reading on the quick line below, or press Next.
            </EmptyState>
          ))}
        {groups.map((group) => {
          const judgement = bench.judgements.get(group.pointKey)
          return (
            <LedgerGroup
              key={group.readings[0]?.id}
              {...group}
              verdict={judgement?.verdict ?? 'open'}
              why={judgement?.why ?? 'No longer in the plan; kept on record.'}
              chosen={at === group.pointKey}
              correctedBy={correctedBy}
            />
          )
        })}
        {older > 0 && (
          <Box borderTopWidth="1px" borderColor="rule" px="14px" py="10px">
            <Button size="sm" onClick={() => setMost(most + LINES_MORE)}>
              Show {Math.min(older, LINES_MORE)} older of {older}
            </Button>
          </Box>
        )}
      </Box>
    </chakra.aside>
  )
}

/** What was recorded on one point in one go, under the point's verdict. */
function LedgerGroup({
  pointKey,
  point,
  readings,
  verdict,
  why,
  chosen,
  correctedBy,
}: LedgerGroupOfReadings & {
  verdict: Verdict
  why: string
  chosen: boolean
  correctedBy: ReadonlyMap<string, Reading>
}) {
  const { select } = useJob()
  return (
    <Box
      {...paintedApart}
      borderTopWidth="1px"
      borderColor="rule"
      bg={chosen ? 'emberSoft' : 'transparent'}
      px="14px"
      py="8px"
      data-ledger-point={pointKey}
    >
      <chakra.button
        type="button"
        onClick={() => select(pointKey)}
        display="grid"
        gridTemplateColumns="20px 1fr"
        gap="2px 8px"
        w="100%"
        textAlign="left"
        cursor="pointer"
        aria-pressed={chosen}
        minH="28px"
      >
        <Box pt="2px">
          <Punch verdict={verdict} size={16} labelled />
        </Box>
        <Box fontWeight="600" lineHeight="1.3" overflowWrap="anywhere">
          {point?.label ?? pointKey}
        </Box>
        <Box gridColumn="2" fontSize="13px" color="ink2" lineHeight="1.35">
          {why}
        </Box>
      </chakra.button>
      <Box pl="28px">
        {readings.map((reading) => (
          <LedgerLine key={reading.id} reading={reading} point={point} correctedBy={correctedBy.get(reading.id)} />
        ))}
      </Box>
    </Box>
  )
}

function LedgerLine({
  reading,
  point,
  correctedBy,
}: {
  reading: Reading
  point: Point | undefined
  correctedBy: Reading | undefined
}) {
  const { clock } = useTimes()
  const { record, may } = useJob()
  const [correcting, setCorrecting] = useState(false)
  const instrument = record.instruments.find(({ id }) => id === reading.instrumentId)
  const gone = correctedBy !== undefined
  const slot = point?.slots.find(({ id }) => id === reading.slot)
  const correctable =
    !gone &&
    reading.valueWord !== WITHDRAWN &&
    slot !== undefined &&
    slot.input.kind !== 'attached' &&
    may('recordReadings')
  // a point with one thing to record needs no second name for it
  const alone = point?.slots.length === 1
  const facts = (
    <span
      title={
        reading.receivedAt === null
          ? 'not yet with the server'
          : `on this device ${reading.recordedAt}, with the server ${reading.receivedAt}`
      }
    >
      {[
        reading.recordedByName.split(' ')[0],
        clock(reading.recordedAt),
        instrument?.tag,
        reading.detail?.source === 'gateway'
          ? reading.detail.standIn === true
            ? 'from the practice house'
            : 'from the gateway'
          : null,
        reading.detail?.source === 'tester' ? 'from the tester’s memory' : null,
      ]
        .filter(Boolean)
        .join(' · ')}
      {clockWords(reading) && (
        <Box as="span" color="watch">
          {' '}
          · {clockWords(reading)}
        </Box>
      )}
      {reading.receivedAt === null && (
        <Box as="span" color="watch" fontWeight="600">
          {' '}
          · kept here, not sent
        </Box>
      )}
    </span>
  )
  const correct = correctable && (
    <Button
      variant="bare"
      size="sm"
      minH="24px"
      fontSize="12.5px"
      px="0"
      onClick={() => setCorrecting(!correcting)}
      aria-expanded={correcting}
    >
      correct
    </Button>
  )
  return (
    <Box py="3px" opacity={gone ? 0.75 : 1}>
      <Flex align="baseline" gap="8px">
        <Box flex="1" minW="0" fontSize="13px" color={alone ? 'ink3' : 'ink2'}>
          {alone ? facts : slotLabel(point, reading.slot)}
        </Box>
        <Box
          fontWeight="600"
          fontSize="17px"
          textDecoration={gone ? 'line-through' : undefined}
          overflowWrap="anywhere"
          textAlign="right"
        >
          {valueText(reading)}
        </Box>
        {alone && correct}
      </Flex>
      {!alone && (
        <Flex fontSize="12.5px" color="ink3" gap="6px" align="center" minH="22px">
          <Box flex="1" minW="0">
            {facts}
          </Box>
          {correct}
        </Flex>
      )}
      {reading.supersedeReason && (
        <Text fontSize="12.5px" color="ink2">
          corrects an earlier entry: “{reading.supersedeReason}”
        </Text>
      )}
      {correcting && slot && point && (
        <CorrectionForm reading={reading} point={point} slot={slot} onDone={() => setCorrecting(false)} />
      )}
    </Box>
  )
}

/** A correction: the new value and why, or the entry taken back. Both rows stay on record. */
function CorrectionForm({
  reading,
  point,
  slot,
  onDone,
}: {
  reading: Reading
  point: Point
  slot: Point['slots'][number]
  onDone: () => void
}) {
  const { offer, withdraw } = useJob()
  const [text, setText] = useState(reading.digits ?? reading.valueWord ?? '')
  const [reason, setReason] = useState('')
  const [error, setError] = useState<string | null>(null)
  const why = reason.trim()
  const store = async () => {
    if (why === '') return setError('Say why: the reason stays with the correction.')
    const correction = { supersedes: reading.id, reason: why }
    const entered = await offer({ point, slot }, { kind: 'typed', text }, { correction, aloud: false })
    if (entered?.kind === 'refused') return setError(entered.message)
    if (entered?.kind === 'stored') onDone()
  }
  return (
    <chakra.form
      onSubmit={(event) => {
        event.preventDefault()
        void store()
      }}
      display="grid"
      gap="6px"
      py="6px"
    >
      <Input
        aria-label="Corrected value"
        value={text}
        onChange={(event) => setText(event.target.value)}
        fontFamily="mono"
        autoFocus
      />
      <Input
        aria-label="Reason for the correction"
        placeholder="Why? e.g. read the wrong range"
        maxLength={200}
        value={reason}
        onChange={(event) => setReason(event.target.value)}
      />
      {error && (
        <Text role="alert" color="stop" fontSize="13px">
          {error}
        </Text>
      )}
      <Flex gap="6px" wrap="wrap">
        <Button type="submit" size="sm" variant="act">
          Store correction
        </Button>
        <Button
          size="sm"
          onClick={() =>
            why === '' ? setError('Say why: the reason stays with it.') : void withdraw(reading, why).then(onDone)
          }
        >
          Take back
        </Button>
        <Button size="sm" variant="bare" onClick={onDone}>
          Leave as is
        </Button>
      </Flex>
    </chakra.form>
  )
}

/** What is wrong with the clock that a reading was made by, where something is. */
function clockWords(reading: Reading): string | null {
  const aheadS = clockAheadOf(reading)
  if (aheadS === 0) return null
  return `its device’s clock was ${formatDuration(Math.abs(aheadS) * 1000)} ${aheadS > 0 ? 'fast' : 'slow'}`
}
