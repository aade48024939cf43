'use client'
import dynamic from 'next/dynamic'
import { oncePainted } from '@/ui/oncePainted'
import { fetchStageShown } from '../stageScripts'

/** A job on the bench, as the server drew it; it is painted before its script, which takes longer than all of that, is looked at. */
export const JobBench = dynamic(async () => {
  await oncePainted()
  fetchStageShown()
  const { OpenedBench } = await import('./BenchShell')
  return OpenedBench
})
