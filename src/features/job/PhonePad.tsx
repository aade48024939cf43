'use client'
import { Box, Grid, chakra } from '@chakra-ui/react'
import type { RefObject } from 'react'
import type { QuickLine } from './useQuickLine'

const PAD = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '.', '0', '⌫'] as const

/** The pad of the phone: keys that a glove can hit, over the same quick line. */
export function PhonePad({
  line,
  field,
  letters,
  setLetters,
}: {
  line: QuickLine
  field: RefObject<HTMLInputElement | null>
  letters: boolean
  setLetters: (on: boolean) => void
}) {
  const press = (key: string) => line.setText(key === '⌫' ? line.text.slice(0, -1) : line.text + key)
  const key = {
    type: 'button' as const,
    h: '58px',
    bg: 'sheet',
    fontSize: '22px',
    fontWeight: '600',
    cursor: 'pointer',
    _active: { bg: 'emberSoft' },
  }
  return (
    <Box hideFrom="lg" mx="-12px" mt="8px">
      <Grid
        templateColumns="repeat(4, 1fr)"
        gap="1px"
        bg="rule2"
        borderTopWidth="1px"
        borderColor="rule2"
        role="group"
        aria-label="Number pad"
      >
        <Grid gridColumn="1 / 4" templateColumns="repeat(3, 1fr)" gap="1px">
          {PAD.map((sign) => (
            <chakra.button
              key={sign}
              {...key}
              aria-label={sign === '⌫' ? 'Delete the last sign' : undefined}
              onClick={() => press(sign)}
            >
              {sign}
            </chakra.button>
          ))}
        </Grid>
        <Grid gap="1px" templateRows="1fr 1fr 2fr">
          <chakra.button {...key} h="auto" bg="sheet2" fontSize="16px" onClick={() => press(' ')} aria-label="Space">
            space
          </chakra.button>
          <chakra.button
            {...key}
            h="auto"
            bg="sheet2"
            fontSize="16px"
            aria-pressed={letters}
            onClick={() => {
              setLetters(!letters)
              field.current?.blur()
              setTimeout(() => field.current?.focus(), 0)
            }}
          >
            {letters ? 'pad only' : 'letters'}
          </chakra.button>
          <chakra.button
            {...key}
            h="auto"
            bg="ember"
            color="emberInk"
            fontSize="18px"
            _active={{ bg: 'ember' }}
            onClick={() => void line.store()}
          >
            Store
          </chakra.button>
        </Grid>
      </Grid>
    </Box>
  )
}
