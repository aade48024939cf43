'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useMemo, useRef, useState } from 'react'
import { mayHavePv } from '@/core/installation/mayHavePv'
import { rulesOf } from '@/core/installation/rulesOf'
import { placeTracks } from '@/core/outage/timeLine/placeTracks'
import { ALIGNMENTS, type Alignment, type PlacedTrack } from '@/core/outage/timeLine/track'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { useWidth } from '@/ui/useWidth'
import { useJob } from '../../job/JobContext'
import { useRecording } from '../useRecording'
import { LEAVING, RETURN } from '../wave/WaveFigures'
import { TimeLineChart } from './TimeLineChart'
import { TrackRows } from './TrackRows'
import { type LoadedTrack, markTracks, waveTrack } from './loadedTrack'
import { type TimeWindow, timeLineLayout, wholeWindow } from './timeLineLayout'
import { useTracks } from './useTracks'

const ALIGNMENT_WORDS: Readonly<Record<Alignment, string>> = { clock: 'By clock', event: 'By a common event' }
/** What is shown around an event, in ms. */
const AROUND_MS = 5000

/** The job's own tracks: its stored recordings and what was tapped. */
function useJobTracks(timeZone: string | null): LoadedTrack[] {
  const { record } = useJob()
  const [leaving, back] = [useRecording(LEAVING), useRecording(RETURN)]
  const { loads } = record.installation
  return useMemo(() => {
    const nameOf = (tag: string) => loads.find((load) => load.tag === tag)?.name ?? tag
    const stored = [
      [LEAVING, 'Leaving, stored', leaving.state],
      [RETURN, 'Return, stored', back.state],
    ] as const
    return [
      ...stored.flatMap(([id, name, state]) =>
        state.kind === 'ready' ? [waveTrack(id, name, state.wave, timeZone)] : [],
      ),
      ...markTracks(record.outageMarks, nameOf),
    ]
  }, [leaving.state, back.state, record.outageMarks, loads, timeZone])
}

/** Recordings, logs and the crew's marks on one time line, by clock or by a common event, with the offset of each shown. */
export function TimeLineView() {
  const { record } = useJob()
  const { site } = record.installation
  const own = useJobTracks(site.timeZone)
  const hasPv = mayHavePv(record.installation)
  const { tracks, faults, busy, add, remove } = useTracks(rulesOf(record.installation), {
    timeZone: site.timeZone,
    hasPv,
  })
  const [alignment, setAlignment] = useState<Alignment>('clock')
  const [handS, setHandS] = useState<Readonly<Record<string, number>>>({})
  const field = useRef<HTMLInputElement>(null)
  const all = useMemo(() => [...own, ...tracks], [own, tracks])
  const placed = useMemo(
    () => placeTracks(all, alignment, handS) as (PlacedTrack & { track: LoadedTrack })[],
    [all, alignment, handS],
  )
  return (
    <TitledSheet
      title="On one time line"
      note={all.length === 0 ? undefined : `${all.length} track${all.length === 1 ? '' : 's'}`}
      actions={
        <>
          {ALIGNMENTS.map((one) => (
            <Button
              key={one}
              size="sm"
              variant={alignment === one ? 'chosen' : 'quiet'}
              aria-pressed={alignment === one}
              onClick={() => setAlignment(one)}
            >
              {ALIGNMENT_WORDS[one]}
            </Button>
          ))}
          <input
            ref={field}
            type="file"
            hidden
            multiple
            accept=".csv,.txt,.tsv,.cff,.cfg,.dat"
            aria-label="Recordings and logs"
            onChange={(event) => {
              void add([...(event.target.files ?? [])])
              event.target.value = ''
            }}
          />
          <Button size="sm" disabled={busy} onClick={() => field.current?.click()}>
            {busy ? 'Reading…' : 'Add recordings and logs'}
          </Button>
        </>
      }
    >
      {faults.map((fault) => (
        <Notice key={fault} kind="error" mx="12px" mb="8px">
          {fault}. The rest was read.
        </Notice>
      ))}
      {all.length === 0 ? (
        <EmptyState title="Nothing to lay side by side yet">
          Stored recordings and the crew’s marks appear by themselves. Other recorders’ files and power logs are added
          here; they stay on this device.
        </EmptyState>
      ) : (
        <Lanes placed={placed} />
      )}
      <TrackRows
        placed={placed}
        handS={handS}
        move={(id, seconds) => setHandS({ ...handS, [id]: seconds })}
        remove={(id) => (tracks.some((track) => track.id === id) ? () => remove(id) : null)}
      />
      {all.length > 0 && (
        <Text px="14px" py="8px" fontSize="13px" color="ink2">
          Times are UTC. A clock without a zone is read as the house’s. Two clocks agree only as well as somebody set
          them: a gap is measured inside one track, never between two.
        </Text>
      )}
    </TitledSheet>
  )
}

function Lanes({ placed }: { placed: readonly (PlacedTrack & { track: LoadedTrack })[] }) {
  const [box, width] = useWidth<HTMLDivElement>(740)
  const [near, setNear] = useState(false)
  const whole = wholeWindow(placed)
  const event = placed.flatMap(({ startMs, track }) =>
    startMs !== null && track.events.left !== null ? [startMs + track.events.left * 1000] : [],
  )[0]
  const shown: TimeWindow | null =
    near && event !== undefined ? { fromMs: event - AROUND_MS, toMs: event + AROUND_MS } : whole
  if (!shown) return null
  const names = new Map(placed.map(({ track }) => [track.id, track.name]))
  return (
    <Box>
      <Box ref={box}>
        <TimeLineChart
          drawing={timeLineLayout(placed, shown, width)}
          nameOf={(id) => names.get(id) ?? id}
          width={width}
        />
      </Box>
      <Flex gap="6px" px="10px" pb="8px">
        <Button size="sm" variant={near ? 'quiet' : 'chosen'} aria-pressed={!near} onClick={() => setNear(false)}>
          The whole
        </Button>
        {event !== undefined && (
          <Button size="sm" variant={near ? 'chosen' : 'quiet'} aria-pressed={near} onClick={() => setNear(true)}>
            Around the cut
          </Button>
        )}
      </Flex>
    </Box>
  )
}
