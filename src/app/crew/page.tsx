import type { Metadata } from 'next'
import { redirect } from 'next/navigation'
import { appDatabase } from '@/db/client'
import { CrewPage } from '@/features/crew/CrewPage'
import { currentActor } from '@/server/actor'
import { call } from '@/server/useCase'
import { viewCrew } from '@/server/useCases/crew'
import { UntilAlive } from '@/ui/UntilAlive'

export const metadata: Metadata = { title: 'Crew' }

export default async function Page() {
  const actor = await currentActor()
  if (!actor) redirect('/sign-in?to=/crew')
  return (
    <UntilAlive>
      <CrewPage actor={actor} first={await call(viewCrew, appDatabase().db, actor, {})} />
    </UntilAlive>
  )
}
