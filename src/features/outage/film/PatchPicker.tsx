'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import { Button } from '@/ui/Button'
import { FILM_BOUNDS, type Patch, frameAt } from './filmFrames'
import { MinutePicker } from './MinutePicker'
import type { Lamp } from './useFilm'

/** Side of a new patch as a share of the film's shorter side, and how far a key moves it. */
const SIDE = 0.22
const MOVE = 0.02
const LEAST_SIDE_PX = 8
const SAME_MOMENT_S = 0.001

const LAMPS = [
  ['filament', 'a lamp with a filament'],
  ['led', 'an LED'],
] as const

const clamp = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value))

/** A square patch around a place, within the picture. */
function patchAround(video: HTMLVideoElement, x: number, y: number, side: number): Patch {
  const width = clamp(side, LEAST_SIDE_PX, Math.min(video.videoWidth, video.videoHeight))
  return {
    x: clamp(x - width / 2, 0, video.videoWidth - width),
    y: clamp(y - width / 2, 0, video.videoHeight - width),
    width,
    height: width,
  }
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
  const canvas = useRef<HTMLCanvasElement>(null)
  const [lamp, setLamp] = useState<Lamp>('filament')
  const shorter = Math.min(video.videoWidth, video.videoHeight)
  const [patch, setPatch] = useState(() =>
    patchAround(video, video.videoWidth / 2, video.videoHeight / 2, SIDE * shorter),
  )
  const [fromS, setFromS] = useState(0)
  useEffect(() => {
    let isLatest = true
    const draw = () => {
      if (!isLatest) return
      canvas.current?.getContext('2d')?.drawImage(video, 0, 0, video.videoWidth, video.videoHeight)
    }
    if (Math.abs(video.currentTime - fromS) < SAME_MOMENT_S) draw()
    else void frameAt(video, fromS).then(draw)
    return () => {
      isLatest = false
    }
  }, [video, fromS])
  const [centreX, centreY] = [patch.x + patch.width / 2, patch.y + patch.height / 2]
  const moved = (dx: number, dy: number, side = patch.width) =>
    setPatch(patchAround(video, centreX + dx, centreY + dy, side))
  const onKeyDown = (event: React.KeyboardEvent) => {
    const step = MOVE * shorter
    const change: Record<string, () => void> = {
      ArrowLeft: () => moved(-step, 0),
      ArrowRight: () => moved(step, 0),
      ArrowUp: () => moved(0, -step),
      ArrowDown: () => moved(0, step),
      '+': () => moved(0, 0, patch.width * 1.2),
      '-': () => moved(0, 0, patch.width / 1.2),
    }
    const act = change[event.key]
    if (!act) return
    event.preventDefault()
    act()
  }
  const onPointer = (event: React.PointerEvent<HTMLDivElement>) => {
    if (event.type === 'pointermove' && event.buttons === 0) return
    const box = event.currentTarget.getBoundingClientRect()
    const scale = video.videoWidth / box.width
    setPatch(patchAround(video, (event.clientX - box.left) * scale, (event.clientY - box.top) * scale, patch.width))
  }
  const share = (value: number, of: number) => `${(100 * value) / of}%`
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
        aria-label={`First frame of ${fromS > 0 ? 'the minute' : 'the film'}; the square stands at ${Math.round(centreX)}, ${Math.round(centreY)}`}
        onKeyDown={onKeyDown}
        onPointerDown={onPointer}
        onPointerMove={onPointer}
        cursor="crosshair"
        css={{ touchAction: 'none' }}
      >
        <canvas
          ref={canvas}
          width={video.videoWidth}
          height={video.videoHeight}
          style={{ width: '100%', height: 'auto', display: 'block' }}
        />
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
      </Box>
      <Flex gap="8px" mt="10px" align="center" wrap="wrap">
        <Text fontSize="14px">The lamp is</Text>
        {LAMPS.map(([kind, words]) => (
          <Button
            key={kind}
            size="sm"
            variant={lamp === kind ? 'chosen' : 'quiet'}
            aria-pressed={lamp === kind}
            onClick={() => setLamp(kind)}
          >
            {words}
          </Button>
        ))}
        <Button size="sm" onClick={() => moved(0, 0, patch.width / 1.2)} aria-label="Smaller square">
          −
        </Button>
        <Button size="sm" onClick={() => moved(0, 0, patch.width * 1.2)} aria-label="Larger square">
          +
        </Button>
        <Button variant="act" size="sm" onClick={() => onRead(patch, lamp, fromS)}>
          Read every frame
        </Button>
      </Flex>
    </Box>
  )
}
