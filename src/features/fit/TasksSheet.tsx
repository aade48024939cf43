'use client'
import { Flex, Text } from '@chakra-ui/react'
import { Button } from '@/ui/Button'
import { TitledSheet } from '@/ui/Sheet'
import { TimingButtons } from './TimingButtons'
import type { CrewDay } from './useCrewDay'

/** Every task in the order of the plan, begun and done on site. */
export function TasksSheet({
  day: { tasks, schedule, progress },
  onSelect,
}: {
  day: CrewDay
  onSelect: (tag: string) => void
}) {
  return (
    <TitledSheet
      title="Tasks"
      note={`${[...progress.values()].filter((state) => state === 'done').length} of ${tasks.length} done`}
    >
      {(schedule ? [...tasks].sort((a, b) => orderIn(schedule, a.tag) - orderIn(schedule, b.tag)) : tasks).map(
        (task) => (
          <Flex
            key={task.id}
            data-task-row={task.tag}
            px="14px"
            py="5px"
            gap="10px"
            borderTopWidth="1px"
            borderColor="rule"
            fontSize="14px"
            align="center"
          >
            <Flex
              flex="1"
              minW="0"
              direction={{ base: 'column', md: 'row' }}
              align={{ base: 'flex-start', md: 'center' }}
              gap={{ base: '0', md: '10px' }}
            >
              <Button
                variant="bare"
                size="sm"
                fontSize="14px"
                textAlign="left"
                flex={{ md: '1' }}
                px="0"
                justifyContent="flex-start"
                onClick={() => onSelect(task.tag)}
              >
                {task.name}
              </Button>
              <Text color="ink2" whiteSpace="nowrap">
                {task.detail.minutes} min, {task.detail.people === 1 ? 'one person' : `${task.detail.people} people`}
                {task.detail.licensed ? ', licensed' : ''}
              </Text>
            </Flex>
            <TimingButtons task={task} />
          </Flex>
        ),
      )}
    </TitledSheet>
  )
}

const orderIn = ({ planned }: { planned: readonly { id: string }[] }, tag: string) => {
  const at = planned.findIndex(({ id }) => id === tag)
  return at < 0 ? Infinity : at
}
