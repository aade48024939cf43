'use client'
import { ChakraProvider } from '@chakra-ui/react'
import { QueryClient, QueryClientProvider, notifyManager } from '@tanstack/react-query'
import { NuqsAdapter } from 'nuqs/adapters/next/app'
import { type ReactNode, useState } from 'react'
import { system } from '@/look/theme'
import { StyleRegistry } from '@/look/StyleRegistry'
import { OfflineShell } from '@/offline/OfflineShell'
import { PlaceInTimeProvider } from '@/ui/useTimes'

// with the tick and not after it: what the outbox gives up and what the job takes over are drawn together
notifyManager.setScheduler(queueMicrotask)

interface ProvidersProps {
  /** Of whoever looks at the page, as the last one said it. */
  zone: string
  drawnAtMs: number
  children: ReactNode
}

export function Providers({ zone, drawnAtMs, children }: ProvidersProps) {
  const [queries] = useState(() => new QueryClient())
  return (
    <StyleRegistry>
      <ChakraProvider value={system}>
        <QueryClientProvider client={queries}>
          <PlaceInTimeProvider zone={zone} drawnAtMs={drawnAtMs}>
            <NuqsAdapter>{children}</NuqsAdapter>
          </PlaceInTimeProvider>
          <OfflineShell />
        </QueryClientProvider>
      </ChakraProvider>
    </StyleRegistry>
  )
}
