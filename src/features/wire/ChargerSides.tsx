'use client'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { chargerPlacements } from '@/core/wiring/chargerSide'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'

/** W-6: what each side of the contactor means for a vehicle charger. */
export function ChargerSides() {
  const {
    record: { installation },
  } = useJob()
  const placements = chargerPlacements(installation)
  if (placements.length === 0) return null
  return (
    <>
      {placements.map(({ tag, name, ratingW, planned, sides }) => (
        <TitledSheet
          key={tag}
          title={`${name}, ${formatQuantity(ratingW, 'W', 3)}`}
          note="both sides are allowed; this is what each means"
        >
          <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} borderTopWidth="1px" borderColor="rule">
            {sides.map(
              ({ side, nightW, nightLimitW, mark, runtimeH, runtimeWithoutH, supplyA, supplyRatingA, says }) => (
                <Box
                  key={side}
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
                      {side === 'grid' ? 'On the street’s side' : 'On the island side'}
                    </Text>
                    {planned === side && (
                      <Text color="ember" fontWeight="600">
                        planned
                      </Text>
                    )}
                  </Flex>
                  <Flex gap="8px" align="center">
                    <Text>
                      Night load in an outage {nightW === null ? '–' : formatQuantity(nightW, 'W', 3)}
                      {nightLimitW !== null && ` of ${formatQuantity(nightLimitW, 'W', 3)}`}
                    </Text>
                    <PlanMarkWord mark={mark} />
                  </Flex>
                  <Text>
                    {side === 'island'
                      ? `${runtimeH === null ? 'Hours from the reserve not known' : `${runtimeH.toFixed(1)} h from the reserve while it charges`}${runtimeWithoutH === null ? '' : `, ${runtimeWithoutH.toFixed(1)} h without`}.`
                      : `${runtimeWithoutH === null ? 'Hours from the reserve not known' : `${runtimeWithoutH.toFixed(1)} h from the reserve`}.`}
                  </Text>
                  <Text>
                    With the grid there, house and charger draw{' '}
                    {supplyA === null ? '–' : formatQuantity(supplyA, 'A', 3)} of{' '}
                    {supplyRatingA === null ? '–' : formatQuantity(supplyRatingA, 'A', 3)}.
                  </Text>
                  <Box as="ul" pl="18px" mt="4px" color="ink2" css={{ listStyle: 'disc' }}>
                    {says.map((text) => (
                      <li key={text}>{text}</li>
                    ))}
                  </Box>
                </Box>
              ),
            )}
          </Grid>
        </TitledSheet>
      ))}
    </>
  )
}
