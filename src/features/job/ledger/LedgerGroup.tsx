'use client'
import { Box, chakra } from '@chakra-ui/react'
import { memo } from 'react'
import type { Reading } from '@/core/evidence/reading'
import type { Instrument } from '@/core/installation/installation'
import type { Verdict } from '@/core/rules/verdict'
import { paintedApart } from '@/ui/paintedApart'
import { Punch } from '@/ui/Punch'
import { LedgerLine } from './LedgerLine'
import type { ReadingsOfPoint } from './ledgerGroups'

interface GroupProps extends ReadingsOfPoint {
  verdict: Verdict
  why: string
  chosen: boolean
  correctedBy: ReadonlyMap<string, Reading>
  instruments: readonly Instrument[]
  mayCorrect: boolean
  onChoose: (pointKey: string) => void
}

/** Whether a group would be drawn as it is: the lists it comes with are made anew for each reading of the job. */
function isDrawnAlike(before: GroupProps, after: GroupProps): boolean {
  const { readings, correctedBy, ...own } = before
  const alike = (Object.keys(own) as (keyof typeof own)[]).every((name) => before[name] === after[name])
  return (
    alike &&
    readings.length === after.readings.length &&
    readings.every(
      (reading, k) =>
        reading === after.readings[k] && correctedBy.get(reading.id) === after.correctedBy.get(reading.id),
    )
  )
}

/** What was recorded on one point in one go, under the point's verdict. Sixty of them stand there, and a reading changes one or two. */
export const LedgerGroup = memo(function LedgerGroup({
  pointKey,
  point,
  readings,
  verdict,
  why,
  chosen,
  correctedBy,
  instruments,
  mayCorrect,
  onChoose,
}: GroupProps) {
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
        onClick={() => onChoose(pointKey)}
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
          <LedgerLine
            key={reading.id}
            reading={reading}
            point={point}
            isCorrected={correctedBy.has(reading.id)}
            instrument={instruments.find(({ id }) => id === reading.instrumentId)}
            mayCorrect={mayCorrect}
          />
        ))}
      </Box>
    </Box>
  )
}, isDrawnAlike)
