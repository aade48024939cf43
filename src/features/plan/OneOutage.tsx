'use client'
import { Flex, NativeSelect, Text, chakra } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { type KnownSystem, type AutonomyYear, type OutageHour, outageHours } from '@/core/plan/autonomy'
import { MONTH_DAYS, MONTH_NAMES, type YearProfile } from '@/core/plan/yearProfile'
import { formatDuration, formatNumber } from '@/core/quantity/formatQuantity'
import { TitledSheet } from '@/ui/Sheet'
import { OutageChart } from './OutageChart'

const SPAN_H = 72

function monthAndDay(dayOfYear: number): { month: number; day: number } {
  let left = dayOfYear
  for (const [month, days] of MONTH_DAYS.entries()) {
    if (left < days) return { month, day: left + 1 }
    left -= days
  }
  return { month: 11, day: 31 }
}

/** The start that 95 of 100 outlast: a bad one, not the very worst. */
function badStart({ lastsH, p5H }: AutonomyYear): number {
  let best = 0
  lastsH.forEach((hours, k) => {
    if (Math.abs(hours - (p5H ?? 0)) < Math.abs((lastsH[best] as number) - (p5H ?? 0))) best = k
  })
  return best
}

/** Why an outage's supply ends within what is drawn. */
const END_WORDS: Readonly<Record<OutageHour['state'], string>> = {
  runs: 'It runs through these three days.',
  lacksPower: 'It ends because the load asks for more power than the battery gives, though there is energy left.',
  lacksEnergy: 'It ends because the energy is used up.',
}

/** One outage hour by hour: charge, sun, load, and what the plan has turned off. */
export function OneOutage({
  profile,
  system,
  year,
  label,
}: {
  profile: YearProfile
  system: KnownSystem
  year: AutonomyYear
  label: string
}) {
  const perDay = Math.round(24 / profile.stepH)
  const [chosen, setChosen] = useState<number | null>(null)
  const bad = useMemo(() => badStart(year), [year])
  const start = chosen ?? bad
  const day = Math.floor(start / perDay)
  const hour = (start % perDay) * profile.stepH
  const hours = useMemo(
    () => outageHours(profile, system, start, year.startSoc[start] ?? 0, SPAN_H),
    [profile, system, start, year],
  )
  const { month, day: date } = monthAndDay(day)
  const lasts = year.lastsH[start] ?? 0
  const ends = hours.find(({ state }) => state !== 'runs')
  return (
    <TitledSheet
      title="One outage, hour by hour"
      note={`${label}: begins ${date} ${MONTH_NAMES[month]}, ${formatNumber(hour, 4)} h; ${lasts >= system.maxHours ? 'runs on' : `lasts ${formatDuration(lasts * 3_600_000)}`}`}
    >
      <Beginning
        day={day}
        dayWords={`${date} ${MONTH_NAMES[month]}`}
        hour={Math.floor(hour)}
        onDay={(next) => setChosen(next * perDay + (start % perDay))}
        onHour={(next) => setChosen(day * perDay + Math.round(next / profile.stepH))}
        onBad={chosen === null ? null : () => setChosen(null)}
      />
      <OutageChart hours={hours} spanH={SPAN_H} stepH={profile.stepH} startHour={hour} floorSoc={system.floorSoc} />
      <Text px="14px" pb="9px" fontSize="13px" color="ink2">
        {END_WORDS[ends?.state ?? 'runs']} After the end the picture goes on to show when the sun would bring it back;
        no restart is counted.
      </Text>
    </TitledSheet>
  )
}

interface BeginningProps {
  day: number
  dayWords: string
  hour: number
  onDay: (day: number) => void
  onHour: (hour: number) => void
  /** Back to the bad beginning; `null` while that is shown. */
  onBad: (() => void) | null
}

/** When the outage begins. */
function Beginning({ day, dayWords, hour, onDay, onHour, onBad }: BeginningProps) {
  return (
    <Flex px="14px" pb="6px" gap="14px" wrap="wrap" align="center" fontSize="14px">
      <chakra.label display="flex" alignItems="center" gap="8px" flex="1" minW="220px">
        Day of the year
        <chakra.input
          type="range"
          min={0}
          max={364}
          value={day}
          onChange={(event) => onDay(Number(event.target.value))}
          flex="1"
          aria-valuetext={dayWords}
        />
      </chakra.label>
      <chakra.label display="flex" alignItems="center" gap="8px">
        at
        <NativeSelect.Root variant="outline" w="92px">
          <NativeSelect.Field value={String(hour)} onChange={(event) => onHour(Number(event.target.value))}>
            {Array.from({ length: 24 }, (_, h) => (
              <option key={h} value={h}>{`${String(h).padStart(2, '0')}:00`}</option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </chakra.label>
      {onBad !== null && (
        <chakra.button
          type="button"
          textDecoration="underline"
          textUnderlineOffset="3px"
          minH="36px"
          cursor="pointer"
          onClick={onBad}
        >
          back to the bad one
        </chakra.button>
      )}
    </Flex>
  )
}
