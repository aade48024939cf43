import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { tagStem } from '@/core/equipment/takeEquipment'
import { freeTag } from '@/core/installation/freeTag'
import type { Component } from '@/core/installation/installation'
import { type PlannedComponent, componentsNotListed } from '@/core/plan/componentsOfPlan'
import { counted } from '@/core/quantity/counted'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { useJob } from '../job/JobContext'
import { useTakeComponents } from '../job/useTakeComponents'
import { useAttempt } from '../useAttempt'

/** Brings what the plan counts on to the list of components, so that nobody writes it down twice; there is no button where nothing is missing. */
export function ComponentsOfPlan() {
  const {
    record: { installation },
  } = useJob()
  const [open, setOpen] = useState(false)
  const missing = componentsNotListed(installation)
  if (missing.length === 0) return null
  return (
    <>
      <Button size="sm" onClick={() => setOpen(true)}>
        Take {counted(missing.length, ['component', 'components'])} from the plan
      </Button>
      <Overlay title="Components the plan counts on" open={open} onClose={() => setOpen(false)} wide>
        {open && <Taking missing={missing} onDone={() => setOpen(false)} />}
      </Overlay>
    </>
  )
}

interface Group {
  name: string
  pieces: PlannedComponent[]
}

function groupsOf(missing: readonly PlannedComponent[]): Group[] {
  const groups = new Map<string, PlannedComponent[]>()
  for (const piece of missing) groups.set(piece.group, [...(groups.get(piece.group) ?? []), piece])
  return [...groups].map(([name, pieces]) => ({ name, pieces }))
}

/** The pieces of every group whose model is known, each with a short name of its own. */
function listed(
  groups: readonly Group[],
  models: Readonly<Record<string, string>>,
  there: readonly Pick<Component, 'tag'>[],
): Omit<Component, 'id'>[] {
  const tags = new Set(there.map(({ tag }) => tag))
  return groups.flatMap(({ name: group, pieces }) => {
    const model = (models[group] ?? '').trim()
    if (model === '') return []
    return pieces.map(({ kind, name }) => {
      const tag = freeTag(tagStem(kind), tags)
      tags.add(tag)
      return {
        tag,
        kind,
        name,
        model,
        minimumFirmware: null,
        warrantyUntil: null,
        libraryRevisionId: null,
        bendingMm: null,
        terminalSize: null,
      }
    })
  })
}

function Taking({ missing, onDone }: { missing: readonly PlannedComponent[]; onDone: () => void }) {
  const {
    record: {
      installation: { components },
    },
  } = useJob()
  const takeComponents = useTakeComponents()
  const { attempt, failure, busy } = useAttempt()
  const groups = groupsOf(missing)
  // an inverter is called by its model in most plans; that of anything else somebody has to read
  const [models, setModels] = useState<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(missing.flatMap(({ kind, group, name }) => (kind === 'inverter' ? [[group, name]] : []))),
  )
  const list = listed(groups, models, components)
  return (
    <Box>
      <Text color="ink2" fontSize="14px" mb="8px">
        Names come from the plan, short names are made. A line without its model stays out, and can be taken later.
      </Text>
      {groups.map(({ name, pieces }) => (
        <Flex key={name} gap="10px" align="center" wrap="wrap" py="5px" borderTopWidth="1px" borderColor="rule">
          <Text flex="1" minW="200px" overflowWrap="anywhere">
            {pieces.length === 1 ? pieces[0]?.name : `${pieces.length} ${name}`}
          </Text>
          <Input
            size="sm"
            w="240px"
            maxLength={60}
            aria-label={`Model of ${name}`}
            placeholder="model, from its plate"
            value={models[name] ?? ''}
            onChange={(event) => setModels({ ...models, [name]: event.target.value })}
          />
        </Flex>
      ))}
      {failure && <Notice kind="error">{failure}</Notice>}
      <Flex gap="8px" mt="12px">
        <Button
          variant="act"
          disabled={busy || list.length === 0}
          onClick={() =>
            void attempt(async () => {
              await takeComponents(list, null)
              onDone()
            })
          }
        >
          {list.length === 0
            ? 'Take them onto the list'
            : `Take ${counted(list.length, ['component', 'components'])} onto the list`}
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </Flex>
    </Box>
  )
}
