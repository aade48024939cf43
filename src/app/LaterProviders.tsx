'use client'
import dynamic from 'next/dynamic'
import { oncePainted } from '@/ui/oncePainted'

/** What every page stands in. To set the look up takes longer than to paint what the server sent, and so it comes after that. */
export const LaterProviders = dynamic(async () => {
  await oncePainted()
  const { Providers } = await import('./Providers')
  return Providers
})
