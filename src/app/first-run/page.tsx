import type { Metadata } from 'next'
import { headers } from 'next/headers'
import { redirect } from 'next/navigation'
import { FirstRun } from '@/features/signIn/FirstRun'
import { comesFromThisMachine, waitsForFirstCrew } from '@/server/crew/firstRun'

export const metadata: Metadata = {
  title: 'The first crew',
  robots: { index: false, follow: false },
  referrer: 'no-referrer',
}

export default async function FirstRunPage() {
  if (!(await waitsForFirstCrew())) redirect('/sign-in')
  return <FirstRun asksForCode={!comesFromThisMachine(await headers())} />
}
