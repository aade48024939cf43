'use client'
import { Flex, Input, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import type { Point } from '@/core/evidence/point'
import type { Reading } from '@/core/evidence/reading'
import { Button } from '@/ui/Button'
import { useJob } from '../JobContext'

/** A correction: the new value and why, or the entry taken back. Both rows stay on record. */
export function CorrectionForm({
  reading,
  point,
  slot,
  onDone,
}: {
  reading: Reading
  point: Point
  slot: Point['slots'][number]
  onDone: () => void
}) {
  const { offer, withdraw } = useJob()
  const [text, setText] = useState(reading.digits ?? reading.valueWord ?? '')
  const [reason, setReason] = useState('')
  const [error, setError] = useState<string | null>(null)
  const why = reason.trim()
  const store = async () => {
    if (why === '') return setError('Say why: the reason stays with the correction.')
    const correction = { supersedes: reading.id, reason: why }
    const entered = await offer({ point, slot }, { kind: 'typed', text }, { correction, aloud: false })
    if (entered?.kind === 'refused') return setError(entered.message)
    if (entered?.kind === 'stored') onDone()
  }
  return (
    <chakra.form
      onSubmit={(event) => {
        event.preventDefault()
        void store()
      }}
      display="grid"
      gap="6px"
      py="6px"
    >
      <Input
        aria-label="Corrected value"
        value={text}
        onChange={(event) => setText(event.target.value)}
        fontFamily="mono"
        autoFocus
      />
      <Input
        aria-label="Reason for the correction"
        placeholder="Why? e.g. read the wrong range"
        maxLength={200}
        value={reason}
        onChange={(event) => setReason(event.target.value)}
      />
      {error && (
        <Text role="alert" color="stop" fontSize="13px">
          {error}
        </Text>
      )}
      <Flex gap="6px" wrap="wrap">
        <Button type="submit" size="sm" variant="act">
          Store correction
        </Button>
        <Button
          size="sm"
          onClick={() =>
            why === '' ? setError('Say why: the reason stays with it.') : void withdraw(reading, why).then(onDone)
          }
        >
          Take back
        </Button>
        <Button size="sm" variant="bare" onClick={onDone}>
          Leave as is
        </Button>
      </Flex>
    </chakra.form>
  )
}
