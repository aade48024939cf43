'use client'
import { Box, Flex } from '@chakra-ui/react'
import { parseAsStringLiteral, useQueryState } from 'nuqs'
import type { Actor } from '@/server/access'
import type { CrewView } from '@/server/useCases/crew'
import { IndexTabs } from '@/ui/IndexTabs'
import { ButtonLink } from '@/ui/Button'
import { LibraryView } from '../library/LibraryView'
import { PageHead } from '../PageHead'
import { CrewLimitsView } from './CrewLimitsView'
import { CrewSheet } from './CrewSheet'
import { HabitsView } from './HabitsView'
import { InstrumentsView } from './InstrumentsView'
import { PeopleView } from './PeopleView'
import { useCrew } from './useCrew'

const VIEWS = ['people', 'instruments', 'equipment', 'prices', 'limits', 'crew'] as const
const LABELS: Readonly<Record<(typeof VIEWS)[number], string>> = {
  people: 'People',
  instruments: 'Instruments',
  equipment: 'Equipment',
  prices: 'Prices and habits',
  limits: 'Limits',
  crew: 'Crew',
}
const PANEL_ID = 'crew-view'

/** What belongs to the crew and not to one job: its people, its instruments, its own figures. */
export function CrewPage({ actor, first }: { actor: Actor; first: CrewView }) {
  const { crew, refresh } = useCrew(first)
  const [view, setView] = useQueryState('view', parseAsStringLiteral(VIEWS).withDefault('people'))
  return (
    <Box minH="100dvh">
      <PageHead title="Crew" actor={{ ...actor, crewName: crew.name }}>
        <ButtonLink href="/" size="sm">
          Jobs
        </ButtonLink>
      </PageHead>
      <Flex as="main" direction="column" gap="12px" maxW="1120px" mx="auto" px={{ base: '10px', md: '24px' }} py="20px">
        <IndexTabs
          views={VIEWS.map((key) => ({ key, label: LABELS[key] }))}
          label="Of the crew"
          chosen={view}
          onChoose={(key) => void setView(key as (typeof VIEWS)[number])}
          panelId={PANEL_ID}
        />
        <Flex id={PANEL_ID} role="tabpanel" aria-labelledby={`view-${view}`} direction="column" gap="12px">
          {view === 'people' && <PeopleView actor={actor} crew={crew} refresh={refresh} />}
          {view === 'instruments' && <InstrumentsView actor={actor} crew={crew} refresh={refresh} />}
          {view === 'equipment' && <LibraryView actor={actor} />}
          {view === 'prices' && <HabitsView actor={actor} />}
          {view === 'limits' && <CrewLimitsView actor={actor} crew={crew} refresh={refresh} />}
          {view === 'crew' && <CrewSheet actor={actor} crew={crew} refresh={refresh} />}
        </Flex>
      </Flex>
    </Box>
  )
}
