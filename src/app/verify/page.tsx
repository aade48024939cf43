import type { Metadata } from 'next'
import { VerifyPage } from '@/features/verify/VerifyPage'
import { UntilAlive } from '@/ui/UntilAlive'

export const metadata: Metadata = { title: 'Check a pack' }

export default function Page() {
  return (
    <UntilAlive>
      <VerifyPage />
    </UntilAlive>
  )
}
