import { Flex } from '@chakra-ui/react'
import type { Target } from '@/core/evidence/quickLine'
import { latestBySlot } from '@/core/evidence/reading'
import { Button } from '@/ui/Button'
import { useJob } from '../job/JobContext'

/** One of a few words, said where it is wanted: a tap stores it. */
export function WordButtons({ target, disabled = false }: { target: Target; disabled?: boolean }) {
  const { bench, offer } = useJob()
  const { point, slot } = target
  const said = latestBySlot(bench.context.readings, point.key).get(slot.id)?.valueWord
  return (
    <Flex gap="6px" role="group" aria-label={slot.label}>
      {Object.keys(slot.input.kind === 'word' ? slot.input.words : {}).map((word) => (
        <Button
          key={word}
          size="sm"
          variant={said === word ? 'chosen' : 'quiet'}
          aria-pressed={said === word}
          disabled={disabled}
          onClick={() => void offer(target, { kind: 'word', word })}
        >
          {word}
        </Button>
      ))}
    </Flex>
  )
}
