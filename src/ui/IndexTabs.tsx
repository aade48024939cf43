'use client'
import { Tabs } from '@chakra-ui/react'
import type { ReactNode } from 'react'

export interface IndexView {
  key: string
  label: string
  /** What waits there, such as a count of unknowns. */
  badge?: ReactNode
}

/** Tabs of a card index: the open one lies on the sheet behind it, and arrow keys walk along. */
export function IndexTabs({
  views,
  label,
  chosen,
  onChoose,
  panelId,
}: {
  views: readonly IndexView[]
  label: string
  chosen: string | null
  onChoose: (key: string) => void
  /** Id of the panel under the tabs. */
  panelId: string
}) {
  return (
    <Tabs.Root
      unstyled
      value={chosen}
      onValueChange={({ value }) => onChoose(value)}
      ids={{ trigger: (key) => `view-${key}`, content: () => panelId }}
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
