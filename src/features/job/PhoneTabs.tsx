'use client'
import { Tabs } from '@chakra-ui/react'

const TABS = ['next', 'bench', 'ledger'] as const
export type Tab = (typeof TABS)[number]
const TAB_WORDS: Readonly<Record<Tab, string>> = { next: 'Next', bench: 'Bench', ledger: 'Ledger' }

export const zoneId = (tab: Tab) => `zone-${tab}`

/** Whether a zone is seen: on a phone the one of its tab, on a wide screen all but what is next, which has a card of its own there. */
export const zoneDisplay = (own: Tab, tab: Tab) => ({
  base: tab === own ? 'block' : 'none',
  lg: own === 'next' ? 'none' : 'block',
})

/** On a phone one zone at a time. */
export function PhoneTabs({ tab, onChange }: { tab: Tab; onChange: (tab: Tab) => void }) {
  return (
    <Tabs.Root
      as="nav"
      aria-label="Zones of the job"
      unstyled
      hideFrom="lg"
      value={tab}
      onValueChange={({ value }) => onChange(value as Tab)}
      ids={{ content: (value) => zoneId(value as Tab) }}
    >
      <Tabs.List aria-label="Views" display="flex" bg="sheet2" borderBottomWidth="1px" borderColor="rule2">
        {TABS.map((own) => (
          <Tabs.Trigger
            key={own}
            value={own}
            flex="1"
            minH="44px"
            fontWeight="600"
            cursor="pointer"
            color="ink2"
            borderBottomWidth="3px"
            borderColor="transparent"
            _selected={{ color: 'ember', borderColor: 'ember' }}
          >
            {TAB_WORDS[own]}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
    </Tabs.Root>
  )
}
