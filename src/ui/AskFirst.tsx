'use client'
import { Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Button } from './Button'

/** A button for what is not easily taken back: it says what will happen, and does it on the second press. */
export function AskFirst({
  label,
  question,
  confirm,
  disabled,
  onConfirm,
}: {
  label: string
  question: string
  confirm: string
  disabled?: boolean
  onConfirm: () => void
}) {
  const [asking, setAsking] = useState(false)
  if (!asking)
    return (
      <Button size="sm" disabled={disabled} onClick={() => setAsking(true)}>
        {label}
      </Button>
    )
  return (
    <Flex
      role="group"
      aria-label={label}
      direction="column"
      minW="min(18em, 100%)"
      gap="8px"
      borderLeftWidth="3px"
      borderColor="watch"
      pl="12px"
    >
      <Text fontSize="14px">{question}</Text>
      <Flex gap="8px" wrap="wrap">
        <Button
          size="sm"
          variant="act"
          autoFocus
          disabled={disabled}
          onClick={() => {
            setAsking(false)
            onConfirm()
          }}
        >
          {confirm}
        </Button>
        <Button size="sm" onClick={() => setAsking(false)}>
          No
        </Button>
      </Flex>
    </Flex>
  )
}
