'use client'
import { Box, Text, chakra } from '@chakra-ui/react'
import { useMemo } from 'react'
import { fitOf } from '@/core/installation/fit'
import type { Installation } from '@/core/installation/installation'
import { type Ceiling, type CeilingKind, ceilingsOf, leftOf } from '@/core/plan/ceilings'
import { type Growth, growthByModules } from '@/core/plan/growth'
import { BINDING_WORDS } from '@/core/plan/schoolReason'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { hoursOrOpen, quantityOrOpen } from '@/core/quantity/orOpen'
import type { Unit } from '@/core/quantity/units'
import { boardWays, boardWaysWords } from '@/core/wiring/boardWays'
import { type Column, DataTable } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { TitledSheet } from '@/ui/Sheet'
import { PanelGrowthTable } from './PanelGrowthTable'

const told = (value: number | null, unit: Unit) => quantityOrOpen(value, unit, 3)
/** A figure is not broken between its number and its unit. */
const whole = (text: string) => <chakra.span whiteSpace="nowrap">{text}</chakra.span>

const COLUMNS: readonly Column<Growth>[] = [
  {
    head: 'Modules',
    cell: ({ added, modules, allowed }) => (
      <Box>
        {added === 0 ? `${modules}, as planned` : modules}
        {allowed !== true && (
          <Text as="span" display="block" fontSize="13px" color={allowed === false ? 'stop' : 'ink2'}>
            {allowed === false ? 'more than its maker allows' : 'whether allowed: open'}
          </Text>
        )}
      </Box>
    ),
  },
  {
    head: 'At night',
    cell: ({ nightW, bindingNight }) => (
      <Box>
        {whole(told(nightW, 'W'))}
        {bindingNight !== null && (
          <Text as="span" display="block" fontSize="13px" color="ink2">
            by {BINDING_WORDS[bindingNight]}
          </Text>
        )}
      </Box>
    ),
  },
  { head: 'Surge', cell: ({ surgeVa }) => whole(told(surgeVa, 'VA')), numeric: true, wideOnly: true },
  { head: 'Usable', cell: ({ usableWh }) => whole(told(usableWh, 'Wh')), numeric: true },
  { head: 'From the reserve', cell: ({ reserveH }) => whole(hoursOrOpen(reserveH)), numeric: true },
  { head: 'Reserve to full', cell: ({ chargeH }) => whole(hoursOrOpen(chargeH)), numeric: true, wideOnly: true },
]

const CEILING_NOUNS: Readonly<Record<CeilingKind, (n: number) => string>> = {
  modules: (n) => (n === 1 ? 'module' : 'modules'),
  inParallel: (n) => (n === 1 ? 'inverter side by side' : 'inverters side by side'),
  pvInputs: (n) => (n === 1 ? 'PV input' : 'PV inputs'),
}

/** One ceiling in a sentence; what nobody knows is said to be open. */
function ceilingWords(ceiling: Ceiling): string {
  const { kind, name, used, most } = ceiling
  const left = leftOf(ceiling)
  const noun = CEILING_NOUNS[kind]
  if (most === null) return `${name}: how many ${noun(2)} its maker allows is open`
  if (left === null) return `${name}: ${most} ${noun(most)} at most; how many are planned is open`
  if (left < 0) return `${name}: ${used} ${noun(used ?? 0)} planned, and its maker allows ${most}`
  return `${name}: ${used} of ${most} ${noun(most)} planned, ${left} left`
}

/** What is left for a later visit on boards and walls. */
function roomLeft(installation: Installation): string[] {
  const kept = fitOf(installation.fit, 'unit').filter(
    ({ detail: { reserveRightMm, reserveTopMm } }) => reserveRightMm > 0 || reserveTopMm > 0,
  )
  return [
    ...boardWays(installation).map((ways) => `${ways.name}: ${boardWaysWords(ways)}`),
    ...kept.map(
      ({ name, detail: { reserveRightMm, reserveTopMm } }) =>
        `${name}: ${reserveRightMm} mm kept to its right, ${reserveTopMm} mm above it`,
    ),
    ...ceilingsOf(installation).map(ceilingWords),
    ...installation.runs
      .filter(({ extraM }) => extraM > 0)
      .map(({ tag, from, to, extraM }) => `Run ${tag}, ${from} to ${to}: ${formatNumber(extraM, 3)} m left coiled`),
    ...(kept.length === 0 ? ['No space is kept on a wall for a later unit: say it at the unit, under Fit, Wall'] : []),
  ]
}

/** Room to grow: what one to three more modules would bring, and the room that is left for them. */
export function GrowthSheet({ installation }: { installation: Installation }) {
  const rows = useMemo(() => growthByModules(installation), [installation])
  return (
    <TitledSheet title="Room to grow" note="the same modules, in the first inverter that has some">
      {rows === null ? (
        <EmptyState title="How many modules are planned is not known">
          Once it is, what one, two and three more would bring stands here.
        </EmptyState>
      ) : (
        <DataTable
          label="What more modules would bring"
          columns={COLUMNS}
          rows={rows}
          keyOf={({ added }) => String(added)}
        />
      )}
      <Box mt="10px" borderTopWidth="1px" borderColor="rule">
        <PanelGrowthTable installation={installation} />
      </Box>
      <Box as="ul" listStyleType="disc" px="32px" py="8px" fontSize="14px" aria-label="Room that is left">
        {roomLeft(installation).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </Box>
      <Text px="14px" pb="10px" fontSize="13px" color="ink2">
        Hours are of what stays on as planned now; with a higher limit more may stay on. Whether old and new modules may
        be mixed, and whether the roof has the place, is to be asked.
      </Text>
    </TitledSheet>
  )
}
