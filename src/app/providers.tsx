'use client'
import { ChakraProvider } from '@chakra-ui/react'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { NuqsAdapter } from 'nuqs/adapters/next/app'
import { type ReactNode, useState } from 'react'
import { system } from '@/look/theme'
import { OfflineShell } from '@/offline/OfflineShell'

export function Providers({ children }: { children: ReactNode }) {
  const [queries] = useState(() => new QueryClient())
  return (
    <ChakraProvider value={system}>
      <QueryClientProvider client={queries}>
        <NuqsAdapter>{children}</NuqsAdapter>
        <OfflineShell />
      </QueryClientProvider>
    </ChakraProvider>
  )
}
