'use client'
import { Box, Text, chakra } from '@chakra-ui/react'
import { useMemo } from 'react'
import { type VehicleInOutage, givingVehicles, vehicleInOutage, vehicleOnStreetSide } from '@/core/plan/vehicleInOutage'
import { sourcesInOutage } from '@/core/settings/sourcesInOutage'
import { DataTable } from '@/ui/DataTable'
import { Notice } from '@/ui/Notice'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { usePlanned } from './LoadDrafts'
import { EstimateLine, hours } from './RuntimeSheet'
import { watts } from './wattsAndAmps'

interface Row {
  label: string
  note: string
  limitW: number | null
  reserveH: number | null
  fullH: number | null
}

const WHEN = {
  afterBattery: 'once the battery is empty',
  beforeBattery: 'before the battery',
  unknown: 'nobody has said when',
} as const

/** A figure is not broken between its number and its unit. */
const Whole = ({ children }: { children: string }) => <chakra.span whiteSpace="nowrap">{children}</chakra.span>
const told = (h: number | null) => <Whole>{h === null ? 'open' : hours(h)}</Whole>

/** A vehicle as a source: what the house has with it there and with it away. Nothing where none gives. */
export function VehicleSheet() {
  const { installation, plan } = usePlanned()
  const vehicle = useMemo(() => vehicleInOutage(installation, plan), [installation, plan])
  const there = useMemo(
    () => ({
      reserveH: sourcesInOutage(installation).totalH,
      fullH: sourcesInOutage(installation, 'full').totalH,
      endsBy: sourcesInOutage(installation).endsBy,
    }),
    [installation],
  )
  const onStreetSide = vehicleOnStreetSide(installation)
  if (vehicle === null)
    return onStreetSide === null ? null : (
      <Notice kind="info">
        {onStreetSide.name} could give to the house, and is planned on the street’s side of the contactor: in an outage
        it gives nothing.
      </Notice>
    )
  const others = givingVehicles(installation).flatMap(({ tag, name }) => (tag === vehicle.tag ? [] : [name]))
  const rows: Row[] = [
    {
      label: 'Vehicle away',
      note: 'what is promised',
      limitW: plan.limits.nightW,
      reserveH: plan.runtime.runtimeReserveH,
      fullH: plan.runtime.runtimeFullH,
    },
    {
      label: 'Vehicle there',
      note: `plugged in and enabled; gives ${WHEN[vehicle.givesWhen ?? 'unknown']}`,
      limitW: plan.limits.nightW,
      reserveH: there.reserveH,
      fullH: there.fullH,
    },
    {
      label: 'The vehicle alone',
      note: 'with the battery empty, from its usual charge and from full',
      limitW: vehicle.givesW,
      reserveH: vehicle.runtime.runtimeUsualH,
      fullH: vehicle.runtime.runtimeFullH,
    },
  ]
  return (
    <TitledSheet title={`Vehicle: ${vehicle.name}`} note={<PlanMarkWord mark={vehicle.alone} />}>
      <DataTable<Row>
        label="With the vehicle there and away"
        rows={rows}
        keyOf={({ label }) => label}
        columns={[
          {
            head: '',
            cell: ({ label, note }) => (
              <Box>
                {label}
                <Text as="span" display="block" fontSize="13px" color="ink2">
                  {note}
                </Text>
              </Box>
            ),
          },
          { head: 'Night limit', cell: ({ limitW }) => <Whole>{watts(limitW)}</Whole>, numeric: true },
          {
            head: 'From the reserve',
            cell: ({ reserveH }) => told(reserveH),
            numeric: true,
          },
          { head: 'From full', cell: ({ fullH }) => told(fullH), numeric: true },
        ]}
      />
      <Box px="14px" py="8px" fontSize="14px">
        <AloneLine vehicle={vehicle} endsBy={there.endsBy} />
        {others.length > 0 && (
          <Text>
            {others.join(', ')} could give as well and {others.length === 1 ? 'is' : 'are'} not counted: the hours are
            those of one vehicle, and each is a source of the drawing.
          </Text>
        )}
        {vehicle.estimate && <EstimateLine estimate={vehicle.estimate} of="Its maker’s sheet" />}
        <Text fontSize="13px" color="ink2" mt="4px">
          Its power is not added to the battery’s: whether both give at once is their makers’ to say. It stops at the
          charge that its owner keeps. No promise rests on a vehicle: it may be away.
        </Text>
      </Box>
    </TitledSheet>
  )
}

function AloneLine({ vehicle, endsBy }: { vehicle: VehicleInOutage; endsBy: 'power' | 'energy' | null }) {
  const { installation } = usePlanned()
  const nameOf = (tag: string) => installation.loads.find((load) => load.tag === tag)?.name ?? tag
  if (vehicle.alone === 'open')
    return <Text>Whether it carries the house alone is open: the limits are not known.</Text>
  if (vehicle.alone !== 'exceeds') return <Text>It carries what stays on by itself, once the battery is empty.</Text>
  return (
    <Text>
      What stays on asks for more than it gives alone.{' '}
      {vehicle.turnOff !== null
        ? `Once the battery is empty, first turn off: ${vehicle.turnOff.map(nameOf).join(', ')}.`
        : 'Nothing that may go off is enough.'}
      {endsBy === 'power' && ' Without that the house goes dark although the vehicle holds energy.'}
    </Text>
  )
}
