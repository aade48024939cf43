import { Flex } from '@chakra-ui/react'
import type { RefObject } from 'react'
import { colour } from '@/look/colour'
import { Button } from '@/ui/Button'
import type { AnalysedWave } from '@/workers/recordingCalls'
import { waveInk } from './waveLook'
import { WaveSaving } from './WaveSaving'
import type { WaveWindow } from './waveLayout'

/** What can be done with the picture, and whose line is whose. */
export function WaveButtons({
  wave,
  title,
  shown,
  picture,
  change,
  views,
  show,
}: {
  wave: AnalysedWave
  title: string
  shown: WaveWindow
  picture: RefObject<SVGSVGElement | null>
  change: (by: { factor: number }) => void
  /** Parts to jump to. */
  views: readonly { words: string; window: WaveWindow }[]
  show: (window: WaveWindow) => void
}) {
  return (
    <Flex gap="6px" px="10px" py="8px" wrap="wrap" align="center">
      {views.map(({ words, window }) => (
        <Button key={words} size="sm" onClick={() => show(window)}>
          {words}
        </Button>
      ))}
      <Button size="sm" aria-label="Closer" onClick={() => change({ factor: 0.5 })}>
        +
      </Button>
      <Button size="sm" aria-label="Further out" onClick={() => change({ factor: 2 })}>
        −
      </Button>
      <WaveSaving wave={wave} title={title} shown={shown} picture={picture} />
      <Flex ml="auto" gap="12px" fontSize="13px" color="ink2">
        {wave.voltages.map(({ id }, k) => (
          <Flex key={id} align="center" gap="5px">
            <svg width="16" height="4" aria-hidden>
              <path d="M0 2H16" stroke={colour(waveInk(k))} strokeWidth="2.4" />
            </svg>
            {id}
          </Flex>
        ))}
      </Flex>
    </Flex>
  )
}
