'use client'
import { viewWithinStage } from '@/core/evidence/benchViews'
import { familyOf } from '@/core/evidence/families'
import type { Stage } from '@/core/evidence/point'
import { Flex, chakra } from '@chakra-ui/react'
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
  const step = (by: number) => {
    const k = views.findIndex(({ key }) => key === chosen?.key)
    const to = views[(k + by + views.length) % views.length]
    if (!to) return
    goTo(stage, at, to.key)
    document.getElementById(`view-${to.key}`)?.focus()
  }
  return (
    <Flex
      role="tablist"
      aria-label={label}
      gap="2px"
      wrap="wrap"
      borderBottomWidth="1px"
      borderColor="rule2"
      onKeyDown={(event) => {
        if (event.key === 'ArrowRight') step(1)
        if (event.key === 'ArrowLeft') step(-1)
      }}
    >
      {views.map(({ key, label: words, badge }) => {
        const open = key === chosen?.key
        return (
          <chakra.button
            key={key}
            id={`view-${key}`}
            type="button"
            role="tab"
            aria-selected={open}
            aria-controls="bench-view"
            tabIndex={open ? 0 : -1}
            onClick={() => goTo(stage, at, key)}
            minH="40px"
            px="11px"
            fontSize="14.5px"
            fontWeight={open ? '600' : '400'}
            cursor="pointer"
            color={open ? 'ink' : 'ink2'}
            bg={open ? 'sheet' : 'transparent'}
            borderWidth="1px"
            borderBottomWidth="0"
            borderColor={open ? 'rule2' : 'transparent'}
            borderTopRadius="l1"
            mb="-1px"
            position="relative"
            _hover={{ color: 'ink' }}
            display="inline-flex"
            alignItems="center"
            gap="6px"
          >
            {words}
            {badge}
          </chakra.button>
        )
      })}
    </Flex>
  )
}

/** The panel under the tabs. */
export function BenchPanel({ view, children }: { view: string; children: ReactNode }) {
  return (
    <Flex id="bench-view" role="tabpanel" aria-labelledby={`view-${view}`} direction="column" gap="12px">
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
