'use client'
import { Button } from '@/ui/Button'

/** The small word behind a thing that opens its form. */
export function ChangeThing({ name, onChange }: { name: string; onChange: () => void }) {
  return (
    <Button variant="bare" size="sm" fontSize="13px" onClick={onChange} aria-label={`Change ${name}`}>
      change
    </Button>
  )
}
