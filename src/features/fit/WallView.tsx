'use client'
import { formatWhole } from '@/core/quantity/formatQuantity'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useEffect, useMemo, useRef, useState } from 'react'
import { type FitItem, fitOf } from '@/core/installation/fit'
import { type JudgedWall, strandedOf, wallsOfInstallation } from '@/core/fit/wallOfInstallation'
import { OBSTACLE_WORDS } from '@/schemas/fitFields'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { Sheet, TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { UnitsFromLibrary } from '../library/UnitsFromLibrary'
import { ExposureSheet } from './ExposureSheet'
import { type FitEditing, FitItemOverlay } from './FitItemOverlay'
import { LevelSheet } from './LevelSheet'
import { TemplateSheet } from './TemplateSheet'
import { WallDrawing } from './WallDrawing'
import { useFitItems } from './useFitItems'
import { UnitsSheet } from './UnitsSheet'
import { type Places, Proposal } from './WallProposal'
/** Moves made in quick succession are saved as one. */
const SETTLE_MS = 500

/** The walls of the job in millimetres: units are dragged, nudged, typed or proposed, and judged while they move. */
export function WallView() {
  const {
    record: { installation },
    may,
  } = useJob()
  const { save, refusal } = useFitItems()
  const [editing, setEditing] = useState<FitEditing | null>(null)
  const [drafts, setDrafts] = useState<Places>({})
  const [wallTag, setWallTag] = useState<string | null>(null)
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null)
  const edit = may('saveItem')
  const shown = useMemo(
    () => ({
      ...installation,
      fit: installation.fit.map((item) =>
        item.kind === 'unit' && drafts[item.tag] ? { ...item, detail: { ...item.detail, ...drafts[item.tag] } } : item,
      ),
    }),
    [installation, drafts],
  )
  const walls = useMemo(() => wallsOfInstallation(shown), [shown])
  const stranded = strandedOf(installation)
  const judged = walls.find(({ wall }) => wall.tag === wallTag) ?? walls[0]

  const store = async (places: Places) => {
    const moved = fitOf(installation.fit, 'unit')
      .filter(({ tag }) => places[tag])
      .map((item): FitItem => ({ ...item, detail: { ...item.detail, ...places[item.tag] } }))
    const stored = moved.length === 0 || (await save(moved))
    // a refused move goes back to where the unit stands on record
    setDrafts((old) =>
      Object.fromEntries(Object.entries(old).filter(([tag, place]) => (stored ? place !== places[tag] : !places[tag]))),
    )
  }
  const pending = useRef<(() => void) | null>(null)
  // a move that was just made is stored even when the view is left at once
  useEffect(
    () => () => {
      if (timer.current) clearTimeout(timer.current)
      pending.current?.()
    },
    [],
  )
  const move = (tag: string, place: { xMm: number; yMm: number }, settled: boolean) => {
    const next = { ...drafts, [tag]: place }
    setDrafts(next)
    if (timer.current) clearTimeout(timer.current)
    if (!settled) return
    pending.current = () => {
      pending.current = null
      void store(next)
    }
    timer.current = setTimeout(() => pending.current?.(), SETTLE_MS)
  }
  if (!judged)
    return (
      <>
        <Sheet>
          <EmptyState
            title="No wall yet"
            action={
              edit && (
                <Button variant="act" onClick={() => setEditing(newWall)}>
                  Add the wall
                </Button>
              )
            }
          >
            Measure the wall, and what is on it: windows, doors, meters, pipes. Then the units find their places.
          </EmptyState>
        </Sheet>
        <FitItemOverlay editing={editing} onClose={() => setEditing(null)} />
      </>
    )
  const { wall } = judged
  const at = { wallTag: wall.tag }
  return (
    <>
      <TitledSheet
        title={wall.name}
        note={`${formatWhole(wall.detail.widthMm)} × ${formatWhole(wall.detail.ceilingMm)} mm`}
        actions={
          edit && (
            <>
              <Button
                size="sm"
                onClick={() =>
                  setEditing({ kind: 'unit', item: null, first: { ...at, reserveRightMm: 0, reserveTopMm: 0 } })
                }
              >
                Add a unit
              </Button>
              <UnitsFromLibrary wallTag={wall.tag} save={save} />
              <Button size="sm" onClick={() => setEditing({ kind: 'obstacle', item: null, first: at })}>
                Add an obstacle
              </Button>
              <Button
                size="sm"
                onClick={() => setEditing({ kind: 'board', item: null, first: { ...at, marginMm: 100 } })}
              >
                Add a board
              </Button>
              <Button
                size="sm"
                variant="bare"
                onClick={() => setEditing({ kind: 'wall', item: wall })}
                aria-label={`Change ${wall.name}`}
              >
                change
              </Button>
            </>
          )
        }
      >
        {wall.detail.behind && (
          <Text px="14px" pb="6px" fontSize="14px" color="ink2">
            {wall.detail.behind}
          </Text>
        )}
        {walls.length > 1 && (
          <Flex gap="6px" px="14px" pb="8px" wrap="wrap">
            {walls.map((one) => (
              <Button
                key={one.wall.tag}
                size="sm"
                variant={one === judged ? 'chosen' : 'quiet'}
                onClick={() => setWallTag(one.wall.tag)}
              >
                {one.wall.name}
              </Button>
            ))}
          </Flex>
        )}
        {refusal && (
          <Notice kind="error" mx="14px" mb="8px">
            {refusal} The unit is back where it was.
          </Notice>
        )}
        {[
          ...judged.faults,
          ...stranded.map(({ id, name, detail }) => ({
            id,
            message: `${name} stands on “${detail.wallTag}”, which is no wall of this job. Change its wall.`,
          })),
        ].map(({ id, message }) => (
          <Notice key={id} kind="error" mx="14px" mb="8px">
            {message}
          </Notice>
        ))}
        <WallStage
          judged={judged}
          snags={fitOf(installation.fit, 'snag').filter(
            ({ detail }) => detail.wallTag === wall.tag && detail.clearedOn === null,
          )}
          edit={edit}
          onMove={move}
        />
        {edit && (
          <Proposal
            judged={judged}
            onTake={(places) => {
              setDrafts((old) => ({ ...old, ...places }))
              void store(places)
            }}
          />
        )}
      </TitledSheet>
      <UnitsSheet
        judged={judged}
        edit={edit}
        onMove={(tag, place) => move(tag, place, true)}
        onEdit={(item) => setEditing({ kind: 'unit', item })}
      />
      <TitledSheet title="On the wall" note="kept clear by kind, or by the unit’s own distance where that is more">
        {judged.obstacles.length + judged.boards.length === 0 && (
          <EmptyState title="Nothing in the way">
            Windows, doors, meters, pipes, sockets: add what the units must keep away from.
          </EmptyState>
        )}
        {[...judged.obstacles, ...judged.boards].map((item) => (
          <Flex
            key={item.id}
            px="14px"
            py="5px"
            gap="10px"
            borderTopWidth="1px"
            borderColor="rule"
            fontSize="14px"
            align="center"
          >
            <Text fontFamily="mono" color="ink3" w="40px" flex="none">
              {item.tag}
            </Text>
            <Text flex="1" minW="0" overflowWrap="anywhere">
              {item.name}
              <Text as="span" color="ink2">
                ,{' '}
                {item.kind === 'obstacle'
                  ? OBSTACLE_WORDS[item.detail.obstacle]
                  : item.detail.nonCombustible === null
                    ? 'board, material not known'
                    : item.detail.nonCombustible
                      ? 'board, non-combustible'
                      : 'board that can burn'}
              </Text>
            </Text>
            <Text color="ink2" whiteSpace="nowrap">
              {item.detail.widthMm} × {item.detail.heightMm} at {item.detail.xMm} / {item.detail.yMm}
            </Text>
            {edit && (
              <Button
                variant="bare"
                size="sm"
                fontSize="13px"
                onClick={() => setEditing({ kind: item.kind, item })}
                aria-label={`Change ${item.name}`}
              >
                change
              </Button>
            )}
          </Flex>
        ))}
      </TitledSheet>
      <ExposureSheet units={judged.units} />
      <LevelSheet
        units={judged.units}
        onAdd={(unitTag) => setEditing({ kind: 'foot', item: null, first: { unitTag } })}
        onEdit={(item) => setEditing({ kind: 'foot', item })}
      />
      <TemplateSheet judged={judged} jobName={installation.name} />
      {edit && (
        <Box>
          <Button size="sm" onClick={() => setEditing(newWall)}>
            Add another wall
          </Button>
        </Box>
      )}
      <FitItemOverlay editing={editing} onClose={() => setEditing(null)} />
    </>
  )
}

const newWall: FitEditing = {
  kind: 'wall',
  item: null,
  first: { name: 'Garage wall' },
}

function WallStage({
  judged,
  snags,
  edit,
  onMove,
}: {
  judged: JudgedWall
  snags: readonly FitItem<'snag'>[]
  edit: boolean
  onMove: (tag: string, place: { xMm: number; yMm: number }, settled: boolean) => void
}) {
  const [selected, setSelected] = useState<string | null>(null)
  return (
    <WallDrawing judged={judged} snags={snags} selected={selected} edit={edit} onSelect={setSelected} onMove={onMove} />
  )
}
