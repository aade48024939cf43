'use client'
import { Flex, Text } from '@chakra-ui/react'
import { Button } from '@/ui/Button'
import type { ComparedSystems } from './useComparedSystems'

/** Which systems are on the picture: each is put on it and taken off again. */
export function SystemsOnPicture({ offered, shown, toggle, tooMany }: ComparedSystems) {
  return (
    <Flex px="14px" pb="8px" gap="8px" wrap="wrap" align="center" role="group" aria-label="Systems on the picture">
      {offered.map(({ label }) => {
        const on = shown.some((one) => one.label === label)
        return (
          <Button
            key={label}
            size="sm"
            variant={on ? 'chosen' : 'quiet'}
            aria-pressed={on}
            onClick={() => toggle(label)}
          >
            {label}
          </Button>
        )
      })}
      {tooMany && (
        <Text fontSize="13px" color="ink2">
          four at a time: take one off to see the rest
        </Text>
      )}
    </Flex>
  )
}
