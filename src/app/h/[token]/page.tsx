import type { Metadata } from 'next'
import { headers } from 'next/headers'
import { appDatabase } from '@/db/client'
import { noteHouseholdOpened } from '@/db/queries/household'
import { HouseholdPage } from '@/features/household/HouseholdPage'
import { MessagePage, TooOften } from '@/features/MessagePage'
import { householdView } from '@/server/household'
import { linkWasClosed, mayAskForLink } from '@/server/throttle/linkThrottle'
import { UntilAlive } from '@/ui/UntilAlive'

export const metadata: Metadata = {
  title: 'Before we come',
  robots: { index: false, follow: false },
  referrer: 'no-referrer',
}
export const dynamic = 'force-dynamic'

export default async function HouseholdRoute({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params
  const asked = await headers()
  if (!mayAskForLink(asked)) return <TooOften />
  const { db } = appDatabase()
  const found = await householdView(db, token)
  if (found.state !== 'open') linkWasClosed(asked)
  if (found.state !== 'open') return <MessagePage title="This link is closed">{found.message}</MessagePage>
  await noteHouseholdOpened(db, found.view.linkId)
  return (
    <UntilAlive>
      <HouseholdPage view={found.view} token={token} />
    </UntilAlive>
  )
}
