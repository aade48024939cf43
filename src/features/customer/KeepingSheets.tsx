import { Box, Flex, Text, chakra } from '@chakra-ui/react'
import type { PackSummary } from '@/server/pack/summary'
import { day } from '@/ui/clock'
import { TitledSheet } from '@/ui/Sheet'

/** What a household looks at itself, without a tool and without opening anything. */
const SEASONS: readonly (readonly [string, string])[] = [
  [
    'Each season',
    'Press the test button of each residual-current device, and switch it on again. One that does not trip: call the crew.',
  ],
  [
    'Each season',
    'Look at the battery and the inverter: dry, free in front and above, nothing leaning on them, no smell, no new noise.',
  ],
  ['In autumn', 'Keep the reserve higher for the dark months if outages are likely where you live.'],
  [
    'Once a year',
    'Have a licensed person measure the earth electrode and the residual-current devices, on the street and on your own supply.',
  ],
  [
    'After a new device',
    'Something heavy that was bought since (a charger, a heat pump, an oven) changes what the battery carries: ask the crew.',
  ],
]

export function SeasonSheet() {
  return (
    <TitledSheet title="What to look at">
      {SEASONS.map(([when, what]) => (
        <Flex key={what} borderTopWidth="1px" borderColor="rule" px="16px" py="9px" gap="12px" wrap="wrap">
          <Text fontWeight="600" w="150px">
            {when}
          </Text>
          <Text flex="1" minW="200px">
            {what}
          </Text>
        </Flex>
      ))}
    </TitledSheet>
  )
}

/** The parts of the installation with their serials, for a warranty call. */
export function PartsSheet({ parts }: { parts: NonNullable<PackSummary['parts']> }) {
  if (parts.length === 0) return null
  return (
    <TitledSheet title="What is installed">
      {parts.map(({ name, model, serial, warrantyUntil }, k) => (
        <Box key={`${name} ${k}`} borderTopWidth="1px" borderColor="rule" px="16px" py="9px">
          <Text fontWeight="600">
            {name}, {model}
          </Text>
          <Text color="ink2">
            {serial === null ? (
              'no serial on record'
            ) : (
              <>
                serial <chakra.span fontFamily="mono">{serial}</chakra.span>
              </>
            )}
            {warrantyUntil ? ` · warranty until ${day(warrantyUntil)}` : ' · warranty not on record: ask the crew'}
          </Text>
        </Box>
      ))}
    </TitledSheet>
  )
}
