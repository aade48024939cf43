import { Flex, Text } from '@chakra-ui/react'
import type { FitItem } from '@/core/installation/fit'
import { TitledSheet } from '@/ui/Sheet'
import { ChangeThing } from './ChangeThing'

type Lift = FitItem<'lift'>

function massWords({ detail: { massKg, modulesKg, crateEmptyKg } }: Lift): string {
  if (modulesKg) return `crate ${crateEmptyKg ?? '?'} kg with ${modulesKg} kg`
  return massKg === null ? 'mass open' : `${massKg} kg`
}

/** What was written down of each thing that is heavy. */
export function ThingsToLift({
  things,
  onChange,
}: {
  things: readonly Lift[]
  onChange: ((lift: Lift) => void) | null
}) {
  return (
    <TitledSheet title="Things to lift">
      {things.map((thing) => (
        <Flex
          key={thing.id}
          px="14px"
          py="5px"
          gap="2px 10px"
          wrap="wrap"
          borderTopWidth="1px"
          borderColor="rule"
          fontSize="14px"
          align="center"
        >
          <Text fontFamily="mono" color="ink3" w="40px">
            {thing.tag}
          </Text>
          <Text flex="1 1 9em" minW="0" overflowWrap="anywhere">
            {thing.name}
          </Text>
          <Text color="ink2">{massWords(thing)}</Text>
          {onChange && <ChangeThing name={thing.name} onChange={() => onChange(thing)} />}
        </Flex>
      ))}
    </TitledSheet>
  )
}
