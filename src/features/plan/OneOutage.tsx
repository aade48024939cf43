'use client'
import { Box, Flex, NativeSelect, Text, chakra } from '@chakra-ui/react'
import { area, curveStepAfter, line, scaleLinear } from 'd3'
import { useMemo, useState } from 'react'
import { type KnownSystem, type AutonomyYear, outageHours } from '@/core/plan/autonomy'
import { MONTH_DAYS, MONTH_NAMES, type YearProfile } from '@/core/plan/yearProfile'
import { formatDuration, formatNumber } from '@/core/quantity/formatQuantity'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { TitledSheet } from '@/ui/Sheet'
import { useWidth } from '@/ui/useWidth'

const HEIGHT = 232
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
  const setDay = (next: number) => setChosen(next * perDay + (start % perDay))
  return (
    <TitledSheet
      title="One outage, hour by hour"
      note={`${label}: begins ${date} ${MONTH_NAMES[month]}, ${formatNumber(hour, 4)} h; ${lasts >= system.maxHours ? 'runs on' : `lasts ${formatDuration(lasts * 3_600_000)}`}`}
    >
      <Flex px="14px" pb="6px" gap="14px" wrap="wrap" align="center" fontSize="14px">
        <chakra.label display="flex" alignItems="center" gap="8px" flex="1" minW="220px">
          Day of the year
          <chakra.input
            type="range"
            min={0}
            max={364}
            value={day}
            onChange={(event) => setDay(Number(event.target.value))}
            flex="1"
            aria-valuetext={`${date} ${MONTH_NAMES[month]}`}
          />
        </chakra.label>
        <chakra.label display="flex" alignItems="center" gap="8px">
          at
          <NativeSelect.Root variant="outline" w="92px">
            <NativeSelect.Field
              value={String(Math.floor(hour))}
              onChange={(event) => setChosen(day * perDay + Math.round(Number(event.target.value) / profile.stepH))}
            >
              {Array.from({ length: 24 }, (_, h) => (
                <option key={h} value={h}>{`${String(h).padStart(2, '0')}:00`}</option>
              ))}
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
        </chakra.label>
        {chosen !== null && (
          <chakra.button
            type="button"
            textDecoration="underline"
            textUnderlineOffset="3px"
            minH="36px"
            cursor="pointer"
            onClick={() => setChosen(null)}
          >
            back to the bad one
          </chakra.button>
        )}
      </Flex>
      <OutageChart hours={hours} stepH={profile.stepH} startHour={hour} floorSoc={system.floorSoc} />
      <Text px="14px" pb="9px" fontSize="13px" color="ink2">
        {ends
          ? ends.state === 'lacksPower'
            ? 'It ends because the load asks for more power than the battery gives, though there is energy left.'
            : 'It ends because the energy is used up.'
          : 'It runs through these three days.'}{' '}
        After the end the picture goes on to show when the sun would bring it back; no restart is counted.
      </Text>
    </TitledSheet>
  )
}

function OutageChart({
  hours,
  stepH,
  startHour,
  floorSoc,
}: {
  hours: ReturnType<typeof outageHours>
  stepH: number
  startHour: number
  floorSoc: number
}) {
  const [ref, width] = useWidth<HTMLDivElement>(720)
  const x = scaleLinear([0, SPAN_H], [46, width - 44])
  const most = Math.max(100, ...hours.map(({ loadW, shedW, pvW }) => Math.max(loadW + shedW, pvW)))
  const y = scaleLinear([0, most * 1.05], [HEIGHT - 26, 10])
  const soc = scaleLinear([0, 1], [HEIGHT - 26, 10])
  type Hour = (typeof hours)[number]
  const rows = [...hours, { ...(hours.at(-1) as Hour), hour: SPAN_H }]
  const shape = (low: (hour: Hour) => number, high: (hour: Hour) => number) =>
    area<Hour>()
      .x(({ hour }) => x(hour))
      .y0((d) => y(low(d)))
      .y1((d) => y(high(d)))
      .curve(curveStepAfter)(rows) ?? ''
  const dead = hours.filter(({ state }) => state !== 'runs')
  const first = dead[0]
  return (
    <Box ref={ref} px="14px">
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`Charge begins at ${Math.round(100 * (hours[0]?.soc ?? 0))} %${first ? `; the supply ends after ${formatNumber(first.hour, 3)} h` : '; it runs through'}`}
        style={{ display: 'block', overflow: 'visible' }}
      >
        <defs>
          <pattern id="outage-shed" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="6" height="6" fill={colour('sheet2')} />
            <path d="M0 0V6" stroke={colour('rule2')} strokeWidth="1.5" />
          </pattern>
        </defs>
        {y.ticks(4).map((w) => (
          <g key={w}>
            <path d={`M46 ${y(w)}H${width - 44}`} stroke={colour('rule')} />
            <Label x={41} y={y(w) + 4} anchor="end" size={12}>{`${w / 1000} kW`}</Label>
          </g>
        ))}
        {dead.map(({ hour }) => (
          <rect
            key={hour}
            x={x(hour)}
            y={10}
            width={x(hour + stepH) - x(hour) + 0.5}
            height={HEIGHT - 36}
            fill={colour('stopSoft')}
          />
        ))}
        <path
          d={shape(
            () => 0,
            ({ pvW }) => pvW,
          )}
          fill={colour('sunSoft')}
          stroke={colour('sun')}
          strokeWidth="1"
        />
        <path
          d={shape(
            ({ loadW }) => loadW,
            ({ loadW, shedW }) => loadW + shedW,
          )}
          fill="url(#outage-shed)"
        />
        <path
          d={
            line<Hour>()
              .x(({ hour }) => x(hour))
              .y(({ loadW }) => y(loadW))
              .curve(curveStepAfter)(rows) ?? ''
          }
          fill="none"
          stroke={colour('grid')}
          strokeWidth="2"
        />
        <path
          d={
            line<Hour>(
              ({ hour }) => x(hour),
              (d) => soc(d.soc),
            )(hours) ?? ''
          }
          fill="none"
          stroke={colour('ember')}
          strokeWidth="2.6"
        />
        <path d={`M46 ${soc(floorSoc)}H${width - 44}`} stroke={colour('ember')} strokeDasharray="2 4" />
        {[0, 0.5, 1].map((share) => (
          <Label key={share} x={width - 40} y={soc(share) + 4} size={12} tone="ember">{`${share * 100} %`}</Label>
        ))}
        {Array.from({ length: SPAN_H / 12 + 1 }, (_, k) => k * 12).map((h) => (
          <g key={h}>
            <path d={`M${x(h)} ${HEIGHT - 26}v4`} stroke={colour('rule2')} />
            <Label
              x={x(h)}
              y={HEIGHT - 8}
              anchor="middle"
              size={12}
            >{`${String(Math.floor((startHour + h) % 24)).padStart(2, '0')}:00`}</Label>
          </g>
        ))}
        {first && (
          <Label x={Math.min(width - 120, x(first.hour) + 5)} y={24} size={13} weight={600} tone="stop" halo="stopSoft">
            {first.state === 'lacksPower' ? 'too much asked at once' : 'empty'}
          </Label>
        )}
      </svg>
      <Flex gap="14px" wrap="wrap" fontSize="12.5px" color="ink2" py="4px" aria-hidden>
        {(
          [
            ['ember', 'charge'],
            ['grid', 'load that is fed'],
            ['sun', 'sun'],
          ] as const
        ).map(([tone, words]) => (
          <Flex key={words} align="center" gap="5px">
            <svg width="16" height="8">
              <path d="M0 4H16" stroke={colour(tone)} strokeWidth="2.6" />
            </svg>
            {words}
          </Flex>
        ))}
        <Flex align="center" gap="5px">
          <svg width="16" height="10">
            <rect width="16" height="10" fill="url(#outage-shed)" stroke={colour('rule2')} />
          </svg>
          turned off
        </Flex>
        <Flex align="center" gap="5px">
          <svg width="16" height="10">
            <rect width="16" height="10" fill={colour('stopSoft')} />
          </svg>
          without supply
        </Flex>
      </Flex>
    </Box>
  )
}
