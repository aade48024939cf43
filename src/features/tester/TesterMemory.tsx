'use client'
import { Text } from '@chakra-ui/react'
import { Suspense, lazy, useEffect, useState } from 'react'
import { Button } from '@/ui/Button'
import { Overlay } from '@/ui/Overlay'
import { useJob } from '../job/JobContext'

/** Apart from the bench, which is on the screen without it. */
const fetchSheet = () => import('./MemorySheet')
const MemorySheet = lazy(fetchSheet)

/** The way to bring in what a tester kept in its memory. */
export function TesterMemory() {
  const { may } = useJob()
  const [open, setOpen] = useState(false)
  useEffect(() => {
    // fetched while there is a connection: a memory is read out where there is none
    void fetchSheet().catch(() => undefined)
  }, [])
  if (!may('recordReadings')) return null
  return (
    <>
      <Button size="sm" onClick={() => setOpen(true)}>
        Read a tester’s memory
      </Button>
      <Overlay title="From a tester’s memory" open={open} onClose={() => setOpen(false)} wide>
        <Suspense fallback={<Text color="ink2">One moment…</Text>}>
          <MemorySheet />
        </Suspense>
      </Overlay>
    </>
  )
}
