'use client'
import { formatWhole } from '@/core/quantity/formatQuantity'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import type { FixProposal } from '@/core/wiring/fixProposals'
import type { InstallationGraph } from '@/core/wiring/installationGraph'
import type { PositionCause } from '@/core/wiring/positionCauses'
import { GRID_STATE_WORDS } from '@/core/wiring/stateWords'
import type { WiringEdit } from '@/core/wiring/edits/wiringEdit'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { fixesInWorker } from '@/workers/clients'
import type { CheckState } from './usePositionCheck'

const EXPOSED =
  'While the street’s neutral is lost, any house on the street is exposed: voltages shift and the supplier’s bond is gone. A gateway that watches the neutral parts the house from it.'

/** What the position check found, by cause, each with a position a person can picture and changes that clear it. */
export function PositionSheet({
  graph,
  check,
  confirmed,
  shown,
  edit,
  onShow,
  onChange,
}: {
  graph: InstallationGraph
  check: CheckState
  /** Somebody has walked the house with this very drawing. */
  confirmed: boolean
  shown: string | null
  edit: boolean
  onShow: (cause: PositionCause | null) => void
  onChange: (edit: WiringEdit) => Promise<string | null>
}) {
  const { checked, running, failure } = check
  const result = checked?.check ?? null
  const causes = checked?.causes ?? []
  const note = running
    ? 'checking…'
    : result
      ? `${formatWhole(result.allowedCombinations)} combinations × 3 states of the street, ${result.leftOut === 0 ? 'all of them' : `${formatWhole(result.leftOut)} left out`}, in ${Math.max(1, Math.round(checked?.ms ?? 0))} ms`
      : 'cannot be checked as it is'
  return (
    <TitledSheet title="Every position, thought through" note={<span role="status">{note}</span>}>
      {failure && (
        <Notice kind="error" mx="14px" mb="10px">
          The check ended: {failure}. The wiring is kept; change something or load the page again.
        </Notice>
      )}
      {result && result.leftOut > 0 && (
        <Notice kind="caution" mx="14px" mb="10px">
          {formatWhole(result.leftOut)} combinations were left out: there are too many switches that all matter. What is
          said here holds for the rest only.
        </Notice>
      )}
      {result && causes.length === 0 && (
        <Flex px="14px" pb="10px" gap="10px" align="flex-start" fontSize="14px">
          <VerdictWord verdict={!confirmed ? 'open' : result.leftOut > 0 ? 'watch' : 'proven'} />
          <Text>
            {confirmed ? 'No' : 'As drawn, no'} position of the switches feeds the street, joins two sources, loses a
            neutral or its bond; what is promised is fed.
            {!confirmed && ' A drawing proves nothing: it counts once somebody has confirmed it as built.'}
          </Text>
        </Flex>
      )}
      {causes.map((cause) => (
        <CauseRow
          key={cause.key}
          graph={graph}
          cause={cause}
          open={shown === cause.key}
          edit={edit}
          onShow={onShow}
          onChange={onChange}
        />
      ))}
      {result && result.exposed.length > 0 && (
        <Text px="14px" pb="10px" fontSize="13px" color="ink2">
          Exposed, not violated: {EXPOSED}
        </Text>
      )}
    </TitledSheet>
  )
}

function CauseRow({
  graph,
  cause,
  open,
  edit,
  onShow,
  onChange,
}: {
  graph: InstallationGraph
  cause: PositionCause
  open: boolean
  edit: boolean
  onShow: (cause: PositionCause | null) => void
  onChange: (edit: WiringEdit) => Promise<string | null>
}) {
  const closed = graph.devices
    .filter((device) => device.kind === 'manual')
    .map((device) => ({
      name: device.name ?? device.id,
      at: cause.example.positions[device.id] ?? '',
      needed: device.id in cause.needs,
      leaf: graph.edges.some(
        (edge) =>
          edge.device === device.id &&
          graph.nodes.some(({ id, kind }) => kind === 'load' && (id === edge.to || id === edge.from)),
      ),
    }))
  const main = closed.filter(({ leaf }) => !leaf)
  return (
    <Box
      data-cause={cause.invariant}
      borderTopWidth="1px"
      borderColor="rule"
      px="14px"
      py="9px"
      bg={open ? 'stopSoft' : undefined}
      fontSize="14px"
    >
      <Flex gap="10px" align="flex-start" wrap={{ base: 'wrap', md: 'nowrap' }}>
        <VerdictWord verdict="stop" />
        <Text flex="1" minW="200px" overflowWrap="anywhere">
          {cause.sentence}
          {cause.states > 1 && (
            <Text as="span" color="ink2">
              {' '}
              Shows in {formatWhole(cause.states)} states.
            </Text>
          )}
        </Text>
        <Button
          size="sm"
          variant={open ? 'chosen' : 'quiet'}
          aria-pressed={open}
          onClick={() => onShow(open ? null : cause)}
        >
          {open ? 'Shown above' : 'Show it'}
        </Button>
      </Flex>
      {open && (
        <Box mt="6px">
          <Text color="ink2">
            {GRID_STATE_WORDS[cause.example.gridState]}. Switches:{' '}
            {main.map(({ name, at, needed }, k) => (
              <Text as="span" key={name} fontWeight={needed ? '600' : undefined} color={needed ? 'ink' : undefined}>
                {k > 0 && ', '}
                {name} “{at}”
              </Text>
            ))}
            {main.length < closed.length && ', circuits as drawn'}.
          </Text>
          <Fixes graph={graph} cause={cause} edit={edit} onChange={onChange} />
        </Box>
      )}
    </Box>
  )
}

function Fixes({
  graph,
  cause,
  edit,
  onChange,
}: {
  graph: InstallationGraph
  cause: PositionCause
  edit: boolean
  onChange: (edit: WiringEdit) => Promise<string | null>
}) {
  const [found, setFound] = useState<FixProposal[] | null>(null)
  const [failure, setFailure] = useState<string | null>(null)
  const asked = useRef({ graph, cause })
  useEffect(() => {
    asked.current = { graph, cause }
  }, [graph, cause])
  useEffect(() => {
    const controller = new AbortController()
    fixesInWorker(asked.current.graph, asked.current.cause, controller.signal).then(
      (proposals) => {
        if (!controller.signal.aborted) setFound(proposals)
      },
      (error: unknown) => {
        if (!controller.signal.aborted) setFailure(error instanceof Error ? error.message : String(error))
      },
    )
    return () => controller.abort()
  }, [cause.key])
  if (failure)
    return (
      <Text color="stop" mt="4px">
        No changes could be tried: {failure}.
      </Text>
    )
  if (found === null)
    return (
      <Text color="ink2" mt="4px" role="status">
        Trying single changes…
      </Text>
    )
  if (found.length === 0)
    return <Text mt="4px">No single change clears it. Look at what is lit up, and at the maker’s manual.</Text>
  return (
    <Flex direction="column" gap="6px" mt="8px">
      <Text color="ink2">
        One of these changes clears it; each was tried on the whole check. The licensed person decides what is built.
      </Text>
      {found.map(({ edit: change, words, clearsAll }) => (
        <Flex key={words} gap="10px" align="center" wrap="wrap">
          <Text flex="1" minW="200px">
            <b>{words}</b>
            {clearsAll ? '' : ' – other faults stay'}
          </Text>
          {edit && (
            <Button size="sm" onClick={() => void onChange(change)} aria-label={`Make this change: ${words}`}>
              Make this change
            </Button>
          )}
        </Flex>
      ))}
    </Flex>
  )
}
