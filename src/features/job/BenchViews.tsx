'use client'
import { viewWithinStage } from '@/core/evidence/benchViews'
import { familyOf } from '@/core/evidence/families'
import type { Stage } from '@/core/evidence/point'
import { Flex, chakra } from '@chakra-ui/react'
import { type ReactNode, Suspense, useState } from 'react'
import { IndexTabs, type IndexView } from '@/ui/IndexTabs'
import { PartBoundary } from '@/ui/PartBoundary'
import { BenchLoading } from './BenchLoading'
import { useJob } from './JobContext'

export type BenchView = IndexView

/** The view a bench shows: the one in the address, or the one it begins with. */
export function useBenchView<K extends string>(views: readonly (BenchView & { key: K })[], first?: K): K {
  const { benchView } = useJob()
  return (views.find(({ key }) => key === benchView) ?? views.find(({ key }) => key === first) ?? views[0])?.key as K
}

/** The view of a stage's bench that shows the selected point, as its family says; `null` where no point of the stage is selected. */
export function useViewOfPoint<K extends string>(stage: Stage): K | null {
  const { at, bench } = useJob()
  const point = bench.points.find(({ key }) => key === at)
  return point?.stage === stage ? (viewWithinStage(familyOf(point).view) as K) : null
}

/** Index tabs of a bench with several views; the address says which is open, and arrow keys walk along. */
export function BenchViews({ views, label, first }: { views: readonly BenchView[]; label: string; first?: string }) {
  const { stage, at, goTo, benchView } = useJob()
  const chosen = views.find(({ key }) => key === benchView) ?? views.find(({ key }) => key === first) ?? views[0]
  return (
    <IndexTabs
      views={views}
      label={label}
      chosen={chosen?.key ?? null}
      onChoose={(key) => goTo(stage, at, key)}
      panelId={PANEL_ID}
    />
  )
}

/** A tab of a card index: the open one lies on the sheet behind it. */
const PANEL_ID = 'bench-view'

/** The panel under the tabs. Each view but the one a bench begins with is a script of its own. */
export function BenchPanel({ view, children }: { view: string; children: ReactNode }) {
  const [firstView] = useState(view)
  return (
    <Flex id={PANEL_ID} role="tabpanel" aria-labelledby={`view-${view}`} direction="column" gap="12px">
      {/* the first one came with the page and is not put away for the want of its script */}
      {view === firstView ? (
        children
      ) : (
        <PartBoundary key={view}>
          <Suspense fallback={<BenchLoading />}>{children}</Suspense>
        </PartBoundary>
      )}
    </Flex>
  )
}

/** A small count beside a tab's name. */
export function Count({ n, tone = 'ink2', words }: { n: number; tone?: 'ink2' | 'stop' | 'sun'; words: string }) {
  if (n === 0) return null
  return (
    <chakra.span
      fontSize="12px"
      fontWeight="600"
      color={tone}
      borderWidth="1px"
      borderColor={tone}
      borderRadius="9px"
      px="5px"
      lineHeight="16px"
    >
      <chakra.span aria-hidden>{n}</chakra.span>
      <chakra.span srOnly>
        , {n} {words}
      </chakra.span>
    </chakra.span>
  )
}
