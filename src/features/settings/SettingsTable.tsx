'use client'
import { chakra } from '@chakra-ui/react'
import type { PlannedSetting } from '@/core/installation/installation'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { settingText } from '@/core/settings/settingText'
import type { SettingLine as LineOf } from '@/core/settings/settingsDiff'
import { DataTable } from '@/ui/DataTable'
import { VerdictWord } from '@/ui/VerdictWord'

/** A line whose plan is the job's own. */
export type SettingLine = LineOf<PlannedSetting>

const valueOf = (line: SettingLine, which: 'read' | 'left') => {
  const number = line[which]
  const agrees = which === 'read' ? line.readAgrees : line.leftAgrees
  if (number === null) return <chakra.span color="ink3">–</chakra.span>
  return (
    <chakra.span fontWeight="600" color={agrees === false ? 'stop' : undefined}>
      {line.planned ? settingText(line.key, number, line.planned.unit) : formatNumber(number)}
      {agrees === false ? ' ≠' : ''}
    </chakra.span>
  )
}

interface SettingsTableProps {
  lines: readonly SettingLine[]
  /** The setting whose history is shown. */
  shown: string | null
  show: (key: string | null) => void
}

/** Planned, read and left side by side; a setting that is chosen shows what was done about it. */
export function SettingsTable({ lines, shown, show }: SettingsTableProps) {
  return (
    <DataTable<SettingLine>
      label="Settings"
      rows={lines}
      keyOf={({ key }) => key}
      columns={[
        {
          head: 'Setting',
          cell: ({ key, planned }) => (
            <chakra.button
              type="button"
              cursor="pointer"
              textAlign="left"
              minH="32px"
              aria-expanded={shown === key}
              onClick={() => show(shown === key ? null : key)}
              textDecoration={shown === key ? 'underline' : undefined}
            >
              {planned?.label ?? key}
            </chakra.button>
          ),
        },
        {
          head: 'Planned',
          numeric: true,
          cell: ({ planned }) =>
            planned ? (
              <>
                {settingText(planned.key, planned.value, planned.unit)}
                {planned.tolerance > 0 && (
                  <chakra.span color="ink3" fontSize="12.5px" display={{ base: 'block', md: 'inline' }}>
                    {' '}
                    ± {settingText(planned.key, planned.tolerance, planned.unit)}
                  </chakra.span>
                )}
              </>
            ) : (
              'not planned'
            ),
        },
        { head: 'Read', numeric: true, cell: (line) => valueOf(line, 'read') },
        { head: 'Left', numeric: true, cell: (line) => valueOf(line, 'left') },
        { head: 'Verdict', cell: ({ verdict }) => <VerdictWord verdict={verdict} /> },
      ]}
    />
  )
}
