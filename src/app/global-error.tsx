'use client'
import { type CSSProperties, useSyncExternalStore } from 'react'
import { palette } from '@/look/palette'
import { BROKEN_PAGE } from '@/ui/brokenPageWords'
import { isLampRemembered } from '@/ui/useLamp'
import { useTryAgain } from '@/ui/useTryAgain'

type Colours = (typeof palette)['paper' | 'lamp']
const bodyIn = ({ paper, ink }: Colours): CSSProperties => ({
  margin: 0,
  minHeight: '100dvh',
  display: 'grid',
  placeContent: 'center',
  padding: 24,
  boxSizing: 'border-box',
  background: paper,
  color: ink,
  font: '16px/1.5 system-ui, sans-serif',
})
const againIn = ({ ember, emberInk }: Colours): CSSProperties => ({
  display: 'inline-block',
  padding: '10px 16px',
  borderRadius: 4,
  background: ember,
  color: emberInk,
  textDecoration: 'none',
})

const neverChanges = () => () => {}

/** For a page that fails outside everything that is drawn with the app's look, and so without it. */
export default function GlobalErrorPage() {
  const leftS = useTryAgain()
  const colours = palette[useSyncExternalStore(neverChanges, isLampRemembered, () => false) ? 'lamp' : 'paper']
  return (
    <html lang="en">
      <body style={bodyIn(colours)}>
        <main style={{ maxWidth: '46ch' }}>
          <h1 style={{ fontSize: 26, margin: 0 }}>{BROKEN_PAGE.title}</h1>
          <p style={{ margin: '8px 0' }}>{BROKEN_PAGE.words}</p>
          <p style={{ margin: '8px 0 16px', minHeight: '1.5em' }}>{BROKEN_PAGE.waiting(leftS)}</p>
          <a href="" style={againIn(colours)}>
            {BROKEN_PAGE.again}
          </a>
        </main>
      </body>
    </html>
  )
}
