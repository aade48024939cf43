import { Box, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { alwaysOnBattery } from '@/core/plan/alwaysOnBattery'
import { formatNumber, formatWhole } from '@/core/quantity/formatQuantity'
import { Figure, Figures } from '@/ui/Figure'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { usePlanned } from './LoadDrafts'
import { watts } from './wattsAndAmps'

/** The fourth way: the board lives on the battery at all times, and the street only charges it. What that costs, and where it ends. */
export function AlwaysOnSheet() {
  const { installation, plan } = usePlanned()
  const found = useMemo(() => alwaysOnBattery(installation, plan), [installation, plan])
  const { fromStreetW, chargeLimitW, charging, hoursAboveLimit, lossKWh, lossCost } = found
  return (
    <TitledSheet title="Always on the battery, the street charges it" note={<PlanMarkWord mark={charging} />}>
      <Box px="14px" pb="8px">
        <Figures columns={3}>
          <Figure label="The street gives on average" value={watts(fromStreetW)}>
            for {watts(found.drawnW)} that stay on; charging takes up to {watts(chargeLimitW)}
          </Figure>
          <Figure
            label="Above the night limit"
            value={hoursAboveLimit === null ? 'open' : `${formatNumber(hoursAboveLimit, 2)} h`}
          >
            a year; the street does not help out, so each is without supply
          </Figure>
          <Figure label="Lost on the way" value={lossKWh === null ? 'open' : `${formatWhole(lossKWh)} kWh`}>
            {lossCost === null
              ? 'a year; its price is open'
              : `a year, ${formatWhole(lossCost)} ${installation.assumptions.currency} at the price of the plan`}
          </Figure>
        </Figures>
      </Box>
      <Text px="14px" pb="10px" fontSize="14px" color="ink2">
        {charging === 'exceeds'
          ? 'It is charged with less than it draws, so it runs down while the street is there. '
          : ''}
        Nothing is switched when the street fails. While inverter or battery are out of order the board is without
        supply, unless a bypass by hand feeds it from the street. The drawing has this scheme under Wire.
      </Text>
    </TitledSheet>
  )
}
