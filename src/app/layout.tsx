import type { Metadata, Viewport } from 'next'
import type { ReactNode } from 'react'
import { faceVariables } from '@/look/fonts'
import { palette } from '@/look/palette'
import { LAMP_SCRIPT } from '@/look/lampScript'
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

/** Each answer has a nonce of its own, so no page is made beforehand. */
export const dynamic = 'force-dynamic'

export default function Layout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" className={faceVariables} suppressHydrationWarning>
      <head>
        <script dangerouslySetInnerHTML={{ __html: LAMP_SCRIPT }} />
      </head>
      <body>
        <Providers>{children}</Providers>
      </body>
    </html>
  )
}
