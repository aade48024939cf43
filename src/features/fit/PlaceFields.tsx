'use client'
import { Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { parseQuantity } from '@/core/quantity/parseQuantity'

/** A position typed to the millimetre; either decimal mark, `m` and `cm` too. What cannot be read stays in the field and is said. */
export function PlaceFields({
  name,
  xMm,
  yMm,
  edit,
  onPlace,
}: {
  name: string
  xMm: number
  yMm: number
  edit: boolean
  onPlace: (place: { xMm: number; yMm: number }) => void
}) {
  const [texts, setTexts] = useState({ x: String(Math.round(xMm)), y: String(Math.round(yMm)) })
  const [wrong, setWrong] = useState<string | null>(null)
  const settle = () => {
    const [x, y] = [parseQuantity(texts.x, 'mm'), parseQuantity(texts.y, 'mm')]
    if (!x.ok || !y.ok || x.value.value < 0 || y.value.value < 0) return setWrong('Millimetres of 0 or more.')
    setWrong(null)
    if (x.value.value !== xMm || y.value.value !== yMm) onPlace({ xMm: x.value.value, yMm: y.value.value })
  }
  if (!edit)
    return (
      <Text whiteSpace="nowrap">
        {Math.round(xMm)} / {Math.round(yMm)}
      </Text>
    )
  return (
    <Flex
      align="center"
      gap="4px"
      onKeyDown={(event) => {
        if (event.key === 'Enter') settle()
      }}
    >
      {(['x', 'y'] as const).map((axis) => (
        <Input
          key={axis}
          size="sm"
          w="78px"
          h="36px"
          textAlign="right"
          value={texts[axis]}
          inputMode="decimal"
          aria-label={`${name}, ${axis === 'x' ? 'from the left' : 'from the floor'}, mm`}
          aria-invalid={wrong !== null}
          onChange={(event) => setTexts({ ...texts, [axis]: event.target.value })}
          onBlur={settle}
        />
      ))}
      {wrong && (
        <Text role="alert" color="stop" fontSize="13px">
          {wrong}
        </Text>
      )}
    </Flex>
  )
}
