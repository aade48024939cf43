import type { Metadata, Viewport } from 'next'
import { headers } from 'next/headers'
import type { ReactNode } from 'react'
import { faceVariables } from '@/look/fonts'
import { palette } from '@/look/palette'
import { NONCE_HEADER } from '@/server/contentPolicy'
import { LAMP_SCRIPT } from '@/ui/lampScript'
import { Providers } from './providers'

export const metadata: Metadata = {
  title: { default: 'Awlbright', template: '%s · Awlbright' },
  description: 'Site record, checks and outage tests of home battery backup systems.',
  manifest: '/manifest.webmanifest',
}
export const viewport: Viewport = {
  width: 'device-width',
  initialScale: 1,
  themeColor: palette.paper.sheet,
  interactiveWidget: 'resizes-content',
}

export default async function Layout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get(NONCE_HEADER) ?? undefined
  return (
    <html lang="en" className={faceVariables} suppressHydrationWarning>
      <head>
        <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: LAMP_SCRIPT }} />
      </head>
      <body>
        <Providers>{children}</Providers>
      </body>
    </html>
  )
}
