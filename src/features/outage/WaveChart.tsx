'use client'
import { Box, Flex } from '@chakra-ui/react'
import { type D3ZoomEvent, select, zoom, zoomIdentity } from 'd3'
import { useEffect, useId, useMemo, useRef, useState } from 'react'
import { type Gap, isWhole, seenPart } from '@/core/outage/recordingGap'
import { formatDuration } from '@/core/quantity/formatQuantity'
import { colour } from '@/look/theme'
import { Label } from '@/ui/charts/Label'
import type { ColourName } from '@/look/palette'
import { Button } from '@/ui/Button'
import { useWidth } from '@/ui/useWidth'
import type { AnalysedWave } from '@/workers/recordingCalls'
import { type WaveWindow, changedWindow, gapWindow, waveLayout } from './waveLayout'

const WAVE = 204
const RMS = 86
const TIME = 24
const INKS: readonly ColourName[] = ['ink', 'grid', 'sun', 'neutral']

/** What stands beside the marked gap. */
function gapMark(gap: Gap | null): string {
  if (isWhole(gap)) return `${formatDuration(gap.longestPhaseMs)} without supply`
  return gap === null ? '' : `at least ${formatDuration(gap.atLeastMs)} without supply`
}

function gapWords(gap: Gap | null): string {
  if (gap === null) return 'No gap in the recording'
  if (isWhole(gap)) return `Gap of ${formatDuration(gap.longestPhaseMs)} from ${(gap.startS * 1000).toFixed(1)} ms`
  return `A gap that the recording does not hold whole: at least ${formatDuration(gap.atLeastMs)}`
}

/** The wave and its half-cycle RMS with the gap marked; wheel, pinch, drag, buttons and arrow keys look closer. */
export function WaveChart({ wave, title }: { wave: AnalysedWave; title: string }) {
  const { analysis, voltages, series, timesS } = wave
  const { durationS, nominalHz } = analysis
  const gap = useMemo(() => analysis.gap && seenPart(analysis.gap, analysis.durationS), [analysis])
  const whole = useMemo((): WaveWindow => ({ fromS: 0, toS: durationS }), [durationS])
  const [shown, setShown] = useState<WaveWindow>(() => (gap ? gapWindow(gap, durationS, nominalHz) : whole))
  const [box, width] = useWidth<HTMLDivElement>(740)
  const svg = useRef<SVGSVGElement>(null)
  const clip = useId()
  const size = { width, waveHeight: WAVE, rmsHeight: RMS }
  const drawing = useMemo(
    () =>
      waveLayout(
        {
          samples: voltages.map(({ samples }) => samples),
          sampleRateHz: analysis.sampleRateHz,
          timesS,
          rms: series,
          nominalV: analysis.nominalV,
          gap,
          window: shown,
        },
        { width, waveHeight: WAVE, rmsHeight: RMS },
      ),
    [voltages, analysis, timesS, series, gap, shown, width],
  )
  useEffect(() => {
    // the pointer is d3's to follow; what it means is the window above, which React draws
    const element = svg.current
    if (!element) return
    let last = zoomIdentity
    const behaviour = zoom<SVGSVGElement, unknown>()
      .scaleExtent([1e-4, 1e4])
      .on('zoom', (event: D3ZoomEvent<SVGSVGElement, unknown>) => {
        const factor = last.k / event.transform.k
        const moved = factor === 1 ? (last.x - event.transform.x) / Math.max(1, width) : 0
        last = event.transform
        setShown((now) => changedWindow(now, durationS, { factor, shift: moved }))
      })
    const selection = select(element).call(behaviour)
    return () => void selection.on('.zoom', null)
  }, [durationS, width])
  const height = size.waveHeight + size.rmsHeight + TIME
  const label = `${title}. ${gapWords(analysis.gap)}.`
  const onKeyDown = (event: React.KeyboardEvent) => {
    const change = {
      ArrowLeft: { shift: -0.2 },
      ArrowRight: { shift: 0.2 },
      '+': { factor: 0.6 },
      '=': { factor: 0.6 },
      '-': { factor: 1 / 0.6 },
    }[event.key]
    if (!change) return
    event.preventDefault()
    setShown((now) => changedWindow(now, durationS, change))
  }
  return (
    <Box>
      <Box
        ref={box}
        tabIndex={0}
        role="group"
        aria-label="Wave, arrow keys move, plus and minus zoom"
        onKeyDown={onKeyDown}
      >
        <svg
          ref={svg}
          width={width}
          height={height}
          role="img"
          aria-label={label}
          style={{ display: 'block', touchAction: 'pan-y', cursor: 'grab' }}
          data-testid="wave"
        >
          <clipPath id={clip}>
            <rect x="54" y="0" width={Math.max(0, width - 68)} height={WAVE + RMS} />
          </clipPath>
          {drawing.gap && (
            <rect
              clipPath={`url(#${clip})`}
              x={drawing.gap.x}
              y="0"
              width={drawing.gap.width}
              height={WAVE + RMS}
              fill={colour('emberSoft')}
            />
          )}
          {drawing.voltTicks.map((tick) => (
            <g key={tick.label}>
              <path d={`M54 ${tick.y}H${width - 14}`} stroke={colour('rule')} />
              <Label x="46" y={tick.y + 4} anchor="end" size={12} tone="ink2">
                {tick.label}
              </Label>
            </g>
          ))}
          {drawing.waves.map((d, k) => (
            <path
              key={voltages[k]?.id}
              clipPath={`url(#${clip})`}
              d={d}
              fill="none"
              stroke={colour(INKS[k % INKS.length] as ColourName)}
              strokeWidth="1.3"
              strokeLinejoin="round"
            />
          ))}
          <path d={`M54 ${drawing.nominalY}H${width - 14}`} stroke={colour('rule2')} />
          <path d={`M54 ${drawing.ninetyY}H${width - 14}`} stroke={colour('watch')} strokeDasharray="3 3" />
          <Label x="46" y={drawing.nominalY} anchor="end" size={11.5} tone="ink2">
            RMS
          </Label>
          <Label x="46" y={drawing.ninetyY + 8} anchor="end" size={11.5} tone="watch">
            90 %
          </Label>
          <Label x="46" y={WAVE + RMS - 2} anchor="end" size={11.5} tone="ink2">
            0 V
          </Label>
          {drawing.rms.map((d, k) => (
            <path
              key={series[k]?.id}
              clipPath={`url(#${clip})`}
              d={d}
              fill="none"
              stroke={colour(k === 0 ? 'proven' : (INKS[k % INKS.length] as ColourName))}
              strokeWidth="2"
            />
          ))}
          {drawing.gap && gap && (
            <g>
              <path
                d={`M${drawing.gap.x} 2V${WAVE + RMS}M${drawing.gap.x + drawing.gap.width} 2V${WAVE + RMS}`}
                stroke={colour('ember')}
                strokeWidth="1.4"
                strokeDasharray="4 3"
              />
              <Label
                x={Math.min(width - 180, drawing.gap.x + drawing.gap.width + 8)}
                y="17"
                size={14}
                weight={600}
                tone="ember"
                halo="sheet"
              >
                {gapMark(analysis.gap)}
              </Label>
            </g>
          )}
          {drawing.timeTicks.map((tick) => (
            <Label key={tick.label} x={tick.x} y={height - 7} anchor="middle" size={12} tone="ink2">
              {tick.label}
            </Label>
          ))}
        </svg>
      </Box>
      <Flex gap="6px" px="10px" pb="8px" wrap="wrap" align="center">
        {gap && (
          <Button size="sm" onClick={() => setShown(gapWindow(gap, durationS, nominalHz))}>
            The gap
          </Button>
        )}
        <Button size="sm" onClick={() => setShown(whole)}>
          The whole
        </Button>
        <Button
          size="sm"
          aria-label="Closer"
          onClick={() => setShown(changedWindow(shown, durationS, { factor: 0.5 }))}
        >
          +
        </Button>
        <Button
          size="sm"
          aria-label="Further out"
          onClick={() => setShown(changedWindow(shown, durationS, { factor: 2 }))}
        >
          −
        </Button>
        <Flex ml="auto" gap="12px" fontSize="13px" color="ink2">
          {voltages.map(({ id }, k) => (
            <Flex key={id} align="center" gap="5px">
              <svg width="16" height="4" aria-hidden>
                <path d="M0 2H16" stroke={colour(INKS[k % INKS.length] as ColourName)} strokeWidth="2.4" />
              </svg>
              {id}
            </Flex>
          ))}
        </Flex>
      </Flex>
    </Box>
  )
}
