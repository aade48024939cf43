'use client'
import { chakra } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { useAlive } from './useAlive'

/**
 * What takes something in takes nothing until the page answers: what is tapped, chosen or typed before its script is
 * there would be lost, or stand on the page and not in the record.
 */
export function UntilAlive({ children }: { children: ReactNode }) {
  const alive = useAlive()
  return (
    <chakra.fieldset role="none" display="contents" disabled={!alive} data-waiting={alive ? undefined : ''}>
      {children}
    </chakra.fieldset>
  )
}
