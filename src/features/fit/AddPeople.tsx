'use client'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import type { FitEditing } from './FitItemOverlay'
import { PeopleFromCrew, USUAL_HOURS } from './PeopleFromCrew'

/** Who comes: chosen from the crew, or somebody else by form. */
export function AddPeople({ act, setEditing }: { act?: boolean; setEditing: (editing: FitEditing) => void }) {
  const [asking, setAsking] = useState(false)
  return (
    <>
      <Button size="sm" variant={act ? 'act' : undefined} onClick={() => setAsking(true)}>
        Add people
      </Button>
      <PeopleFromCrew
        open={asking}
        onClose={() => setAsking(false)}
        onOther={() => {
          setAsking(false)
          setEditing({ kind: 'person', item: null, first: USUAL_HOURS })
        }}
      />
    </>
  )
}
