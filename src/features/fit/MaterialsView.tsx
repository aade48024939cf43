'use client'
import { counted } from '@/core/quantity/counted'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { usedAgainstPlan } from '@/core/fit/pickList'
import { howMuch } from '@/core/plan/materials'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { download } from '../survey/download'
import { type FitEditing, FitItemOverlay } from './FitItemOverlay'
import { MaterialRow } from './MaterialRow'
import { GROUPINGS, type Grouping, pickCsv, pickGroups } from './pickGroups'
import { type PickList, usePickList } from './usePickList'

const NEW_LINE: FitEditing = {
  kind: 'material',
  item: null,
  first: { group: 'own', unit: 'pieces', planned: 1 },
}

/** How the list is put in order, a line of one's own, and the list as a file. */
function PickActions({
  list,
  grouping,
  onGroup,
  onEdit,
}: {
  list: PickList['list']
  grouping: Grouping
  onGroup: (grouping: Grouping) => void
  onEdit: (editing: FitEditing) => void
}) {
  const {
    record: {
      installation: { name },
    },
    may,
  } = useJob()
  return (
    <>
      {(Object.keys(GROUPINGS) as Grouping[]).map((key) => (
        <Button
          key={key}
          size="sm"
          variant={grouping === key ? 'chosen' : 'quiet'}
          aria-pressed={grouping === key}
          onClick={() => onGroup(key)}
        >
          {GROUPINGS[key]}
        </Button>
      ))}
      {may('saveItem') && (
        <Button size="sm" onClick={() => onEdit(NEW_LINE)}>
          Add a line
        </Button>
      )}
      {list.length > 0 && (
        <Button size="sm" onClick={() => download(`${name} pick list.csv`, pickCsv(list))}>
          Save as CSV
        </Button>
      )}
    </>
  )
}

/** What of the plan is not on the list as it stands now, and the way to take it over. */
function FromThePlan({ list, changes, takeOver, busy }: PickList) {
  const { may } = useJob()
  const missing = changes.filter(({ item }) => item === null).length
  return (
    <>
      {may('saveItem') && changes.length > 0 && (
        <Flex px="14px" pb="8px" gap="10px" align="center" wrap="wrap" fontSize="14px">
          <Text flex="1" minW="200px">
            Of the plan, {counted(missing, ['line', 'lines'])} not on the list yet,{' '}
            {counted(changes.length - missing, ['line', 'lines'])} there with another quantity or name.
          </Text>
          <Button size="sm" variant="act" disabled={busy} onClick={() => void takeOver()}>
            Take over from the plan
          </Button>
        </Flex>
      )}
      {list.length === 0 && changes.length === 0 && (
        <EmptyState title="Nothing to pick yet">Runs, sources and electrodes of the plan make the list.</EmptyState>
      )}
      {list.length === 0 && changes.length > 0 && (
        <EmptyState title="The list is empty">
          Take over what the plan implies; then give each line its place in the van.
        </EmptyState>
      )}
    </>
  )
}

function PickGroup({
  name,
  items,
  save,
  onEdit,
}: {
  name: string
  items: PickList['list']
  save: PickList['save']
  onEdit: (editing: FitEditing) => void
}) {
  const { may } = useJob()
  return (
    <Box as="section" aria-label={name}>
      <Text
        px="14px"
        py="5px"
        fontSize="13px"
        fontWeight="600"
        color="ink2"
        bg="sheet2"
        borderTopWidth="1px"
        borderColor="rule"
      >
        {name}
      </Text>
      {items.map((item) => (
        <MaterialRow
          key={`${item.id}/${item.detail.used}`}
          item={item}
          tick={may('saveFitItems')}
          edit={may('saveItem')}
          onSave={(detail) => save([{ ...item, detail }])}
          onEdit={() => onEdit({ kind: 'material', item })}
        />
      ))}
    </Box>
  )
}

/** What was used otherwise than planned, told to the next plan. */
function UsedOtherwise() {
  const {
    record: { installation },
  } = useJob()
  const different = usedAgainstPlan(installation)
  if (different.length === 0) return null
  return (
    <TitledSheet title="Used otherwise than planned" note="for the next plan">
      {different.map(({ item, difference }) => (
        <Flex key={item.id} px="14px" py="5px" gap="10px" borderTopWidth="1px" borderColor="rule" fontSize="14px">
          <Text flex="1" minW="0" overflowWrap="anywhere">
            {item.name}
          </Text>
          <Text fontWeight="600">
            {howMuch(Math.abs(difference), item.detail.unit)} {difference > 0 ? 'more' : 'less'}
          </Text>
          <Text color="ink2">{item.detail.note ?? 'no reason noted'}</Text>
        </Flex>
      ))}
    </TitledSheet>
  )
}

/** The pick list: what the plan implies, ticked when loaded and when used; what was used differently is told to the next plan (F-6). */
export function MaterialsView() {
  const {
    record: { installation },
  } = useJob()
  const picks = usePickList()
  const [editing, setEditing] = useState<FitEditing | null>(null)
  const [grouping, setGrouping] = useState<Grouping>('van')
  const { list, save, refusal } = picks
  const loaded = list.filter(({ detail }) => detail.loaded !== null).length
  return (
    <>
      <TitledSheet
        title="Pick list"
        note={list.length > 0 ? `${loaded} of ${list.length} loaded` : undefined}
        actions={<PickActions list={list} grouping={grouping} onGroup={setGrouping} onEdit={setEditing} />}
      >
        {refusal && (
          <Notice kind="error" mx="14px" mb="8px">
            {refusal} Nothing was changed.
          </Notice>
        )}
        <FromThePlan {...picks} />
        {pickGroups(installation, list, grouping).map(({ name, items }) => (
          <PickGroup key={name} name={name} items={items} save={save} onEdit={setEditing} />
        ))}
      </TitledSheet>
      <UsedOtherwise />
      <FitItemOverlay editing={editing} onClose={() => setEditing(null)} />
    </>
  )
}
