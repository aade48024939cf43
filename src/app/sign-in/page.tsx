import type { Metadata } from 'next'
import { redirect } from 'next/navigation'
import { SignIn } from '@/features/signIn/SignIn'
import { waitsForFirstCrew } from '@/server/crew/firstRun'

export const metadata: Metadata = { title: 'Sign in' }

/** Only a place within the app may be gone to after signing in. */
const within = (to: string | string[] | undefined) =>
  typeof to === 'string' && /^\/(?![/\\])[\w/?=&.%-]*$/.test(to) ? to : '/'

export default async function SignInPage({ searchParams }: { searchParams: Promise<{ to?: string | string[] }> }) {
  if (await waitsForFirstCrew()) redirect('/first-run')
  return <SignIn to={within((await searchParams).to)} />
}
