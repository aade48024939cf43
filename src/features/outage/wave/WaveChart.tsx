'use client'
import { Box } from '@chakra-ui/react'
import { useCallback, useMemo, useRef, useState } from 'react'
import { seenPart } from '@/core/outage/recordingGap'
import { useWidth } from '@/ui/useWidth'
import type { AnalysedWave } from '@/workers/recordingCalls'
import { CursorTable } from './CursorTable'
import { WaveButtons } from './WaveButtons'
import { WaveLanes } from './WaveLanes'
import { WaveMinimap } from './WaveMinimap'
import { gapMark, gapWords } from './gapWords'
import { laneInput } from './waveLaneWords'
import { LANE_HEIGHT, RMS_HEIGHT, WAVE_HEIGHT, heightOf } from './waveLook'
import { useWaveWindow } from './useWaveWindow'
import { NO_CURSORS, placedCursor } from './waveCursors'
import { type WaveWindow, changedWindow, gapWindow, waveLayout } from './waveLayout'

/** Crest of a voltage as the minimap shows it, over nominal. */
const MINIMAP_PEAK = 1.5

/** The wave and its half-cycle RMS with the gap marked; wheel, pinch, drag, buttons and arrow keys look closer, a press sets a cursor. */
export function WaveChart({ wave, title }: { wave: AnalysedWave; title: string }) {
  const { analysis, voltages, levels, series, lanes, timesS } = wave
  const { durationS, nominalHz, nominalV, sampleRateHz } = analysis
  const gap = useMemo(() => analysis.gap && seenPart(analysis.gap, analysis.durationS), [analysis])
  const whole = useMemo((): WaveWindow => ({ fromS: 0, toS: durationS }), [durationS])
  const atGap = gap && gapWindow(gap, durationS, nominalHz)
  const [box, width] = useWidth<HTMLDivElement>(740)
  const svg = useRef<SVGSVGElement>(null)
  const { shown, setShown, change, onKey } = useWaveWindow(svg, atGap ?? whole, durationS, width)
  const [cursors, setCursors] = useState(NO_CURSORS)
  const drawn = useMemo(
    () => ({
      voltages: voltages.map(({ samples }, k) => ({ samples, levels: levels.voltages[k] ?? [] })),
      rms: series.map(({ rmsTimeS, rmsV }, k) => ({ samples: rmsV, timesS: rmsTimeS, levels: levels.rms[k] ?? [] })),
      lanes: lanes.map((lane) => laneInput(lane, nominalHz)),
    }),
    [voltages, series, levels, lanes, nominalHz],
  )
  const drawing = useMemo(
    () =>
      waveLayout(
        { ...drawn, sampleRateHz, timesS, nominalV, gap, window: shown },
        { width, waveHeight: WAVE_HEIGHT, rmsHeight: RMS_HEIGHT, laneHeight: LANE_HEIGHT },
      ),
    [drawn, sampleRateHz, nominalV, timesS, gap, shown, width],
  )
  const timeOf = useCallback(
    (index: number) => (timesS ? (timesS[index] ?? 0) : index / sampleRateHz),
    [timesS, sampleRateHz],
  )
  const place = (clientX: number) => {
    const left = svg.current?.getBoundingClientRect().left ?? 0
    const atS = drawing.timeAt(clientX - left)
    if (atS >= shown.fromS && atS <= shown.toS) setCursors((now) => placedCursor(now, atS))
  }
  const onKeyDown = (event: React.KeyboardEvent) => {
    const middle = (shown.fromS + shown.toS) / 2
    const { key } = event
    if (key === 'Escape') setCursors(NO_CURSORS)
    else if (key === 'c') setCursors((now) => placedCursor(now, middle))
    else if (!onKey(key)) return
    event.preventDefault()
    event.stopPropagation()
  }
  const [first] = drawn.voltages
  return (
    <Box>
      <Box
        ref={box}
        tabIndex={0}
        role="group"
        aria-label="Wave: arrow keys move, plus and minus zoom, c sets a cursor in the middle, escape takes the cursors away"
        onKeyDown={onKeyDown}
      >
        <svg
          ref={svg}
          width={width}
          height={heightOf(drawing)}
          role="img"
          aria-label={`${title}. ${gapWords(analysis.gap)}.`}
          style={{ display: 'block', touchAction: 'pan-y', cursor: 'grab' }}
          data-testid="wave"
          onClick={(event) => place(event.clientX)}
        >
          <WaveLanes drawing={drawing} width={width} gapMark={gapMark(analysis.gap)} cursors={cursors} />
        </svg>
      </Box>
      {first && (
        <WaveMinimap
          first={first}
          timeOf={timeOf}
          durationS={durationS}
          peakV={nominalV * MINIMAP_PEAK}
          shown={shown}
          width={width}
          go={(timeS) =>
            setShown((now) => {
              const span = now.toS - now.fromS
              return changedWindow({ fromS: timeS - span / 2, toS: timeS + span / 2 }, durationS, {})
            })
          }
        />
      )}
      <CursorTable cursors={cursors} wave={wave} clear={() => setCursors(NO_CURSORS)} />
      <WaveButtons
        wave={wave}
        title={title}
        shown={shown}
        picture={svg}
        change={change}
        views={[...(atGap ? [{ words: 'The gap', window: atGap }] : []), { words: 'The whole', window: whole }]}
        show={setShown}
      />
    </Box>
  )
}
