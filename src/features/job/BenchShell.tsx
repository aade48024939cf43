'use client'
import { Box, Grid } from '@chakra-ui/react'
import { useMemo, useRef, useState } from 'react'
import { STAGE_WORDS } from '@/core/evidence/point'
import { useKeptScripts } from '@/offline/useKeptScripts'
import type { Actor } from '@/server/access'
import type { JobView } from '@/server/useCases/jobs'
import { Overlay } from '@/ui/Overlay'
import { SkipLink } from '@/ui/SkipLink'
import { paintedApart } from '@/ui/paintedApart'
import { useAlive } from '@/ui/useAlive'
import { RunStrip } from '../outage/run/RunStrip'
import { BenchRoomProvider, LargeButton, LargeHead, LedgerZone, columnsOf, useBenchRoom } from './BenchRoom'
import { EntryBar } from './EntryBar'
import { HoldLine } from './HoldLine'
import { JobProvider, useJob } from './JobContext'
import { KeysOverlay } from './KeysOverlay'
import { NextCard } from './NextCard'
import { PhoneTabs, type Tab, zoneDisplay, zoneId } from './PhoneTabs'
import { Rail } from './Rail'
import { StageZone } from './StageZone'
import { TakeBack } from './takeBack/TakeBack'
import { TopBar } from './TopBar'
import { useBenchKeys } from './useBenchKeys'

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

/** The zones beside each other, or one of them on a phone: what is next, the bench, the ledger. */
function Zones({ tab, onTakeBack }: { tab: Tab; onTakeBack: () => void }) {
  const room = useBenchRoom()
  return (
    <Grid minH="0" templateColumns={{ base: '1fr', lg: columnsOf(room) }} templateRows="minmax(0, 1fr)">
      {!room.large && (
        <Grid hideBelow="lg" minH="0" templateRows="minmax(0, 1fr) auto">
          <Rail />
          <LargeButton />
        </Grid>
      )}
      <Box
        id={zoneId('next')}
        {...paintedApart}
        role="region"
        aria-label="What is next"
        display={zoneDisplay('next', tab)}
        overflowY="auto"
        minH="0"
      >
        <NextCard />
      </Box>
      <StageZone tab={tab} />
      {!room.large && (
        <Box id={zoneId('ledger')} display={zoneDisplay('ledger', tab)} minH="0">
          <LedgerZone onTakeBack={onTakeBack} />
        </Box>
      )}
    </Grid>
  )
}

function BenchShell() {
  const { record, stage, benchView } = useJob()
  const field = useRef<HTMLInputElement>(null)
  const [keysOpen, setKeysOpen] = useState(false)
  const [stagesOpen, setStagesOpen] = useState(false)
  const [takingBack, setTakingBack] = useState(false)
  // whoever comes for one view of a bench finds it open on a phone too
  const [tab, setTab] = useState<Tab>(benchView === null ? 'next' : 'bench')
  const { large } = useBenchRoom()
  const alive = useAlive()
  const kept = useKeptScripts()
  const takeBack = () => setTakingBack(true)
  const showKeys = () => setKeysOpen(true)
  useBenchKeys({ field, takeBack, showKeys })
  const chooseStage = () => {
    setStagesOpen(false)
    setTab('bench')
  }
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
        {large ? (
          <LargeHead>
            {record.installation.name} · {STAGE_WORDS[stage]}
          </LargeHead>
        ) : (
          <TopBar kept={kept} onKeys={showKeys} onStages={() => setStagesOpen(true)} />
        )}
        <RunStrip benchShown={tab === 'bench'} onOpen={() => setTab('bench')} />
      </Box>
      <PhoneTabs tab={tab} onChange={setTab} />
      <Zones tab={tab} onTakeBack={takeBack} />
      <EntryBar tab={tab} field={field} onWords={showKeys} />
      <HoldLine />
      <KeysOverlay open={keysOpen} onClose={() => setKeysOpen(false)} />
      <Overlay title="Stages" open={stagesOpen} onClose={() => setStagesOpen(false)}>
        <Rail onChoose={chooseStage} />
      </Overlay>
      <TakeBack open={takingBack} onClose={() => setTakingBack(false)} />
    </Grid>
  )
}
