import type { Metadata } from 'next'
import { redirect } from 'next/navigation'
import { appDatabase } from '@/db/client'
import { AccountPage } from '@/features/crew/AccountPage'
import { currentActor } from '@/server/actor'
import { call } from '@/server/useCase'
import { viewAccount } from '@/server/useCases/account'
import { UntilAlive } from '@/ui/UntilAlive'

export const metadata: Metadata = { title: 'Your account' }

export default async function Page() {
  const actor = await currentActor()
  if (!actor) redirect('/sign-in?to=/account')
  return (
    <UntilAlive>
      <AccountPage actor={actor} first={await call(viewAccount, appDatabase().db, actor, {})} />
    </UntilAlive>
  )
}
