'use client'
import { Box } from '@chakra-ui/react'
import { nextPoint } from '@/core/evidence/next'
import { spokenPath } from '@/core/evidence/quickLine'
import { Button } from '@/ui/Button'
import { openSlots, useJob } from './JobContext'

/** Opens the next open point in working order, with the quick line ready for its first value. */
export function useOpenNext(): () => void {
  const job = useJob()
  return () => {
    const point = job.openNext()
    if (!point) return
    const [slot] = openSlots(job, point)
    job.propose(slot && slot.input.kind !== 'word' ? `${spokenPath({ point, slot })} ` : '')
  }
}

/** The crew's habit: one large button that opens the next open point and says why it is next. */
export function NextButton({ size = 'lg' }: { size?: 'lg' | 'glove' }) {
  const { bench, at } = useJob()
  const next = nextPoint(bench, at ?? undefined) ?? nextPoint(bench)
  const open = useOpenNext()
  if (!next)
    return (
      <Box fontSize="14px" color="ink2" px="8px">
        Nothing is open: what is left waits for its hold or is done.
      </Box>
    )
  return (
    <Button
      variant="act"
      size={size}
      w="100%"
      minH={size === 'lg' ? '64px' : undefined}
      justifyContent="flex-start"
      textAlign="left"
      onClick={open}
      title={next.because}
    >
      <Box minW="0" lineHeight="1.2">
        <Box lineClamp="2" fontSize={size === 'lg' ? '15px' : undefined}>
          Next: {next.point.label}
        </Box>
        <Box fontSize="12.5px" fontWeight="400" lineClamp="1">
          {next.because}
        </Box>
      </Box>
    </Button>
  )
}
