import type { Metadata } from 'next'
import { headers } from 'next/headers'
import { keyFingerprint } from '@/core/pack/seal'
import { appDatabase } from '@/db/client'
import { noteOpened } from '@/db/queries/packs'
import { CustomerPage } from '@/features/customer/CustomerPage'
import { MessagePage, TooOften } from '@/features/MessagePage'
import { customerPack } from '@/server/customerPack'
import { linkWasClosed, mayAskForLink } from '@/server/throttle/linkThrottle'
import { UntilAlive } from '@/ui/UntilAlive'

export const metadata: Metadata = {
  title: 'Your battery backup',
  robots: { index: false, follow: false },
  referrer: 'no-referrer',
}
export const dynamic = 'force-dynamic'

const CLOSED = {
  unknown: [
    'This link does not work',
    'It may have been copied without its last letters. Ask the crew for it once more.',
  ],
  withdrawn: ['This link was withdrawn', 'The crew has taken it back, perhaps because there is a newer one. Ask them.'],
  expired: [
    'This link has run out',
    'Links work for a while only. Ask the crew for a new one; the record itself is kept.',
  ],
} as const

export default async function CustomerRoute({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params
  const asked = await headers()
  if (!mayAskForLink(asked)) return <TooOften />
  const found = await customerPack(token)
  if (found.state !== 'open') linkWasClosed(asked)
  if (found.state !== 'open') return <MessagePage title={CLOSED[found.state][0]}>{CLOSED[found.state][1]}</MessagePage>
  await noteOpened(appDatabase().db, found.linkId)
  return (
    <UntilAlive>
      <CustomerPage
        summary={found.summary}
        token={token}
        fingerprint={keyFingerprint(found.publicKey)}
        expiresAt={found.expiresAt}
        month={new Date().getUTCMonth()}
      />
    </UntilAlive>
  )
}
