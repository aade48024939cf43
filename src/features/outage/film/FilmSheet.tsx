'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useRef, useState } from 'react'
import type { FilmGap, NoEvidence } from '@/core/outage/filmGap'
import { SEEN_LEAST_SLOT, SEEN_MOST_SLOT } from '@/core/evidence/families/outageGap'
import type { Point } from '@/core/evidence/point'
import { formatDuration } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../../job/JobContext'
import { BrightnessChart } from './BrightnessChart'
import { FrameShots } from './FrameShots'
import { PatchPicker } from './PatchPicker'
import { type FilmState, useFilm } from './useFilm'

const WHY_NOT: Readonly<Record<NoEvidence, string>> = {
  noDrop:
    'The lamp never fell to half of its light: it holds its light, has a supply of its own, or there was no gap. Nothing is claimed, not even that there was none.',
  holdsLight:
    'The lamp takes too long to go dark: it keeps glowing, so a short gap would not be seen. Film a lamp with a filament.',
  led: 'An LED’s driver stores energy, so its light does not follow the supply. Film a lamp with a filament.',
  notRelit: 'The film ends before the lamp is lit again. Film from before the cut to after the return.',
  tooBright:
    'The square is as bright as the film can show, so that the beginning of the fall would not be seen and the gap would look shorter than it was. Put the square beside the lamp, where its light falls on a wall.',
  notLit: 'The square is dark at the beginning. Put it on the lamp, and begin the film while it is lit.',
}

/** A gap from a phone's film of a lamp (T-13), read on this device: the lamp is chosen, every frame read, and two of them confirmed by eye. */
export function FilmSheet({ point }: { point: Point }) {
  const { may } = useJob()
  const film = useFilm()
  const field = useRef<HTMLInputElement>(null)
  const { state } = film
  return (
    <TitledSheet
      title="From a film of a lamp"
      note={state.kind === 'empty' ? 'grade C: plus or minus one frame' : 'name' in state ? state.name : undefined}
      actions={
        <>
          <input
            ref={field}
            type="file"
            hidden
            accept="video/*,.mp4,.mov,.webm"
            aria-label="Film of a lamp"
            onChange={(event) => {
              const [file] = event.target.files ?? []
              if (file) film.open(file)
              event.target.value = ''
            }}
          />
          {may('recordReadings') && (
            <Button size="sm" onClick={() => field.current?.click()}>
              Choose a film
            </Button>
          )}
        </>
      }
    >
      {state.kind === 'empty' && (
        <EmptyState title="No recorder at hand?">
          Film a lamp with a filament while the supply is cut, at as many frames a second as the phone can. The film is
          read here and stays on this device.
        </EmptyState>
      )}
      {state.kind === 'failed' && (
        <Notice kind="error" mx="12px" mb="12px">
          {state.message}
        </Notice>
      )}
      {state.kind === 'opening' && (
        <Text role="status" px="14px" py="16px">
          Opening {state.name}…
        </Text>
      )}
      {state.kind === 'choosing' && <PatchPicker video={state.video} durationS={state.durationS} onRead={film.read} />}
      {state.kind === 'reading' && (
        <Flex role="status" align="center" gap="12px" px="14px" py="16px">
          <Text>Reading every frame, {Math.round(100 * state.share)} %</Text>
          <Button size="sm" onClick={film.cancel}>
            Cancel
          </Button>
        </Flex>
      )}
      {state.kind === 'read' && <FilmResult state={state} point={point} again={film.again} />}
    </TitledSheet>
  )
}

function FilmResult({
  state,
  point,
  again,
}: {
  state: Extract<FilmState, { kind: 'read' }>
  point: Point
  again: () => void
}) {
  const { video, frames, gap } = state
  const { lastLitS, firstRelitS } = gap
  // the readout whose two frames stand there to be looked at
  const [seen, setSeen] = useState<typeof frames | null>(null)
  return (
    <Box pb="12px">
      <BrightnessChart frames={frames} gap={gap} />
      {gap.reason !== null && (
        <Notice kind="caution" mx="12px" my="8px">
          {WHY_NOT[gap.reason]}
        </Notice>
      )}
      {lastLitS !== null && firstRelitS !== null && (
        <FrameShots
          video={video}
          shots={[
            { atS: lastLitS, words: 'last lit' },
            { atS: firstRelitS, words: 'lit again' },
          ]}
          onAllShown={() => setSeen(frames)}
        />
      )}
      <Flex gap="10px" px="14px" pt="10px" align="center" wrap="wrap">
        {gap.gapMs !== null && <KeepFilmGap gap={gap} point={point} seen={seen === frames} />}
        <Button size="sm" onClick={again}>
          Choose the lamp again
        </Button>
      </Flex>
    </Box>
  )
}

/** What the film says, kept once somebody has looked at the two frames. */
function KeepFilmGap({ gap, point, seen }: { gap: FilmGap; point: Point; seen: boolean }) {
  const { offer } = useJob()
  const [kept, setKept] = useState(false)
  const { gapMs, gapMinMs, gapMaxMs } = gap
  if (gapMs === null || gapMinMs === null || gapMaxMs === null) return null
  const bounds = [
    [SEEN_LEAST_SLOT, gapMinMs],
    [SEEN_MOST_SLOT, gapMaxMs],
  ] as const
  const keep = async () => {
    for (const [slotId, value] of bounds) {
      const slot = point.slots.find(({ id }) => id === slotId)
      if (!slot) return
      const answer = await offer({ point, slot }, { kind: 'figure', value: Math.round(value * 10) / 10, unit: 'ms' })
      if (answer?.kind !== 'stored') return
    }
    setKept(true)
  }
  return (
    <>
      <Text fontWeight="600" fontSize="18px">
        {formatDuration(gapMs)} ± {formatDuration((gapMaxMs - gapMinMs) / 2)}
      </Text>
      {kept ? (
        <Text color="proven">Kept, grade C.</Text>
      ) : (
        <Button variant="act" size="sm" disabled={!seen} onClick={() => void keep()}>
          I see it lit in both: keep it
        </Button>
      )}
    </>
  )
}
