'use client'
import { ChakraProvider } from '@chakra-ui/react'
import { QueryClient, QueryClientProvider, notifyManager } from '@tanstack/react-query'
import { NuqsAdapter } from 'nuqs/adapters/next/app'
import { type ReactNode, useState } from 'react'
import { system } from '@/look/theme'
import { StyleRegistry } from '@/look/StyleRegistry'
import { OfflineShell } from '@/offline/OfflineShell'

// with the tick and not after it: what the outbox gives up and what the job takes over are drawn together
notifyManager.setScheduler(queueMicrotask)

export function Providers({ children }: { children: ReactNode }) {
  const [queries] = useState(() => new QueryClient())
  return (
    <StyleRegistry>
      <ChakraProvider value={system}>
        <QueryClientProvider client={queries}>
          <NuqsAdapter>{children}</NuqsAdapter>
          <OfflineShell />
        </QueryClientProvider>
      </ChakraProvider>
    </StyleRegistry>
  )
}
