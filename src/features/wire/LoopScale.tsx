'use client'
import { Text, chakra } from '@chakra-ui/react'
import { loopOfRun, runLoop } from '@/core/evidence/families/runLoop'
import { verdictAt } from '@/core/evidence/verdictAt'
import type { CableRun } from '@/core/installation/installation'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import type { Verdict } from '@/core/rules/verdict'
import { colour } from '@/look/colour'
import { useJob } from '../job/JobContext'
import { type LoopScale as Layout, loopScaleLayout } from './loopScaleLayout'

const WIDTH = 150

function Scale({ layout, verdict }: { layout: Layout; verdict: Verdict }) {
  const { bandX, bandWidth, expectedX, measuredX } = layout
  return (
    <svg width={WIDTH + 10} height="22" aria-hidden style={{ overflow: 'visible' }}>
      <path d={`M0 16H${WIDTH}`} stroke={colour('rule2')} />
      <rect x={bandX} y="10" width={bandWidth} height="12" fill={colour('provenSoft')} />
      <path d={`M${expectedX} 8V22`} stroke={colour('proven')} strokeDasharray="2 2" />
      {measuredX !== null && (
        <path
          d={`M${measuredX} 3l5 7h-10zM${measuredX} 10V22`}
          fill={colour(verdict)}
          stroke={colour(verdict)}
          strokeWidth="1.6"
        />
      )}
    </svg>
  )
}

/** W-3: the loop of a run on a small scale, with what is expected and how far it may be off. */
export function LoopScale({ run }: { run: CableRun }) {
  const { bench, select } = useJob()
  const key = runLoop.key(run)
  const loop = loopOfRun(run, bench.context)
  const layout = loopScaleLayout(loop, WIDTH)
  const measured = loop.measuredOhm === null ? 'not measured' : formatQuantity(loop.measuredOhm, 'Ω')
  const expected = formatQuantity(loop.expectedOhm, 'Ω', 3)
  return (
    <chakra.button
      type="button"
      onClick={() => select(key)}
      cursor="pointer"
      textAlign="left"
      w="100%"
      aria-label={`Loop of ${run.tag}: ${measured}, expected ${expected}`}
    >
      <Scale layout={layout} verdict={verdictAt(bench.judgements, key)} />
      <Text fontSize="13px" color="ink2">
        loop <b>{measured}</b>, expected {expected}
        {layout.off ? ', off the scale' : ''}
      </Text>
    </chakra.button>
  )
}
