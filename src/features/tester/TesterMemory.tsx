'use client'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Overlay } from '@/ui/Overlay'
import { useJob } from '../job/JobContext'

/** Apart from the bench, which is on the screen without it. */
const MemorySheet = dynamic(() => import('./MemorySheet'))

/** The way to bring in what a tester kept in its memory. */
export function TesterMemory() {
  const { may } = useJob()
  const [open, setOpen] = useState(false)
  if (!may('recordReadings')) return null
  return (
    <>
      <Button size="sm" onClick={() => setOpen(true)}>
        Read a tester’s memory
      </Button>
      <Overlay title="From a tester’s memory" open={open} onClose={() => setOpen(false)} wide>
        <MemorySheet />
      </Overlay>
    </>
  )
}
