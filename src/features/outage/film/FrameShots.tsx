'use client'
import { Box, Text } from '@chakra-ui/react'
import { useEffect, useRef } from 'react'
import { frameAt } from './filmFrames'

const HALF_A_MS = 0.0005

/** Draws some frames of one film, one after the other: a film is at one place at a time. */
export function FrameShots({
  video,
  shots,
}: {
  video: HTMLVideoElement
  shots: readonly { atS: number; words: string }[]
}) {
  const box = useRef<HTMLDivElement>(null)
  const times = shots.map(({ atS }) => atS).join(' ')
  useEffect(() => {
    let gone = false
    void (async () => {
      for (const [k, atS] of times.split(' ').map(Number).entries()) {
        await frameAt(video, atS + HALF_A_MS)
        const canvas = box.current?.querySelectorAll('canvas')[k]
        if (gone || !canvas) return
        canvas.getContext('2d')?.drawImage(video, 0, 0, canvas.width, canvas.height)
      }
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
    </Box>
  )
}
