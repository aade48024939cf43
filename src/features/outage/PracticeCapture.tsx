'use client'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { useJob } from '../job/JobContext'
import { usePracticeHouse } from '../practice/usePracticeHouse'

/** Takes the latest file of the practice house's recorder, as somebody would carry it over from a real one. */
export function PracticeCapture({ event, take }: { event: 'left' | 'returned'; take: (files: File[]) => void }) {
  const { house } = usePracticeHouse()
  const [fault, setFault] = useState<string | null>(null)
  const {
    record: {
      installation: { jobId },
    },
  } = useJob()
  const latest = house?.captures.findLast((capture) => capture.event === event)
  if (!latest) return null
  const fetchIt = async () => {
    const response = await fetch(`/api/jobs/${jobId}/house/captures/${latest.at}`).catch(() => null)
    if (!response?.ok) return setFault('The practice recorder gave nothing. Try again.')
    setFault(null)
    take([new File([await response.blob()], `practice-${event}-${latest.at}.cff`)])
  }
  return (
    <Button size="sm" title={fault ?? undefined} onClick={() => void fetchIt()}>
      {fault === null ? 'Take it from the practice recorder' : 'Nothing came: try again'}
    </Button>
  )
}
