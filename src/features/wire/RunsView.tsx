'use client'
import { verdictAt } from '@/core/evidence/verdictAt'
import { familyOf } from '@/core/evidence/families'
import { runLoop } from '@/core/evidence/families/runLoop'
import { Box, Flex, Grid, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { ALL_RELEASED, identitiesOf, joinedSlot, runIdentityKey } from '@/core/evidence/families/runIdentity'
import { latestBySlot } from '@/core/evidence/reading'
import type { CableRun } from '@/core/installation/installation'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { sizeSystemOf } from '@/core/rules/conductors'
import type { Verdict } from '@/core/rules/verdict'
import type { IdentityState } from '@/core/wiring/cableIdentity'
import { coresOf } from '@/core/wiring/runLabels'
import { hasWiring } from '@/core/wiring/wiringOfInstallation'
import { loopResistance } from '@/core/wiring/loopResistance'
import { colour } from '@/look/colour'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { Sheet, TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { type Editing, ItemOverlay } from '../forms/ItemOverlay'
import { useJob } from '../job/JobContext'
import { PointList } from '../job/PointList'
import { DataRunsSheet } from './DataRunsSheet'
import { IdentifySheet } from './IdentifySheet'
import { RunsAndDrawing } from './RunsAndDrawing'
import { LabelsSheet } from './LabelsSheet'
import { loopScaleLayout } from './loopScaleLayout'

const LINE: Readonly<Record<IdentityState, { dash?: string; words: string; ink: 'proven' | 'open' | 'stop' }>> = {
  identified: { words: 'identified', ink: 'proven' },
  halfSeen: { dash: '9 5', words: 'half seen', ink: 'open' },
  unseen: { dash: '2 5', words: 'not looked at', ink: 'open' },
  crossedOrJoined: { words: 'crossed or joined', ink: 'stop' },
  noAnswer: { dash: '14 8', words: 'no answer', ink: 'stop' },
}

/** Each run between its two ends, as far as it is proven to be what its label says; two people identify them together. */
export function RunsView() {
  const {
    record: { installation },
    bench,
    may,
  } = useJob()
  const [editing, setEditing] = useState<Editing | null>(null)
  const identities = identitiesOf(installation, bench.context.readings)
  const { runs } = installation
  return (
    <>
      <Notice kind="caution">
        Both ends isolated, locked off and proved dead on a proven tester before anything is joined. One joins and
        releases at the far end, the other reads at the near end.
      </Notice>
      <TitledSheet
        title="Runs"
        note={coresOf(installation)
          .map(({ conductor, colour: tone }) => `${conductor} ${tone}`)
          .join(' · ')}
        actions={
          may('changeJob') && (
            <Button size="sm" onClick={() => setEditing({ kind: 'run', item: null })}>
              Add a run
            </Button>
          )
        }
      >
        {runs.length === 0 && (
          <EmptyState title="No runs yet">
            Add each cable between two places: supply to gateway, gateway to board, inverter to gateway.
          </EmptyState>
        )}
        {runs.map((run) => (
          <RunRow
            key={run.id}
            run={run}
            state={identities[run.tag]?.state ?? 'unseen'}
            verdict={identities[run.tag]?.verdict ?? 'open'}
            onEdit={may('changeJob') ? () => setEditing({ kind: 'run', item: run }) : undefined}
          />
        ))}
      </TitledSheet>
      {hasWiring(installation) && <RunsAndDrawing onWrite={setEditing} />}
      {runs.length > 0 && may('recordReadings') && <IdentifySheet />}
      {runs.length > 0 && <LabelsSheet />}
      <DataRunsSheet />
      <PointList points={bench.points.filter((point) => familyOf(point).view === 'wire.runs' && !point.timing)} />
      <ItemOverlay editing={editing} onClose={() => setEditing(null)} />
    </>
  )
}

function RunRow({
  run,
  state,
  verdict,
  onEdit,
}: {
  run: CableRun
  state: IdentityState
  verdict: Verdict
  onEdit?: () => void
}) {
  const { bench, at, select } = useJob()
  const { pack, readings } = bench.context
  const identityKey = runIdentityKey(run)
  const loopKey = runLoop.key(run)
  const seen = latestBySlot(readings, identityKey)
  const measuredOhm = latestBySlot(readings, loopKey).get('loop')?.valueNumber ?? null
  const loop = loopResistance({
    pack: pack.id,
    size: run.size,
    lengthM: run.lengthM,
    conductorTempC: run.conductorTempC,
    measuredOhm,
    resolutionOhm: 0,
  })
  const scale = loopScaleLayout({ ...loop, measuredOhm }, 150)
  const loopVerdict = verdictAt(bench.judgements, loopKey)
  const { dash, words, ink } = LINE[state]
  const chosen = at === identityKey || at === loopKey
  const word = (slot: string) => {
    const said = seen.get(slot)?.valueWord
    return said === 'continuity' ? 'answers' : said === 'open' ? 'silent' : '–'
  }
  return (
    <Box borderTopWidth="1px" borderColor="rule" px="14px" py="8px" bg={chosen ? 'emberSoft' : undefined}>
      <Grid templateColumns={{ base: '1fr', md: 'minmax(0, 1fr) 176px' }} gap="8px 18px" alignItems="center">
        <chakra.button
          type="button"
          onClick={() => select(chosen ? null : identityKey)}
          textAlign="left"
          cursor="pointer"
          minW="0"
          aria-pressed={chosen}
          aria-label={`${run.tag}, ${run.from} to ${run.to}: ${words}`}
        >
          <Flex align="center" gap="10px">
            <Sheet
              bg="sheet2"
              px="8px"
              py="4px"
              fontSize="14px"
              fontWeight="600"
              maxW="34%"
              overflowWrap="anywhere"
              borderColor="rule2"
            >
              {run.from}
            </Sheet>
            <Box flex="1" minW="60px" position="relative">
              <svg width="100%" height="38" preserveAspectRatio="none" aria-hidden>
                <line
                  x1="0"
                  y1="20"
                  x2="100%"
                  y2="20"
                  stroke={colour(ink)}
                  strokeWidth={state === 'identified' ? 3.4 : 2.4}
                  strokeDasharray={dash}
                />
                {state === 'crossedOrJoined' && (
                  <>
                    <line x1="30%" y1="6" x2="70%" y2="34" stroke={colour('stop')} strokeWidth="2.4" />
                    <line x1="30%" y1="34" x2="70%" y2="6" stroke={colour('stop')} strokeWidth="2.4" />
                  </>
                )}
              </svg>
              <Flex position="absolute" inset="0" align="center" justify="center">
                <Box
                  bg={chosen ? 'emberSoft' : 'sheet'}
                  px="7px"
                  fontFamily="mono"
                  fontSize="14px"
                  borderWidth="1px"
                  borderColor="rule2"
                  borderRadius="l1"
                >
                  {run.tag}
                </Box>
              </Flex>
            </Box>
            <Sheet
              bg="sheet2"
              px="8px"
              py="4px"
              fontSize="14px"
              fontWeight="600"
              maxW="34%"
              overflowWrap="anywhere"
              borderColor="rule2"
            >
              {run.to}
            </Sheet>
          </Flex>
          <Flex fontSize="13px" color="ink2" gap="6px 16px" wrap="wrap" mt="2px" align="center">
            <VerdictWord verdict={verdict} />
            <span>
              joined: <b>{word(joinedSlot(run.tag))}</b>
            </span>
            <span>
              released: <b>{word(ALL_RELEASED)}</b>
            </span>
            <span>
              {run.lengthM} m of {run.size} {sizeSystemOf(pack.id) === 'awg' ? 'AWG' : 'mm²'}
            </span>
          </Flex>
        </chakra.button>
        <Box>
          <chakra.button
            type="button"
            onClick={() => select(loopKey)}
            cursor="pointer"
            textAlign="left"
            w="100%"
            aria-label={`Loop of ${run.tag}: ${measuredOhm === null ? 'not measured' : formatQuantity(measuredOhm, 'Ω')}, expected ${formatQuantity(loop.expectedOhm, 'Ω', 3)}`}
          >
            <svg width="160" height="22" aria-hidden style={{ overflow: 'visible' }}>
              <path d="M0 16H150" stroke={colour('rule2')} />
              <rect x={scale.bandX} y="10" width={scale.bandWidth} height="12" fill={colour('provenSoft')} />
              <path d={`M${scale.expectedX} 8V22`} stroke={colour('proven')} strokeDasharray="2 2" />
              {scale.measuredX !== null && (
                <path
                  d={`M${scale.measuredX} 3l5 7h-10zM${scale.measuredX} 10V22`}
                  fill={colour(loopVerdict)}
                  stroke={colour(loopVerdict)}
                  strokeWidth="1.6"
                />
              )}
            </svg>
            <Text fontSize="13px" color="ink2">
              loop <b>{measuredOhm === null ? 'not measured' : formatQuantity(measuredOhm, 'Ω')}</b>, expected{' '}
              {formatQuantity(loop.expectedOhm, 'Ω', 3)}
              {scale.off ? ', off the scale' : ''}
            </Text>
          </chakra.button>
          {onEdit && (
            <Button
              variant="bare"
              size="sm"
              px="0"
              minH="26px"
              fontSize="13px"
              onClick={onEdit}
              aria-label={`Change ${run.tag}`}
            >
              change
            </Button>
          )}
        </Box>
      </Grid>
    </Box>
  )
}
