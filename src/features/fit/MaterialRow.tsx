'use client'
import { Checkbox, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { FitItem } from '@/core/installation/fit'
import { howMuch } from '@/core/plan/materials'
import { parseQuantity } from '@/core/quantity/parseQuantity'
import { Button } from '@/ui/Button'

/** One line of the pick list: ticked when it is in the van, with how much of it was used. */
export function MaterialRow({
  item: { name, detail },
  tick,
  edit,
  onSave,
  onEdit,
}: {
  item: FitItem<'material'>
  tick: boolean
  edit: boolean
  onSave: (detail: FitItem<'material'>['detail']) => Promise<boolean>
  onEdit: () => void
}) {
  const [used, setUsed] = useState(detail.used === null ? '' : String(detail.used))
  const [wrong, setWrong] = useState(false)
  const settle = () => {
    const parsed = used.trim() === '' ? null : parseQuantity(used, '')
    if (parsed && (!parsed.ok || parsed.value.value < 0)) return setWrong(true)
    setWrong(false)
    const value = parsed?.ok ? parsed.value.value : null
    if (value !== detail.used) void onSave({ ...detail, used: value })
  }
  return (
    <Flex
      px="14px"
      py="4px"
      gap="10px"
      borderTopWidth="1px"
      borderColor="rule"
      fontSize="14px"
      align="center"
      minH="44px"
    >
      <Checkbox.Root
        checked={detail.loaded !== null}
        disabled={!tick}
        onCheckedChange={({ checked }) => void onSave({ ...detail, loaded: checked === true ? detail.planned : null })}
      >
        <Checkbox.HiddenInput aria-label={`${name} is loaded`} />
        <Checkbox.Control />
      </Checkbox.Root>
      <Text flex="1" minW="0" overflowWrap="anywhere" color={detail.loaded === null ? 'ink' : 'ink2'}>
        {name}
      </Text>
      <Text whiteSpace="nowrap">{howMuch(detail.planned, detail.unit)}</Text>
      <Flex align="center" gap="4px">
        <Text fontSize="13px" color="ink2">
          used
        </Text>
        <Input
          size="sm"
          w="62px"
          h="36px"
          textAlign="right"
          inputMode="decimal"
          aria-label={`${name}, used`}
          aria-invalid={wrong}
          disabled={!tick}
          value={used}
          onChange={(event) => setUsed(event.target.value)}
          onBlur={settle}
          onKeyDown={(event) => {
            if (event.key === 'Enter') settle()
          }}
        />
      </Flex>
      {wrong && (
        <Text role="alert" color="stop" fontSize="13px">
          a number
        </Text>
      )}
      {edit && (
        <Button variant="bare" size="sm" fontSize="13px" onClick={onEdit} aria-label={`Change ${name}`}>
          change
        </Button>
      )}
    </Flex>
  )
}
