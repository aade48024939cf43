'use client'
import { Box, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { type OwnLimit, ownLimitsNow } from '@/core/rules/ownLimits'
import { LIMIT_PURPOSES } from '@/core/rules/ownLimitWords'
import { LIMIT_KEYS, type LimitKey, type Limits } from '@/core/rules/rulePack'
import { type Column, DataTable } from '@/ui/DataTable'
import { Overlay } from '@/ui/Overlay'
import { useTimes } from '@/ui/useTimes'
import { type LimitSet, OwnLimitForm } from './OwnLimitForm'

interface Row {
  key: LimitKey
  own: OwnLimit | undefined
}

const rowsOf = (limits: Limits, own: readonly OwnLimit[]): Row[] => {
  const now = ownLimitsNow(own)
  const rows = LIMIT_KEYS.filter((key) => limits[key].crewMayChange !== null).map((key) => ({
    key,
    own: now.find((one) => one.key === key),
  }))
  return [...rows.filter(({ own: set }) => set), ...rows.filter(({ own: set }) => !set)]
}

/** A figure with its unit, never broken between them. */
const Whole = chakra('span', { base: { whiteSpace: 'nowrap', overflowWrap: 'normal' } })

const columnsOf = (limits: Limits, dayOf: (iso: string) => string): Column<Row>[] => [
  {
    head: 'Limit',
    cell: ({ key, own }) => (
      <Box>
        {LIMIT_PURPOSES[key]}
        {own && (
          <Text as="span" display="block" fontSize="13px" color="ink2">
            {own.byName}, {dayOf(own.at)}: {own.reason}
          </Text>
        )}
      </Box>
    ),
  },
  {
    head: 'Pack',
    numeric: true,
    cell: ({ key }) => <Whole>{formatQuantity(limits[key].value, limits[key].unit)}</Whole>,
  },
  {
    head: 'Own',
    numeric: true,
    cell: ({ key, own }) =>
      own && own.value !== null ? (
        <Whole fontWeight="700">{formatQuantity(own.value, limits[key].unit)}</Whole>
      ) : (
        <chakra.span color="ink2">as the pack</chakra.span>
      ),
  },
]

/** Every limit that a lead may set otherwise: the pack's figure, one's own, and who set it why. */
export function OwnLimitsTable({
  label,
  limits,
  own,
  save,
}: {
  label: string
  /** The region's own limits. */
  limits: Limits
  own: readonly OwnLimit[]
  /** `null` where the person may not set any. */
  save: ((set: LimitSet) => Promise<unknown>) | null
}) {
  const [opened, setOpened] = useState<LimitKey | null>(null)
  const { dayOf } = useTimes()
  const rows = rowsOf(limits, own)
  const value = rows.find(({ key }) => key === opened)?.own?.value ?? null
  return (
    <>
      <DataTable
        label={label}
        columns={columnsOf(limits, dayOf)}
        rows={rows}
        keyOf={({ key }) => key}
        {...(save && {
          onOpen: ({ key }: Row) => setOpened(key),
          openLabel: ({ key }: Row) => `Set: ${LIMIT_PURPOSES[key]}`,
          openWord: 'set',
        })}
      />
      <Overlay title={opened ? LIMIT_PURPOSES[opened] : ''} open={opened !== null} onClose={() => setOpened(null)}>
        {opened && save && (
          <OwnLimitForm
            key={opened}
            limitKey={opened}
            packs={limits[opened]}
            value={value}
            save={async (set) => {
              await save(set)
              setOpened(null)
            }}
          />
        )}
      </Overlay>
    </>
  )
}
