'use client'
import { verdictAt } from '@/core/evidence/verdictAt'
import { MEASURING_METHODS, METHOD_WORDS } from '@/core/evidence/families/electrodeMethods'
import { electrodeResistance, measuredElectrode } from '@/core/evidence/families/electrodeResistance'
import type { EvidenceContext } from '@/core/evidence/point'
import { probePlan } from '@/core/earthing/probePlaces'
import { Box, Flex, Text } from '@chakra-ui/react'
import { latestBySlot } from '@/core/evidence/reading'
import type { Electrode } from '@/core/installation/installation'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { useWidth } from '@/ui/useWidth'
import { useJob } from '../job/JobContext'
import { groundSectionLayout } from './groundSectionLayout'

const CHART = 132
const GROUND = 74

interface Place {
  slot: string
  share: number
  /** Found from what was read at the others. */
  isFound?: boolean
}

const shareText = (share: number) => `${Math.round(share * 1000) / 10} %`

/** Where the potential probe is put, by the method, with the place that the slope says once it does. */
function placesOf(electrode: Electrode, context: EvidenceContext): Place[] {
  if (electrode.method === 'clampOn') return []
  const { places } = probePlan(electrode.method, null, null)
  const { method, measured } = measuredElectrode(electrode, context)
  return measured.probeRatio == null
    ? [...places]
    : [...places, { slot: method.ohmSlot, share: measured.probeRatio, isFound: true }]
}

interface ProbesProps {
  places: readonly Place[]
  has: (slot: string) => boolean
  x: (share: number) => number
  surface: number
}

/** The probes as they stand in the ground: those that were read at in full line. */
function ProbesInGround({ places, has, x, surface }: ProbesProps) {
  return (
    <>
      {places.map(({ slot, share, isFound }) => (
        <g key={slot}>
          <path
            d={`M${x(share)} ${surface - 8}V${surface + 16}`}
            stroke={colour(has(slot) ? 'ink' : 'rule2')}
            strokeWidth="3"
            strokeDasharray={has(slot) ? undefined : '3 3'}
          />
          <Label x={x(share)} y={surface + (isFound ? 46 : 31)} anchor="middle" size={12} tone="ink2">
            {shareText(share)}
          </Label>
        </g>
      ))}
      <path
        d={`M${x(1)} ${surface - 8}V${surface + 26}`}
        stroke={colour('ink2')}
        strokeWidth="4"
        strokeLinecap="round"
      />
      <Label x={x(1) + 20} y={surface + 44} anchor="end" size={12} tone="ink2">
        current probe
      </Label>
    </>
  )
}

/** The electrode in the ground, the probes where they stood, and what was read there. */
export function GroundSection({ electrode }: { electrode: Electrode }) {
  const { bench } = useJob()
  const key = electrodeResistance.key(electrode)
  const latest = latestBySlot(bench.context.readings, key)
  const places = placesOf(electrode, bench.context)
  const { ohmSlot } = MEASURING_METHODS[electrode.method]
  const readings = places.flatMap(({ slot, share, isFound }) => {
    const ohm = latest.get(slot)?.valueNumber
    return ohm == null ? [] : [{ share, ohm, isResistance: slot === ohmSlot, isFound }]
  })
  const loopOhm = electrode.method === 'clampOn' ? latest.get(ohmSlot)?.valueNumber : null
  const clampA = latest.get('clamp')?.valueNumber ?? null
  const forbidsA = bench.context.pack.limits.clampForbidsOpening.value
  const [ref, width] = useWidth<HTMLDivElement>(720)
  const section = groundSectionLayout(readings, electrode.targetOhm, electrode.seasonalFactor, { width, height: CHART })
  const surface = CHART + 10
  const verdict = verdictAt(bench.judgements, key)
  const words =
    readings.length === 0
      ? loopOhm == null
        ? 'no readings yet'
        : `clamp-on ${formatQuantity(loopOhm, 'Ω')}`
      : readings.map(({ share, ohm }) => `${shareText(share)}: ${formatQuantity(ohm, 'Ω')}`).join(', ')
  return (
    <Box px="14px" pb="10px">
      <Box ref={ref}>
        <svg
          width={width}
          height={CHART + GROUND + 10}
          role="img"
          aria-label={`Electrode ${electrode.tag}, ${METHOD_WORDS[electrode.method]}, readings: ${words}; target ${electrode.targetOhm} Ω`}
          style={{ display: 'block' }}
        >
          <rect x="0" y={surface} width={width} height={GROUND} fill={colour('sheet2')} />
          {Array.from({ length: Math.ceil(width / 23) }, (_, k) => (
            <path
              key={k}
              d={`M${k * 23 + (k % 3) * 5} ${surface + 12 + ((k * 37) % 50)}l5 2`}
              stroke={colour('rule2')}
              strokeLinecap="round"
            />
          ))}
          <path d={`M0 ${surface}H${width}`} stroke={colour('earth')} strokeWidth="2.4" />
          {section.yTicks.map((tick) => (
            <g key={tick.label}>
              <path d={`M54 ${tick.y}H${width - 10}`} stroke={colour('rule')} />
              <Label x="46" y={tick.y + 4} anchor="end" size={12} tone="ink2">
                {tick.label}
              </Label>
            </g>
          ))}
          <path d={`M54 ${section.targetY}H${width - 10}`} stroke={colour('stop')} strokeDasharray="6 4" />
          <Label x={width - 12} y={section.targetY - 5} anchor="end" size={12.5} weight={600} tone="stop" halo="sheet">
            target ≤ {electrode.targetOhm} Ω
          </Label>
          <path d={section.curve} fill="none" stroke={colour('ink')} strokeWidth="1.8" />
          {section.seasonal && (
            <g>
              <path
                d={`M${section.seasonal.x} ${section.seasonal.toY}V${section.seasonal.fromY}`}
                stroke={colour('watch')}
                strokeDasharray="3 3"
              />
              <path
                d={`M${section.seasonal.x - 12} ${section.seasonal.toY}h24`}
                stroke={colour('watch')}
                strokeWidth="2"
              />
              <Label
                x={section.seasonal.x - 16}
                y={section.seasonal.toY + 4}
                anchor="end"
                size={12}
                tone="watch"
                halo="sheet"
              >
                dry season × {electrode.seasonalFactor}
              </Label>
            </g>
          )}
          {section.points.map((point) => (
            <g key={point.label}>
              <circle
                cx={point.x}
                cy={point.y}
                r="5"
                fill={colour(verdict)}
                stroke={colour('sheet')}
                strokeWidth="1.6"
              />
              <Label
                x={point.x}
                y={point.isFound ? (section.seasonal?.toY ?? point.y) - 7 : point.y + 20}
                anchor="middle"
                size={12.5}
                weight={600}
                tone="ink"
                halo="sheet"
              >
                {formatQuantity(point.ohm, 'Ω')}
              </Label>
            </g>
          ))}
          <path
            d={`M${section.x(0)} ${surface - 12}V${surface + 58}`}
            stroke={colour('ink')}
            strokeWidth="5"
            strokeLinecap="round"
          />
          <Label x={section.x(0) + 10} y={surface + 50} size={13} weight={600} tone="ink">
            {electrode.kind} {electrode.tag}
          </Label>
          <Label
            x={section.x(0) + 10}
            y={surface + 66}
            size={12.5}
            tone={clampA === null ? 'open' : clampA >= forbidsA ? 'stop' : 'ink2'}
          >
            {clampA === null ? 'clamp its conductor first' : `clamp ${formatQuantity(clampA, 'A')}`}
          </Label>
          {electrode.method !== 'clampOn' && (
            <ProbesInGround places={places} has={(slot) => latest.has(slot)} x={section.x} surface={surface} />
          )}
          {loopOhm != null && (
            <Label x={section.x(0) + 10} y={surface + 18} size={12.5} weight={600} tone="ink">
              {`clamp-on ${formatQuantity(loopOhm, 'Ω')}, conductor closed`}
            </Label>
          )}
        </svg>
      </Box>
      <Flex fontSize="13px" color="ink2" mt="5px">
        <Text>{bench.judgements.get(key)?.why}</Text>
      </Flex>
    </Box>
  )
}
