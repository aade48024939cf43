'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import { MOST_WHITE } from '@/core/outage/filmGap'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { FILM_BOUNDS, type Patch, frameAt, lightOf, patchCanvas } from './filmFrames'
import { MinutePicker } from './MinutePicker'
import type { Lamp } from './useFilm'
import { usePatch } from './usePatch'

const SAME_MOMENT_S = 0.001

/** A frame as it was drawn; another with each drawing. */
interface DrawnFrame {
  picture: HTMLCanvasElement
}

const LAMPS = [
  ['filament', 'a lamp with a filament'],
  ['led', 'an LED'],
] as const

/** One frame of a film, drawn as soon as the film stands there; says so with its drawing. */
function FilmFrame({
  video,
  atS,
  onDrawn,
}: {
  video: HTMLVideoElement
  atS: number
  onDrawn: (drawn: DrawnFrame) => void
}) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const told = useRef(onDrawn)
  told.current = onDrawn
  useEffect(() => {
    let isLatest = true
    const draw = () => {
      if (!isLatest || !canvas.current) return
      canvas.current.getContext('2d')?.drawImage(video, 0, 0, video.videoWidth, video.videoHeight)
      told.current({ picture: canvas.current })
    }
    if (Math.abs(video.currentTime - atS) < SAME_MOMENT_S) draw()
    else void frameAt(video, atS).then(draw)
    return () => {
      isLatest = false
    }
  }, [video, atS])
  return (
    <canvas
      ref={canvas}
      width={video.videoWidth}
      height={video.videoHeight}
      style={{ width: '100%', height: 'auto', display: 'block' }}
    />
  )
}

function PatchSquare({ patch, video }: { patch: Patch; video: HTMLVideoElement }) {
  const share = (value: number, of: number) => `${(100 * value) / of}%`
  return (
    <Box
      position="absolute"
      borderWidth="2px"
      borderColor="ember"
      outline="1px solid"
      outlineColor="sheet"
      pointerEvents="none"
      left={share(patch.x, video.videoWidth)}
      top={share(patch.y, video.videoHeight)}
      width={share(patch.width, video.videoWidth)}
      height={share(patch.height, video.videoHeight)}
    />
  )
}

function LampChoice({ lamp, onLamp }: { lamp: Lamp; onLamp: (lamp: Lamp) => void }) {
  return (
    <>
      <Text fontSize="14px">The lamp is</Text>
      {LAMPS.map(([kind, words]) => (
        <Button
          key={kind}
          size="sm"
          variant={lamp === kind ? 'chosen' : 'quiet'}
          aria-pressed={lamp === kind}
          onClick={() => onLamp(kind)}
        >
          {words}
        </Button>
      ))}
    </>
  )
}

/** Whether the square lies on what is as bright as the film can show: said before every frame is read. */
function WhiteSquare({ drawn, patch }: { drawn: DrawnFrame; patch: Patch }) {
  const [isWhite, setIsWhite] = useState(false)
  useEffect(() => {
    setIsWhite(lightOf(drawn.picture, patchCanvas(patch), patch).whiteShare > MOST_WHITE)
  }, [drawn, patch])
  if (!isWhite) return null
  return (
    <Notice kind="caution" mt="10px">
      The square is as bright as the film can show. Put it beside the lamp, where its light falls on a wall.
    </Notice>
  )
}

/** The first frame of what is read of a film, on which the lamp is chosen by finger, by mouse or with the arrow keys. */
export function PatchPicker({
  video,
  durationS,
  onRead,
}: {
  video: HTMLVideoElement
  durationS: number
  onRead: (patch: Patch, lamp: Lamp, fromS: number) => void
}) {
  const [lamp, setLamp] = useState<Lamp>('filament')
  const [fromS, setFromS] = useState(0)
  const [drawn, setDrawn] = useState<DrawnFrame | null>(null)
  const { patch, centre, larger, smaller, onKeyDown, onPointer } = usePatch(video)
  return (
    <Box px="14px" pb="12px">
      {durationS > FILM_BOUNDS.maxS && <MinutePicker durationS={durationS} fromS={fromS} onChange={setFromS} />}
      <Text fontSize="14px" mb="6px">
        Put the square on the lamp: tap it, or use the arrow keys, + and −.
      </Text>
      <Box
        position="relative"
        maxW="520px"
        tabIndex={0}
        role="application"
        aria-label={`First frame of ${fromS > 0 ? 'the minute' : 'the film'}; the square stands at ${Math.round(centre.x)}, ${Math.round(centre.y)}`}
        onKeyDown={onKeyDown}
        onPointerDown={onPointer}
        onPointerMove={onPointer}
        cursor="crosshair"
        css={{ touchAction: 'none' }}
      >
        <FilmFrame video={video} atS={fromS} onDrawn={setDrawn} />
        <PatchSquare patch={patch} video={video} />
      </Box>
      {drawn && <WhiteSquare drawn={drawn} patch={patch} />}
      <Flex gap="8px" mt="10px" align="center" wrap="wrap">
        <LampChoice lamp={lamp} onLamp={setLamp} />
        <Button size="sm" onClick={smaller} aria-label="Smaller square">
          −
        </Button>
        <Button size="sm" onClick={larger} aria-label="Larger square">
          +
        </Button>
        <Button variant="act" size="sm" onClick={() => onRead(patch, lamp, fromS)}>
          Read every frame
        </Button>
      </Flex>
    </Box>
  )
}
