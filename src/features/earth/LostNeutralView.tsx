'use client'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { electrodeReading, electrodeResistance } from '@/core/evidence/families/electrodeResistance'
import { EARTHING_SYSTEM_KEY } from '@/core/evidence/families/earthingSystem'
import { pointOf } from '@/core/evidence/pointOf'
import { latestBySlot } from '@/core/evidence/reading'
import { slotReadings } from '@/core/evidence/slotReadings'
import { type LostNeutral, lostNeutral } from '@/core/earthing/lostNeutral'
import { LOST_NEUTRAL_CASES, type LostNeutralCase, lostNeutralLoads } from '@/core/earthing/lostNeutralLoads'
import { itemsOf } from '@/core/installation/survey'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { quantityOrOpen } from '@/core/quantity/orOpen'
import { colour } from '@/look/colour'
import { Button } from '@/ui/Button'
import { Label } from '@/ui/charts/Label'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { useWidth } from '@/ui/useWidth'
import { useJob } from '../job/JobContext'
import { lostNeutralLayout } from './lostNeutralLayout'

const CASE_WORDS: Readonly<Record<LostNeutralCase, string>> = {
  largest: 'the largest load alone',
  mustStayOn: 'what must stay on',
  everything: 'everything at once',
}
const HEIGHT = 230

/** The best of the electrodes alone: joined they are lower still. */
function useElectrodeOhm(): number | null {
  const {
    record: { installation },
    bench,
  } = useJob()
  const read = installation.electrodes.flatMap(
    (electrode) =>
      electrodeReading(electrode, slotReadings(pointOf(electrodeResistance, electrode, bench.context), bench.context))
        .ohm ?? [],
  )
  return read.length === 0 ? null : Math.min(...read)
}

/** E-5 and E-13: what stands on the metal when the street loses its neutral, and which metal somebody would touch. */
export function LostNeutralView() {
  const {
    record: { installation },
    bench,
  } = useJob()
  const [which, setWhich] = useState<LostNeutralCase>('largest')
  const raOhm = useElectrodeOhm()
  const { nominalV, limits } = bench.context.pack
  const loadsW = lostNeutralLoads(installation, which)
  const system = latestBySlot(bench.context.readings, EARTHING_SYSTEM_KEY).get('system')?.valueWord ?? null
  const found =
    loadsW && lostNeutral({ nominalV, loadsW, raOhm, limitV: limits.lostNeutralTouchMax.value, instrument: null })
  return (
    <>
      <TitledSheet
        title="When the street loses its neutral"
        note={raOhm === null ? 'electrode not measured' : `electrode ${formatQuantity(raOhm, 'Ω')}`}
        actions={LOST_NEUTRAL_CASES.map((one) => (
          <Button
            key={one}
            size="sm"
            variant={which === one ? 'chosen' : 'quiet'}
            aria-pressed={which === one}
            onClick={() => setWhich(one)}
          >
            {CASE_WORDS[one]}
          </Button>
        ))}
      >
        <Box px="14px" pb="12px">
          <Text fontSize="14px" color="ink2" mb="6px">
            {SYSTEM_WORDS[system ?? 'unknown'] ?? SYSTEM_WORDS.unknown}
          </Text>
          {loadsW === null || found === null ? (
            <EmptyState title="No such load in the plan">
              The touch voltage follows from what runs when the neutral goes.
            </EmptyState>
          ) : (
            <Grid templateColumns={{ base: '1fr', xl: '1fr 250px' }} gap="14px">
              <TouchChart loadsW={loadsW} raOhm={raOhm} found={found} />
              <TouchFigures loadsW={loadsW} found={found} />
            </Grid>
          )}
        </Box>
      </TitledSheet>
      <OutdoorMetal touchV={found?.touchV ?? null} />
    </>
  )
}

const SYSTEM_WORDS: Readonly<Record<string, string>> = {
  'TN-C-S':
    'A combined supply: earth and neutral are one conductor in the street. When it breaks, the house’s own load lifts every piece of earthed metal.',
  'TN-S': 'Earth and neutral come in apart: a broken neutral does not lift the earth by itself. Shown for comparison.',
  TT: 'The supplier gives no earth: a broken neutral does not lift the house’s own. Shown for comparison.',
  unknown: 'How the supply comes in is not said yet: until then take it for a combined one.',
}

function TouchFigures({ loadsW, found }: { loadsW: readonly number[]; found: LostNeutral }) {
  const { bench } = useJob()
  const { phases, limits } = bench.context.pack
  const limitV = limits.lostNeutralTouchMax.value
  return (
    <Flex direction="column" gap="8px" fontSize="14px">
      <Text>
        Runs:{' '}
        {phases
          .map((phase, k) => `${phases.length > 1 ? `${phase} ` : ''}${quantityOrOpen(loadsW[k], 'W', 3)}`)
          .join(', ')}
        .
      </Text>
      <Text fontSize="24px" fontWeight="600" color={found.verdict === 'stop' ? 'stop' : 'ink'}>
        {found.touchV === null ? 'not known' : formatQuantity(found.touchV, 'V', 3)}
      </Text>
      <Text color="ink2">
        {found.touchV === null
          ? 'Measure the electrode: without it nobody can say. '
          : 'on every piece of earthed metal. '}
        {found.largestRaOhm === null
          ? 'With these loads no electrode is too high.'
          : `The electrode would have to be ${formatQuantity(found.largestRaOhm, 'Ω', 3)} or lower to keep it at ${limitV} V.`}
      </Text>
      <Text color="ink2" fontSize="13px">
        This house’s load only: a neighbour’s can add to it (E-5).
      </Text>
    </Flex>
  )
}

function TouchChart({ loadsW, raOhm, found }: { loadsW: readonly number[]; raOhm: number | null; found: LostNeutral }) {
  const { bench } = useJob()
  const { nominalV, limits } = bench.context.pack
  const [ref, width] = useWidth<HTMLDivElement>(520)
  const chart = lostNeutralLayout(nominalV, loadsW, { width, height: HEIGHT })
  const limitLines = [limits.lostNeutralTouchMax.value, limits.touchVoltageMax.value]
  return (
    <Box ref={ref} minW="0">
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`Touch voltage over the electrode’s resistance${found.touchV === null || raOhm === null ? '' : `; here ${formatQuantity(found.touchV, 'V', 3)} at ${formatQuantity(raOhm, 'Ω')}`}`}
        style={{ display: 'block' }}
      >
        {chart.yTicks.map(({ y, label }) => (
          <g key={label}>
            <path d={`M46 ${y}H${width - 14}`} stroke={colour('rule')} />
            <Label x="41" y={y + 4} anchor="end" size={12}>
              {label}
            </Label>
          </g>
        ))}
        {chart.xTicks.map(({ x, label }) => (
          <Label key={label} x={x} y={HEIGHT - 9} anchor="middle" size={12}>
            {label}
          </Label>
        ))}
        {limitLines.map((volts) => (
          <g key={volts}>
            <path d={`M46 ${chart.y(volts)}H${width - 14}`} stroke={colour('stop')} strokeDasharray="6 4" />
            <Label x={50} y={chart.y(volts) - 4} size={12} weight={600} tone="stop" halo="sheet">
              {volts} V
            </Label>
          </g>
        ))}
        <path d={chart.curve} fill="none" stroke={colour('ink')} strokeWidth="2.2" />
        {raOhm !== null && found.touchV !== null && raOhm >= 1 && raOhm <= 300 && (
          <g>
            <path
              d={`M${chart.x(raOhm)} ${chart.y(found.touchV)}V${chart.y(0)}`}
              stroke={colour('earth')}
              strokeDasharray="3 3"
            />
            <circle
              cx={chart.x(raOhm)}
              cy={chart.y(found.touchV)}
              r="6"
              fill={colour(found.verdict)}
              stroke={colour('sheet')}
              strokeWidth="1.8"
            />
          </g>
        )}
        <Label x={width - 14} y={HEIGHT - 34} anchor="end" size={12} halo="sheet">
          Ω of the electrode
        </Label>
      </svg>
    </Box>
  )
}

/** E-13: metal outside that a household would touch or reset. */
function OutdoorMetal({ touchV }: { touchV: number | null }) {
  const {
    record: { installation },
    bench,
  } = useJob()
  const limitV = bench.context.pack.limits.touchVoltageMax.value
  const things = [
    ...itemsOf(installation.survey, 'board').filter(({ detail }) => detail.metalOutdoors === true),
    ...itemsOf(installation.survey, 'vehicleCharger'),
    ...itemsOf(installation.survey, 'otherElectrode').filter(({ detail }) => detail.of === 'hotTub'),
  ]
  return (
    <TitledSheet title="Outdoor metal that somebody would touch" note={`${things.length} from the survey`}>
      {things.length === 0 ? (
        <EmptyState title="None on the survey">
          Chargers, hot tubs and metal boards outdoors are entered in the survey.
        </EmptyState>
      ) : (
        <Box px="14px" pb="12px">
          <Text fontSize="14px" mb="8px">
            {things.map(({ name }) => name).join(', ')}.
          </Text>
          <Notice kind={touchV !== null && touchV < limitV ? 'info' : 'caution'}>
            {touchV === null
              ? 'What would stand on them is not known until the electrode is measured.'
              : touchV >= limitV
                ? `${formatQuantity(touchV, 'V', 3)} would stand on them. Move what has to be reset indoors, or label it “leave it alone” and tell the household why.`
                : `${formatQuantity(touchV, 'V', 3)} would stand on them, below ${limitV} V. A neighbour’s load can add to it.`}
          </Notice>
        </Box>
      )}
    </TitledSheet>
  )
}
