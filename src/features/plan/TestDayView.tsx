'use client'
import { rulesOf } from '@/core/installation/rulesOf'
import { stopLimitsOf, stopSentence } from '@/core/plan/ladderStop'
import { Notice } from '@/ui/Notice'
import { LadderSheet } from './LadderSheet'
import { usePlanned } from './LoadDrafts'
import { MaterialsSheet } from './MaterialsSheet'

/** The load ladder of the test day, when to stop climbing it, and what the plan implies in materials. */
export function TestDayView() {
  const { installation } = usePlanned()
  return (
    <>
      <LadderSheet />
      <Notice kind="caution">{stopSentence(stopLimitsOf(rulesOf(installation)))}</Notice>
      <MaterialsSheet />
    </>
  )
}
