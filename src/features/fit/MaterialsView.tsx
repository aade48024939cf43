'use client'
import { Box, Checkbox, Flex, Input, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { csvCell } from '@/core/exchange/csvCell'
import { pickChanges, usedAgainstPlan } from '@/core/fit/pickList'
import { type FitItem, fitOf } from '@/core/installation/fit'
import { freeTag } from '@/core/installation/freeTag'
import { materialsOfInstallation } from '@/core/plan/materialsOfInstallation'
import { parseQuantity } from '@/core/quantity/parseQuantity'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { download } from '../survey/download'
import { type FitEditing, FitItemOverlay } from './FitItemOverlay'
import { useFitItems } from './useFitItems'

const GROUPINGS = { van: 'by place in the van', task: 'by task', delivery: 'by delivery' } as const
type Grouping = keyof typeof GROUPINGS

/** The pick list: what the plan implies, ticked when loaded and when used; what was used differently is told to the next plan (F-6). */
export function MaterialsView() {
  const {
    record: { installation },
    may,
  } = useJob()
  const { save, refusal, busy } = useFitItems()
  const [editing, setEditing] = useState<FitEditing | null>(null)
  const [grouping, setGrouping] = useState<Grouping>('van')
  const list = fitOf(installation.fit, 'material')
  const tasks = fitOf(installation.fit, 'task')
  const lines = useMemo(() => materialsOfInstallation(installation), [installation])
  const changes = pickChanges(installation, lines)
  const edit = may('saveItem')
  const tick = may('saveFitItems')
  const takeOver = () => {
    const taken = new Set(list.map(({ tag }) => tag))
    const free = () => {
      const tag = freeTag('m', taken)
      taken.add(tag)
      return tag
    }
    return save(
      changes.map(({ line, item }, k): FitItem => ({
        id: item?.id ?? uuidv7(),
        kind: 'material',
        tag: item?.tag ?? free(),
        name: line.item.slice(0, 60),
        sort: item?.sort ?? 1000 + list.length + k,
        detail: {
          ...(item?.detail ?? {
            vanPlace: null,
            taskTag: null,
            deliveryTag: null,
            loaded: null,
            used: null,
            note: null,
          }),
          group: line.group,
          unit: line.unit,
          planned: line.quantity,
        },
      })),
    )
  }
  const deliveries = fitOf(installation.fit, 'delivery')
  const named = (things: readonly { tag: string; name: string }[], tag: string | null | undefined, none: string) =>
    things.find((thing) => thing.tag === tag)?.name ?? none
  const groupOf = ({ detail }: FitItem<'material'>) =>
    ({
      van: detail.vanPlace ?? 'no place in the van yet',
      task: named(tasks, detail.taskTag, 'no task yet'),
      delivery: named(deliveries, detail.deliveryTag, 'no delivery: it is in the van'),
    })[grouping]
  const groups = [...new Set(list.map(groupOf))].sort(
    (a, b) => Number(a.startsWith('no ')) - Number(b.startsWith('no ')) || a.localeCompare(b),
  )
  const loaded = list.filter(({ detail }) => detail.loaded !== null).length
  const different = usedAgainstPlan(installation)
  return (
    <>
      <TitledSheet
        title="Pick list"
        note={list.length > 0 ? `${loaded} of ${list.length} loaded` : undefined}
        actions={
          <>
            {(Object.keys(GROUPINGS) as Grouping[]).map((key) => (
              <Button
                key={key}
                size="sm"
                variant={grouping === key ? 'chosen' : 'quiet'}
                aria-pressed={grouping === key}
                onClick={() => setGrouping(key)}
              >
                {GROUPINGS[key]}
              </Button>
            ))}
            {edit && (
              <Button
                size="sm"
                onClick={() =>
                  setEditing({ kind: 'material', item: null, first: { group: 'own', unit: 'pieces', planned: 1 } })
                }
              >
                Add a line
              </Button>
            )}
            {list.length > 0 && (
              <Button size="sm" onClick={() => download(`${installation.name} pick list.csv`, pickCsv(list))}>
                Save as CSV
              </Button>
            )}
          </>
        }
      >
        {refusal && (
          <Notice kind="error" mx="14px" mb="8px">
            {refusal} Nothing was changed.
          </Notice>
        )}
        {edit && changes.length > 0 && (
          <Flex px="14px" pb="8px" gap="10px" align="center" wrap="wrap" fontSize="14px">
            <Text flex="1" minW="200px">
              {changes.filter(({ item }) => item === null).length} lines of the plan are not on the list,{' '}
              {changes.filter(({ item }) => item !== null).length} have another quantity now.
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
        {groups.map((group) => (
          <Box key={group} as="section" aria-label={group}>
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
              {group}
            </Text>
            {list
              .filter((item) => groupOf(item) === group)
              .map((item) => (
                <MaterialRow
                  key={`${item.id}/${item.detail.used}`}
                  item={item}
                  tick={tick}
                  edit={edit}
                  onSave={(detail) => save([{ ...item, detail }])}
                  onEdit={() => setEditing({ kind: 'material', item })}
                />
              ))}
          </Box>
        ))}
      </TitledSheet>
      {different.length > 0 && (
        <TitledSheet title="Used otherwise than planned" note="for the next plan">
          {different.map(({ item, difference }) => (
            <Flex key={item.id} px="14px" py="5px" gap="10px" borderTopWidth="1px" borderColor="rule" fontSize="14px">
              <Text flex="1" minW="0" overflowWrap="anywhere">
                {item.name}
              </Text>
              <Text fontWeight="600">
                {difference > 0 ? `${difference} ${item.detail.unit} more` : `${-difference} ${item.detail.unit} less`}
              </Text>
              <Text color="ink2">{item.detail.note ?? 'no reason noted'}</Text>
            </Flex>
          ))}
        </TitledSheet>
      )}
      <FitItemOverlay editing={editing} onClose={() => setEditing(null)} />
    </>
  )
}

const pickCsv = (list: readonly FitItem<'material'>[]): string =>
  [
    'group,item,planned,unit,van_place,task,delivery,loaded,used,note',
    ...list.map(
      ({ name, detail: { group, planned, unit, vanPlace, taskTag, deliveryTag = null, loaded, used, note } }) =>
        [group, name, planned, unit, vanPlace, taskTag, deliveryTag, loaded, used, note].map(csvCell).join(','),
    ),
  ].join('\n') + '\n'

function MaterialRow({
  item: { name, detail },
  tick,
  edit,
  onSave,
  onEdit,
}: {
  item: FitItem<'material'>
  tick: boolean
  edit: boolean
  onSave: (detail: FitItem<'material'>['detail']) => Promise<boolean>
  onEdit: () => void
}) {
  const [used, setUsed] = useState(detail.used === null ? '' : String(detail.used))
  const [wrong, setWrong] = useState(false)
  const settle = () => {
    const parsed = used.trim() === '' ? null : parseQuantity(used, '')
    if (parsed && (!parsed.ok || parsed.value.value < 0)) return setWrong(true)
    setWrong(false)
    const value = parsed?.ok ? parsed.value.value : null
    if (value !== detail.used) void onSave({ ...detail, used: value })
  }
  return (
    <Flex
      px="14px"
      py="4px"
      gap="10px"
      borderTopWidth="1px"
      borderColor="rule"
      fontSize="14px"
      align="center"
      minH="44px"
    >
      <Checkbox.Root
        checked={detail.loaded !== null}
        disabled={!tick}
        onCheckedChange={({ checked }) => void onSave({ ...detail, loaded: checked === true ? detail.planned : null })}
      >
        <Checkbox.HiddenInput aria-label={`${name} is loaded`} />
        <Checkbox.Control />
      </Checkbox.Root>
      <Text flex="1" minW="0" overflowWrap="anywhere" color={detail.loaded === null ? 'ink' : 'ink2'}>
        {name}
      </Text>
      <Text whiteSpace="nowrap">
        {detail.planned} {detail.unit}
      </Text>
      <Flex align="center" gap="4px">
        <Text fontSize="13px" color="ink2">
          used
        </Text>
        <Input
          size="sm"
          w="62px"
          h="36px"
          textAlign="right"
          inputMode="decimal"
          aria-label={`${name}, used`}
          aria-invalid={wrong}
          disabled={!tick}
          value={used}
          onChange={(event) => setUsed(event.target.value)}
          onBlur={settle}
          onKeyDown={(event) => {
            if (event.key === 'Enter') settle()
          }}
        />
      </Flex>
      {wrong && (
        <Text role="alert" color="stop" fontSize="13px">
          a number
        </Text>
      )}
      {edit && (
        <Button variant="bare" size="sm" fontSize="13px" onClick={onEdit} aria-label={`Change ${name}`}>
          change
        </Button>
      )}
    </Flex>
  )
}
