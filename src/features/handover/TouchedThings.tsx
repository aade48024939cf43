'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import type { Installation } from '@/core/installation/installation'
import { Button } from '@/ui/Button'

const GROUPS = [
  ['Units', 'components'],
  ['Circuits', 'circuits'],
  ['Runs', 'runs'],
  ['Electrodes', 'electrodes'],
  ['Loads', 'loads'],
] as const

const nameOf = (thing: { tag: string; name?: string }): string =>
  thing.name === undefined || thing.name === thing.tag ? thing.tag : `${thing.tag} ${thing.name}`

/** What a visit changes or opens, by its short names. */
export function TouchedThings({
  installation,
  touched,
  onChange,
}: {
  installation: Installation
  touched: readonly string[]
  onChange: (touched: readonly string[]) => void
}) {
  const toggle = (tag: string) =>
    onChange(touched.includes(tag) ? touched.filter((one) => one !== tag) : [...touched, tag])
  return (
    <Box role="group" aria-label="What is touched" maxH="170px" overflowY="auto" tabIndex={0}>
      {GROUPS.map(([words, list]) => {
        const things: readonly { tag: string; name?: string }[] = installation[list]
        return things.length === 0 ? null : (
          <Flex key={list} gap="6px" wrap="wrap" align="center" py="3px">
            <Text color="ink2" fontSize="13px" w="78px">
              {words}
            </Text>
            {things.map((thing) => (
              <Button
                key={thing.tag}
                size="sm"
                variant={touched.includes(thing.tag) ? 'chosen' : 'quiet'}
                aria-pressed={touched.includes(thing.tag)}
                onClick={() => toggle(thing.tag)}
              >
                {nameOf(thing)}
              </Button>
            ))}
          </Flex>
        )
      })}
    </Box>
  )
}
