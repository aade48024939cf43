'use client'
import { Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { Target } from '@/core/evidence/quickLine'
import { latestBySlot } from '@/core/evidence/reading'
import { useJob } from '../job/JobContext'
import { valueText } from '../job/readingText'

/** One figure typed where it is wanted: stored on Enter, told when it does not fit, asked about where the rule of entry says so. Measured again, the later one stands. */
export function SlotEntry({
  target,
  label,
  disabled = false,
  width = '120px',
}: {
  target: Target
  label: string
  disabled?: boolean
  width?: string
}) {
  const { bench, offer } = useJob()
  const [text, setText] = useState('')
  const [told, setTold] = useState<string | null>(null)
  const there = latestBySlot(bench.context.readings, target.point.key).get(target.slot.id)
  const unit = target.slot.input.kind === 'quantity' ? target.slot.input.unit : ''
  const store = async () => {
    if (text.trim() === '') return
    const entered = await offer(target, { kind: 'typed', text }, { aloud: false })
    if (entered === null) return
    setTold(entered.kind === 'refused' ? entered.message : null)
    if (entered.kind === 'stored') setText('')
  }
  return (
    <Flex
      as="form"
      align="center"
      gap="6px"
      wrap="wrap"
      onSubmit={(event) => {
        event.preventDefault()
        void store()
      }}
    >
      {there && (
        <Text fontWeight="600" fontSize="16px" whiteSpace="nowrap">
          {valueText(there)}
        </Text>
      )}
      <Input
        size="sm"
        minH="40px"
        w={width}
        value={text}
        disabled={disabled}
        inputMode={target.slot.input.kind === 'quantity' ? 'decimal' : 'text'}
        placeholder={there ? 'again' : unit}
        aria-label={label}
        onChange={(event) => {
          setText(event.target.value)
          setTold(null)
        }}
      />
      {told && (
        <Text role="alert" fontSize="13px" color="stop" flexBasis="100%">
          {told}
        </Text>
      )}
    </Flex>
  )
}
