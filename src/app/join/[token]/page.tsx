import type { Metadata } from 'next'
import { headers } from 'next/headers'
import { appDatabase } from '@/db/client'
import { MessagePage, TooOften } from '@/features/MessagePage'
import { Join } from '@/features/signIn/Join'
import { openPersonalLink } from '@/server/crew/personalLinks'
import { linkWasClosed, mayAskForLink } from '@/server/throttle/linkThrottle'

export const metadata: Metadata = {
  title: 'Your way in',
  robots: { index: false, follow: false },
  referrer: 'no-referrer',
}

export default async function JoinPage({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params
  const asked = await headers()
  if (!mayAskForLink(asked)) return <TooOften />
  const opened = await openPersonalLink(appDatabase().db, token)
  if (opened.state !== 'open') {
    linkWasClosed(asked)
    return <MessagePage title="This link is closed">{opened.message}</MessagePage>
  }
  const { kind, name, email, role } = opened.link
  return <Join token={token} kind={kind} name={name} email={email} role={role} crewName={opened.crewName} />
}
