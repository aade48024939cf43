'use client'
import { Box } from '@chakra-ui/react'
import { line, scaleLinear } from 'd3'
import { pvOfInstallation, chargeLimitW } from '@/core/plan/pvOfInstallation'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { numberOrOpen, quantityOrOpen } from '@/core/quantity/orOpen'
import { colour } from '@/look/colour'
import { Button } from '@/ui/Button'
import { Label } from '@/ui/charts/Label'
import { EmptyState } from '@/ui/EmptyState'
import { Figure, Figures } from '@/ui/Figure'
import { Notice } from '@/ui/Notice'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { useWidth } from '@/ui/useWidth'
import { useJob } from '../job/JobContext'
import { MarkedRow } from './MarkedRow'
import { RoofSheet } from './RoofSheet'
import { TrackersSheet } from './TrackersSheet'
import { watts } from './wattsAndAmps'
import { usePlanned } from './LoadDrafts'

const volts = (value: number | null) => quantityOrOpen(value, 'V', 4)

/** PV while the house is an island: what holds it back when the battery is full, and the strings in frost and heat. */
export function PvView() {
  const {
    goTo,
    bench: {
      context: { pack },
    },
  } = useJob()
  const { installation } = usePlanned()
  const { ac, droop, strings, trackers } = pvOfInstallation(installation)
  const charge = chargeLimitW(installation)
  const { curtailment } = installation.sources
  return (
    <>
      <Figures columns={3}>
        <Figure label="AC-coupled PV in the island" value={watts(ac.pvIslandW)}>
          <PlanMarkWord mark={ac.verdict} />
        </Figure>
        <Figure label="The battery can take" value={watts(charge)}>
          {charge === null
            ? 'charging power of inverter and module: see Money'
            : ac.ratioUsed === null
              ? ''
              : `${formatNumber(ac.ratioUsed, 3)} of it is PV`}
        </Figure>
        <Figure
          label="When it is full"
          value={
            curtailment.parted ? 'parted' : curtailment.provenNearFull ? 'curtailed' : ac.pvIslandW === 0 ? '–' : 'open'
          }
        >
          {ac.pvIslandW === 0 ? 'no PV in the island' : 'a ratio alone says nothing about a full battery'}
        </Figure>
      </Figures>
      <TitledSheet
        title="Curtailment by frequency"
        actions={
          <Button size="sm" onClick={() => goTo('survey', null, 'sources')}>
            Change it under Sources
          </Button>
        }
      >
        {droop.length === 0 ? (
          <EmptyState title="No band is declared">
            Ask the makers at which frequency the PV inverter begins to give less, where it gives nothing, and where it
            trips.
          </EmptyState>
        ) : (
          <DroopChart
            droop={droop}
            nominalHz={pack.nominalHz}
            tripHz={curtailment.pvTripHz}
            stopHz={curtailment.stopHz}
          />
        )}
      </TitledSheet>
      <Notice kind="caution">
        After the change to island AC-coupled PV drops out and waits {formatNumber(pack.limits.pvReturnMin.value)} to{' '}
        {formatNumber(pack.limits.pvReturnMax.value)} s. Strings stay live in daylight whatever is switched.
      </Notice>
      <TitledSheet title="Strings in frost and heat">
        {strings.length === 0 && (
          <EmptyState title="No DC-coupled array found">Add it on the survey under Already there.</EmptyState>
        )}
        {strings.map(({ tag, name, result }) => (
          <MarkedRow key={tag} name={name} mark={result.verdict}>
            {volts(result.coldVocV)} in frost
            {result.maxModulesInString === null ? '' : `, ${result.maxModulesInString} modules at most`} ·{' '}
            {result.trackerA === null
              ? 'tracker current open'
              : `${formatQuantity(result.trackerA, 'A', 3)} at the tracker`}{' '}
            · array to inverter {numberOrOpen(result.arrayRatio, 3)}
            {result.hotVmpV === null ? '' : ` · ${volts(result.hotVmpV)} in heat`}
          </MarkedRow>
        ))}
      </TitledSheet>
      <TrackersSheet trackers={trackers} />
      <RoofSheet installation={installation} />
    </>
  )
}

function DroopChart({
  droop,
  nominalHz,
  tripHz,
  stopHz,
}: {
  droop: readonly { hz: number; leftW: number }[]
  nominalHz: number
  tripHz: number | null
  stopHz: number | null
}) {
  const [ref, width] = useWidth<HTMLDivElement>(640)
  const height = 150
  const low = Math.min(nominalHz - 0.3, droop[0]?.hz ?? nominalHz)
  const high = Math.max(droop.at(-1)?.hz ?? nominalHz, (tripHz ?? 0) + 0.3)
  const most = Math.max(1, ...droop.map(({ leftW }) => leftW))
  const x = scaleLinear([low, high], [8, width - 12])
  const y = scaleLinear([0, most * 1.15], [height - 26, 8])
  const points = [{ hz: low, leftW: most }, ...droop, { hz: high, leftW: 0 }]
  const trips = tripHz !== null && stopHz !== null && tripHz <= stopHz
  return (
    <Box ref={ref} px="14px" pb="8px">
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`PV left over frequency: full up to ${droop[1]?.hz ?? ''} Hz, nothing at ${stopHz ?? 'an unknown frequency'} Hz${tripHz === null ? ', trip not known' : `, trip at ${tripHz} Hz`}`}
        style={{ display: 'block', overflow: 'visible' }}
      >
        <path d={`M8 ${height - 26}H${width - 12}`} stroke={colour('rule2')} />
        {x.ticks(6).map((hz) => (
          <g key={hz}>
            <path d={`M${x(hz)} ${height - 26}v4`} stroke={colour('rule2')} />
            <Label x={x(hz)} y={height - 8} size={12} anchor="middle">{`${hz} Hz`}</Label>
          </g>
        ))}
        <path
          d={
            line<{ hz: number; leftW: number }>(
              ({ hz }) => x(hz),
              ({ leftW }) => y(leftW),
            )(points) ?? ''
          }
          fill="none"
          stroke={colour('sun')}
          strokeWidth="2.5"
        />
        <Label x={x(low) + 4} y={y(most) - 5} size={12.5} tone="ink">
          {formatQuantity(most, 'W', 3)}
        </Label>
        {tripHz !== null && (
          <g>
            <path
              d={`M${x(tripHz)} 6V${height - 26}`}
              stroke={colour(trips ? 'stop' : 'ink2')}
              strokeWidth="2"
              strokeDasharray="4 3"
            />
            <Label x={x(tripHz) - 5} y={18} size={12.5} anchor="end" tone={trips ? 'stop' : 'ink2'} halo="sheet">
              {trips ? 'trips inside the band' : 'PV trips here'}
            </Label>
          </g>
        )}
      </svg>
    </Box>
  )
}
