'use client'
import { Box, Grid, Text } from '@chakra-ui/react'
import { line, scaleLinear } from 'd3'
import { useMemo } from 'react'
import { itemsOf } from '@/core/installation/survey'
import { type BatteryOption, batteryOptions } from '@/core/plan/twoBatteries'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { colour } from '@/look/colour'
import { Button } from '@/ui/Button'
import { Label } from '@/ui/charts/Label'
import { shortened } from '@/ui/charts/shortened'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { Sheet, TitledSheet } from '@/ui/Sheet'
import { useWidth } from '@/ui/useWidth'
import { useJob } from '../job/JobContext'
import { GrowthSheet } from './GrowthSheet'
import { usePlanned } from './LoadDrafts'

/** An old battery beside the new one, and what more modules would bring. */
export function BatteriesView() {
  const { installation } = usePlanned()
  return (
    <>
      <TwoBatteries />
      <GrowthSheet installation={installation} />
    </>
  )
}

/** Who charges whom, as found and under three other arrangements. */
function TwoBatteries() {
  const { goTo } = useJob()
  const { installation } = usePlanned()
  const options = useMemo(() => batteryOptions(installation), [installation])
  const old = itemsOf(installation.survey, 'existingBattery')[0]
  if (!options)
    return (
      <TitledSheet title="Two batteries">
        <EmptyState
          title={
            old
              ? 'Its power, the place of its clamp, or the new inverter’s battery side is not known'
              : 'No old battery was found'
          }
          action={
            <Button size="sm" onClick={() => goTo('survey', null, 'found')}>
              Go to Survey
            </Button>
          }
        >
          {old
            ? undefined
            : 'Where an older battery stays, its controller may fight the new one: enter it under Already there.'}
        </EmptyState>
      </TitledSheet>
    )
  return (
    <>
      <Notice kind="info">
        Ten minutes simulated: the house draws 1.8 kW, then exports 1.5 kW, then draws 0.9 kW. Above the line a battery
        gives, below it takes. Where one gives while the other takes, energy only goes in circles.
      </Notice>
      <Grid templateColumns={{ base: 'minmax(0, 1fr)', md: 'repeat(2, minmax(0, 1fr))' }} gap="12px">
        {options.map((option) => (
          <OptionCard key={option.key} option={option} oldName={old?.name ?? 'old battery'} />
        ))}
      </Grid>
    </>
  )
}

function OptionCard({ option: { label, what, result, run }, oldName }: { option: BatteryOption; oldName: string }) {
  const bad = result.crossEnergyWhPerHour > 50 || !result.settles
  return (
    <Sheet as="section" aria-label={label} borderColor={bad ? 'stop' : 'rule'}>
      <Box px="14px" pt="9px">
        <Text fontWeight="600" fontSize="16px">
          {label}
        </Text>
        <Text fontSize="13.5px" color="ink2" minH="38px">
          {what}
        </Text>
      </Box>
      <RunChart run={run} oldName={oldName} label={label} />
      <Text px="14px" pb="9px" fontSize="14px">
        <Text as="span" fontWeight="600" color={bad ? 'stop' : 'ink'}>
          {result.settles ? 'It settles' : 'It hunts'}
          {result.crossEnergyWhPerHour > 1
            ? `, and ${formatQuantity(result.crossEnergyWhPerHour, 'Wh', 3)} an hour go from one into the other.`
            : ', and none charges the other.'}
        </Text>
        {result.gridPeakToPeakW > 50 ? ` The street swings by ${formatQuantity(result.gridPeakToPeakW, 'W', 3)}.` : ''}
      </Text>
    </Sheet>
  )
}

const HEIGHT = 140
/** One point in four is drawn: two seconds apart. */
const THIN = 4

function RunChart({ run, oldName, label }: { run: BatteryOption['run']; oldName: string; label: string }) {
  const [ref, width] = useWidth<HTMLDivElement>(360)
  const ks = Array.from({ length: Math.floor(run.timeS.length / THIN) }, (_, k) => k * THIN)
  const most = Math.max(500, ...ks.map((k) => Math.max(Math.abs(run.p1W[k] ?? 0), Math.abs(run.p2W[k] ?? 0))))
  const x = scaleLinear([0, run.timeS.at(-1) ?? 1], [44, width - 8])
  const y = scaleLinear([-most, most], [HEIGHT - 20, 8])
  const path = (power: Float64Array) =>
    line<number>(
      (k) => x(run.timeS[k] ?? 0),
      (k) => y(power[k] ?? 0),
    )(ks) ?? ''
  return (
    <Box ref={ref} px="14px">
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`${label}: power of the new battery and of ${oldName} over ten minutes`}
        style={{ display: 'block', overflow: 'visible' }}
      >
        {[-1, 0, 1].map((side) => {
          const w = side * Math.round(most / 1000) * 1000
          return (
            <g key={side}>
              <path d={`M44 ${y(w)}H${width - 8}`} stroke={colour(side === 0 ? 'rule2' : 'rule')} />
              <Label x={40} y={y(w) + 4} size={12} anchor="end">
                {w === 0 ? '0' : `${w / 1000} kW`}
              </Label>
            </g>
          )
        })}
        <path d={path(run.p1W)} fill="none" stroke={colour('ember')} strokeWidth="2.4" />
        <path d={path(run.p2W)} fill="none" stroke={colour('grid')} strokeWidth="2" strokeDasharray="5 3" />
        <g>
          <path d={`M48 ${HEIGHT - 8}h16`} stroke={colour('ember')} strokeWidth="2.4" />
          <Label x={68} y={HEIGHT - 4} size={12}>
            new
          </Label>
          <path d={`M108 ${HEIGHT - 8}h16`} stroke={colour('grid')} strokeWidth="2" strokeDasharray="5 3" />
          <Label x={128} y={HEIGHT - 4} size={12}>
            {shortened(oldName, 24)}
          </Label>
        </g>
      </svg>
    </Box>
  )
}
