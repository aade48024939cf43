'use client'
import { Box, Text } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import { Notice } from '@/ui/Notice'
import { showFrame } from './filmFrames'

/** Draws some frames of one film, one after the other: a film is at one place at a time. Says when all are shown: another frame in the place of one is none. */
export function FrameShots({
  video,
  shots,
  onAllShown,
}: {
  video: HTMLVideoElement
  shots: readonly { atS: number; words: string }[]
  onAllShown: () => void
}) {
  const box = useRef<HTMLDivElement>(null)
  const [missing, setMissing] = useState<number | null>(null)
  const told = useRef(onAllShown)
  told.current = onAllShown
  const times = shots.map(({ atS }) => atS).join(' ')
  useEffect(() => {
    let gone = false
    void (async () => {
      for (const [k, atS] of times.split(' ').map(Number).entries()) {
        const isShown = await showFrame(video, atS)
        const canvas = box.current?.querySelectorAll('canvas')[k]
        if (gone || !canvas) return
        if (!isShown) return setMissing(atS)
        canvas.getContext('2d')?.drawImage(video, 0, 0, canvas.width, canvas.height)
      }
      told.current()
    })()
    return () => {
      gone = true
    }
  }, [video, times])
  const height = Math.round((240 * video.videoHeight) / video.videoWidth)
  return (
    <Box ref={box} display="flex" gap="10px" flexWrap="wrap" px="14px">
      {shots.map(({ atS, words }) => (
        <Box key={words}>
          <canvas width={240} height={height} aria-label={words} role="img" style={{ display: 'block' }} />
          <Text fontSize="13px">
            {words}, {atS.toFixed(3)} s
          </Text>
        </Box>
      ))}
      {missing !== null && (
        <Notice kind="error">
          This device does not show the frame at {missing.toFixed(3)} s, so nobody can look at it. Close what else is
          running, and choose the lamp again.
        </Notice>
      )}
    </Box>
  )
}
