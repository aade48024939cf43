'use client'
import { viewWithinStage } from '@/core/evidence/benchViews'
import { familyOf } from '@/core/evidence/families'
import type { Stage } from '@/core/evidence/point'
import { Flex, Tabs, chakra } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { useJob } from './JobContext'

export interface BenchView {
  key: string
  label: string
  /** What waits there, such as a count of unknowns. */
  badge?: ReactNode
}

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
    <Tabs.Root
      unstyled
      value={chosen?.key ?? null}
      onValueChange={({ value }) => goTo(stage, at, value)}
      ids={{ trigger: (key) => `view-${key}`, content: () => PANEL_ID }}
    >
      <Tabs.List
        aria-label={label}
        display="flex"
        gap="2px"
        flexWrap="wrap"
        borderBottomWidth="1px"
        borderColor="rule2"
      >
        {views.map(({ key, label: words, badge }) => (
          <Tabs.Trigger key={key} value={key} css={TAB}>
            {words}
            {badge}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
    </Tabs.Root>
  )
}

/** A tab of a card index: the open one lies on the sheet behind it. */
const TAB = {
  display: 'inline-flex',
  alignItems: 'center',
  gap: '6px',
  minH: '40px',
  px: '11px',
  mb: '-1px',
  position: 'relative',
  fontSize: '14.5px',
  cursor: 'pointer',
  color: 'ink2',
  borderWidth: '1px',
  borderBottomWidth: '0',
  borderColor: 'transparent',
  borderTopRadius: 'l1',
  _hover: { color: 'ink' },
  _selected: { color: 'ink', fontWeight: '600', bg: 'sheet', borderColor: 'rule2' },
} as const

const PANEL_ID = 'bench-view'

/** The panel under the tabs. */
export function BenchPanel({ view, children }: { view: string; children: ReactNode }) {
  return (
    <Flex id={PANEL_ID} role="tabpanel" aria-labelledby={`view-${view}`} direction="column" gap="12px">
      {children}
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
