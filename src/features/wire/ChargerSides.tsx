'use client'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { quantityOrOpen } from '@/core/quantity/orOpen'
import type { Unit } from '@/core/quantity/units'
import { type ChargerPlacement, chargerPlacements } from '@/core/wiring/chargerPlacements'
import { CHARGER_CONSEQUENCES, type ChargerSide } from '@/core/wiring/chargerSide'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'

const figure = (value: number | null, unit: Unit) => quantityOrOpen(value, unit, 3)
const hours = (value: number | null) => (value === null ? 'open' : `${value.toFixed(1)} h`)

/** W-6: what each side of the contactor means for a vehicle charger. */
export function ChargerSides() {
  const {
    record: { installation },
  } = useJob()
  return (
    <>
      {chargerPlacements(installation).map((placement) => (
        <PlacementSheet key={placement.tag} placement={placement} />
      ))}
    </>
  )
}

function PlacementSheet({
  placement: { name, ratingW, planned, ratingA, nightLimitW, sides },
}: {
  placement: ChargerPlacement
}) {
  return (
    <TitledSheet
      title={`${name}, ${formatQuantity(ratingW, 'W', 3)}`}
      note="both sides are allowed; this is what each means"
    >
      <Text px="14px" pb="8px" fontSize="14px">
        <PlanMarkWord mark={sides.supplyMark} /> With the street there, house and charger draw{' '}
        {figure(sides.supplyA, 'A')} of {figure(ratingA, 'A')} on the most loaded phase, at the house’s likely peak with
        the battery charging; the supply bears a charger of {figure(sides.spareW, 'W')}.
      </Text>
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} borderTopWidth="1px" borderColor="rule">
        {(['grid', 'island'] as const).map((side) => (
          <Side key={side} side={side} of={sides[side]} planned={planned === side} nightLimitW={nightLimitW} />
        ))}
      </Grid>
    </TitledSheet>
  )
}

function Side({
  side,
  of,
  planned,
  nightLimitW,
}: {
  side: 'grid' | 'island'
  of: ChargerSide
  planned: boolean
  nightLimitW: number | null
}) {
  return (
    <Box
      px="14px"
      py="10px"
      fontSize="14px"
      borderLeftWidth={{ base: 0, md: side === 'island' ? '1px' : 0 }}
      borderTopWidth={{ base: side === 'island' ? '1px' : 0, md: 0 }}
      borderColor="rule"
      data-side={side}
    >
      <Flex gap="10px" align="center" mb="4px">
        <Text fontWeight="600" fontSize="15px">
          {side === 'grid' ? 'On the street’s side' : 'On the house’s side'}
        </Text>
        {planned && (
          <Text color="ember" fontWeight="600">
            planned
          </Text>
        )}
      </Flex>
      <Text>
        <PlanMarkWord mark={of.mark} /> Night load in an outage {figure(of.nightW, 'W')} of {figure(nightLimitW, 'W')}
      </Text>
      <Text>
        <PlanMarkWord mark={of.gatewayMark} /> The gateway carries {figure(of.throughA, 'A')} while the street is there
      </Text>
      <Text>
        From the reserve: {side === 'island' && `${hours(of.runtimeH)} with it as it is in an outage, `}
        {hours(of.runtimeWithoutH)} without.
      </Text>
      <Text>
        Its own current transformer has to see{' '}
        {of.ctSees.length > 1 ? 'the supply, and the gateway’s house side while the street is away' : 'the supply'}.
      </Text>
      <Box as="ul" pl="18px" mt="4px" color="ink2" css={{ listStyle: 'disc' }}>
        {of.consequences.map((consequence) => (
          <li key={consequence}>{CHARGER_CONSEQUENCES[consequence]}</li>
        ))}
      </Box>
    </Box>
  )
}
