import type { Metadata } from 'next'
import { VerifyPage } from '@/features/verify/VerifyPage'

export const metadata: Metadata = { title: 'Check a pack' }

export default function Page() {
  return <VerifyPage />
}
