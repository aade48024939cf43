import { Text } from '@chakra-ui/react'
import { csvCell } from '@/core/exchange/csvCell'
import { materialsOfInstallation } from '@/core/plan/materialsOfInstallation'
import { howMuch, type MaterialLine } from '@/core/plan/materials'
import { Button } from '@/ui/Button'
import { DataTable, type Column } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { TitledSheet } from '@/ui/Sheet'
import { download } from '../survey/download'
import { usePlanned } from './LoadDrafts'

const GROUP_WORDS = {
  cable: 'Cable',
  terminations: 'Ends',
  devices: 'Devices',
  earthing: 'Earthing',
  roof: 'Roof',
  labels: 'Labels',
} as const

const COLUMNS: readonly Column<MaterialLine>[] = [
  { head: 'Group', cell: ({ group }) => GROUP_WORDS[group], wideOnly: true },
  { head: 'Item', cell: ({ item }) => item },
  {
    head: 'Quantity',
    numeric: true,
    cell: ({ quantity, unit }) => howMuch(quantity, unit),
  },
  {
    head: 'From',
    cell: ({ from }) => (
      <Text as="span" color="ink2">
        {from}
      </Text>
    ),
    wideOnly: true,
  },
]

function materialsCsv(list: readonly MaterialLine[]): string {
  const rows = list.map(({ group, item, quantity, unit, from }) =>
    [group, item, quantity, unit, from].map(csvCell).join(','),
  )
  return ['group,item,quantity,unit,from', ...rows].join('\n') + '\n'
}

/** F-6: what the plan implies in materials, on the screen and as a file. */
export function MaterialsSheet() {
  const { installation } = usePlanned()
  const list = materialsOfInstallation(installation)
  return (
    <TitledSheet
      title="Materials"
      note="F-6"
      actions={
        list.length > 0 && (
          <Button size="sm" onClick={() => download(`${installation.name} materials.csv`, materialsCsv(list))}>
            Save as CSV
          </Button>
        )
      }
    >
      {list.length === 0 ? (
        <EmptyState title="Nothing yet">Runs, sources and electrodes make the list.</EmptyState>
      ) : (
        <DataTable label="Materials" rows={list} keyOf={({ item }) => item} columns={COLUMNS} />
      )}
    </TitledSheet>
  )
}
