import type { Metadata, Viewport } from 'next'
import type { ReactNode } from 'react'
import { faceVariables } from '@/look/fonts'
import { palette } from '@/look/palette'
import { FACES_SCRIPT } from '@/look/facesScript'
import { LAMP_SCRIPT } from '@/look/lampScript'
import { MISSED_SCRIPT } from '@/look/missedScript'
import { ZONE_SCRIPT } from '@/look/zoneScript'
import { PunchShapes } from '@/ui/PunchShapes'
import { LaterProviders } from './LaterProviders'
import { visit } from './visit'

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

export default async function Layout({ children }: { children: ReactNode }) {
  const { zone, nowMs } = await visit()
  return (
    <html lang="en" className={faceVariables} suppressHydrationWarning>
      <head>
        <script dangerouslySetInnerHTML={{ __html: LAMP_SCRIPT }} />
        <script dangerouslySetInnerHTML={{ __html: ZONE_SCRIPT }} />
        <script dangerouslySetInnerHTML={{ __html: MISSED_SCRIPT }} />
      </head>
      <body>
        <script dangerouslySetInnerHTML={{ __html: FACES_SCRIPT }} />
        <PunchShapes />
        <LaterProviders zone={zone} drawnAtMs={nowMs}>
          {children}
        </LaterProviders>
      </body>
    </html>
  )
}
