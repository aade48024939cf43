'use client'
import { Box, Flex, Grid, Tabs, chakra } from '@chakra-ui/react'
import { Suspense, useMemo, useRef, useState } from 'react'
import { STAGES, STAGE_WORDS } from '@/core/evidence/point'
import type { Actor } from '@/server/access'
import type { JobView } from '@/server/useCases/jobs'
import { useKeptScripts } from '@/offline/useKeptScripts'
import { Overlay } from '@/ui/Overlay'
import { PartBoundary } from '@/ui/PartBoundary'
import { SkipLink } from '@/ui/SkipLink'
import { useAlive } from '@/ui/useAlive'
import { useLamp } from '@/ui/useLamp'
import { STAGE_BENCHES } from '../stageBenches'
import { STAGE_SHOWN } from '../stageScripts'
import { RunStrip } from '../outage/run/RunStrip'
import { PlanProvider } from '../plan/LoadDrafts'
import { BenchLoading } from './BenchLoading'
import { HoldLine } from './HoldLine'
import { JobProvider, useJob } from './JobContext'
import { KeysOverlay } from './KeysOverlay'
import { BenchRoomProvider, LargeButton, LargeHead, LedgerZone, columnsOf, useBenchRoom } from './BenchRoom'
import { ledgerGroups } from './ledgerGroups'
import { NextButton, useOpenNext } from './NextButton'
import { NextCard } from './NextCard'
import { QuickLine } from './QuickLine'
import { Rail } from './Rail'
import { TakeBack } from './takeBack/TakeBack'
import { TopBar } from './TopBar'
import { useKeys } from './useKeys'

const TABS = ['next', 'bench', 'ledger'] as const
type Tab = (typeof TABS)[number]
const TAB_WORDS: Readonly<Record<Tab, string>> = { next: 'Next', bench: 'Bench', ledger: 'Ledger' }

/**
 * A job on the bench: rail, bench and ledger, the quick line and the hold line. On a phone one zone at a time.
 *
 * @param viewText the job as JSON text: thousands of readings are read many times faster than as properties, each looked at by itself
 */
export function OpenedBench({ viewText, actor }: { viewText: string; actor: Actor }) {
  const view = useMemo(() => JSON.parse(viewText) as JobView, [viewText])
  return (
    <JobProvider initial={view} actor={actor}>
      <BenchRoomProvider>
        <BenchShell />
      </BenchRoomProvider>
    </JobProvider>
  )
}

function BenchShell() {
  const { bench, record, stage, at, benchView, goTo, select, mode, setMode } = useJob()
  const [firstStage] = useState(stage)
  const field = useRef<HTMLInputElement>(null)
  const [keysOpen, setKeysOpen] = useState(false)
  const [stagesOpen, setStagesOpen] = useState(false)
  const [takingBack, setTakingBack] = useState(false)
  // whoever comes for one view of a bench finds it open on a phone too
  const [tab, setTab] = useState<Tab>(benchView === null ? 'next' : 'bench')
  const { toggleLamp } = useLamp()
  const room = useBenchRoom()
  const openNext = useOpenNext()
  const alive = useAlive()
  const kept = useKeptScripts()

  const step = (by: 1 | -1) => {
    const keys = [...new Set(ledgerGroups(bench.points, record.readings, stage).map(({ pointKey }) => pointKey))]
    const here = at === null ? -1 : keys.indexOf(at)
    const to = keys[here < 0 ? (by > 0 ? 0 : keys.length - 1) : Math.min(keys.length - 1, Math.max(0, here + by))]
    if (to) select(to)
  }
  const keys = {
    ...Object.fromEntries(STAGES.map((own, k) => [String(k + 1), () => goTo(own)])),
    '/': () => field.current?.focus(),
    '.': openNext,
    j: () => step(1),
    k: () => step(-1),
    u: () => setTakingBack(true),
    g: () => setMode(mode === 'grid' ? 'island' : 'grid'),
    l: toggleLamp,
    f: room.toggleLarge,
    ...(room.large && { Escape: room.toggleLarge }),
    '?': () => setKeysOpen(true),
  }
  useKeys(keys)
  const StageBench = STAGE_BENCHES[stage]
  const zone = (own: Tab) => ({ base: tab === own ? 'block' : 'none', lg: own === 'next' ? 'none' : 'block' })
  return (
    <Grid
      data-alive={alive ? (kept === null ? '' : 'kept') : undefined}
      h="100dvh"
      // a long name gives way: nothing is pushed out at the right
      templateColumns="minmax(0, 1fr)"
      templateRows={{ base: 'auto auto minmax(0, 1fr) auto', lg: 'auto minmax(0, 1fr) auto auto' }}
      overflow="hidden"
    >
      <Box>
        <SkipLink to={zoneId('bench')}>Skip to the bench</SkipLink>
        {room.large ? (
          <LargeHead>
            {record.installation.name} · {STAGE_WORDS[stage]}
          </LargeHead>
        ) : (
          <TopBar kept={kept} onKeys={() => setKeysOpen(true)} onStages={() => setStagesOpen(true)} />
        )}
        <RunStrip benchShown={tab === 'bench'} onOpen={() => setTab('bench')} />
      </Box>
      <PhoneTabs tab={tab} onChange={setTab} />
      <Grid minH="0" templateColumns={{ base: '1fr', lg: columnsOf(room) }} templateRows="minmax(0, 1fr)">
        {!room.large && (
          <Grid hideBelow="lg" minH="0" templateRows="minmax(0, 1fr) auto">
            <Rail />
            <LargeButton />
          </Grid>
        )}
        <Box
          id={zoneId('next')}
          role="region"
          aria-label="What is next"
          display={zone('next')}
          overflowY="auto"
          minH="0"
        >
          <NextCard />
        </Box>
        <chakra.main
          id={zoneId('bench')}
          tabIndex={-1}
          position="relative"
          display={zone('bench')}
          overflowY="auto"
          minH="0"
          aria-label={`${STAGE_WORDS[stage]} bench`}
          {...{ [STAGE_SHOWN]: stage }}
          px={{ base: '10px', lg: '20px' }}
          py={{ base: '10px', lg: '14px' }}
          css={room.large ? { '& [data-bench-head]': { display: 'none' } } : undefined}
        >
          <Flex direction="column" gap="12px">
            <PlanProvider>
              {stage === firstStage ? (
                // it came with the page and is part of it: one that waits for its script by itself is put away by whatever is drawn meanwhile
                <StageBench />
              ) : (
                <PartBoundary key={stage}>
                  <Suspense fallback={<BenchLoading />}>
                    <StageBench />
                  </Suspense>
                </PartBoundary>
              )}
            </PlanProvider>
          </Flex>
        </chakra.main>
        {!room.large && (
          <Box id={zoneId('ledger')} display={zone('ledger')} minH="0">
            <LedgerZone onTakeBack={() => setTakingBack(true)} />
          </Box>
        )}
      </Grid>
      <Grid
        templateColumns={{ base: '1fr', lg: 'minmax(0, 1fr) 312px' }}
        bg="sheet"
        borderTopWidth="1px"
        borderColor="rule2"
        display={room.large ? 'none' : { base: tab === 'next' ? 'grid' : 'none', lg: 'grid' }}
      >
        <Box
          role="region"
          aria-label="Quick line"
          px={{ base: '12px', lg: '20px' }}
          pt="6px"
          pb={{ base: '0', lg: '10px' }}
          pl={{ lg: '168px' }}
          minW="0"
        >
          <QuickLine field={field} onWords={() => setKeysOpen(true)} />
        </Box>
        <Flex hideBelow="lg" align="center" px="14px">
          <NextButton />
        </Flex>
      </Grid>
      <HoldLine />
      <KeysOverlay open={keysOpen} onClose={() => setKeysOpen(false)} />
      <Overlay title="Stages" open={stagesOpen} onClose={() => setStagesOpen(false)}>
        <Rail
          onChoose={() => {
            setStagesOpen(false)
            setTab('bench')
          }}
        />
      </Overlay>
      <TakeBack open={takingBack} onClose={() => setTakingBack(false)} />
    </Grid>
  )
}

const zoneId = (tab: Tab) => `zone-${tab}`

/** On a phone one zone at a time. */
function PhoneTabs({ tab, onChange }: { tab: Tab; onChange: (tab: Tab) => void }) {
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
