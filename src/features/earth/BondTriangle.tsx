'use client'
import { verdictAt } from '@/core/evidence/verdictAt'
import { THE_JOB } from '@/core/evidence/family'
import { islandBond } from '@/core/evidence/families/islandBond'
import { latestBySlot } from '@/core/evidence/reading'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { useJob } from '../job/JobContext'

/** Line, neutral and earth of the island with the three voltages between them. */
export function BondTriangle() {
  const { bench } = useJob()
  const { readings, pack } = bench.context
  const latest = latestBySlot(readings, islandBond.key(THE_JOB))
  const volts = (slot: string) => {
    const value = latest.get(slot)?.valueNumber
    return value == null ? 'not measured' : formatQuantity(value, 'V')
  }
  const verdict = verdictAt(bench.judgements, islandBond.key(THE_JOB))
  const bonded = (latest.get('ne')?.valueNumber ?? Infinity) <= pack.limits.islandNeutralEarthMax.value
  const earth = pack.words.earth
  const node = (x: number, y: number, letter: string, tone: 'ink' | 'neutral' | 'earth') => (
    <g>
      <circle cx={x} cy={y} r="17" fill={colour('sheet')} stroke={colour(tone)} strokeWidth="2.6" />
      <Label x={x} y={y + 5.5} anchor="middle" size={16} weight={700} tone={tone}>
        {letter}
      </Label>
    </g>
  )
  const label = (x: number, y: number, name: string, value: string, anchor: 'start' | 'middle' | 'end') => (
    <g stroke={colour('sheet')} strokeWidth="4" style={{ paintOrder: 'stroke' }}>
      <Label x={x} y={y} anchor={anchor} size={12.5} tone="ink2">
        {name}
      </Label>
      <Label x={x} y={y + 19} anchor={anchor} size={17} weight={600} tone="ink">
        {value}
      </Label>
    </g>
  )
  return (
    <svg
      width="100%"
      viewBox="0 0 330 196"
      style={{ maxWidth: 360, display: 'block' }}
      role="img"
      aria-label={`Island mode voltages: L–N ${volts('ln')}, ${pack.words.lineEarth} ${volts('le')}, ${pack.words.neutralEarth} ${volts('ne')}`}
    >
      <path d="M165 32L76 150M165 32L254 150" stroke={colour('rule2')} strokeWidth="2" />
      <path
        d="M76 150H254"
        stroke={colour(verdict)}
        strokeWidth={bonded ? 7 : 2}
        strokeDasharray={bonded ? undefined : '5 5'}
      />
      {node(165, 32, 'L', 'ink')}
      {node(76, 150, 'N', 'neutral')}
      {node(254, 150, earth.charAt(0).toUpperCase(), 'earth')}
      {label(104, 74, 'L–N', volts('ln'), 'end')}
      {label(226, 74, pack.words.lineEarth, volts('le'), 'start')}
      {label(165, 172, `${pack.words.neutralEarth}, ${bonded ? 'bonded' : 'bond'}`, volts('ne'), 'middle')}
    </svg>
  )
}
