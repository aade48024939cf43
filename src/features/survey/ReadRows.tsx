import { Box, Flex, Text, chakra } from '@chakra-ui/react'
import { counted } from '@/core/quantity/counted'
import type { ReadRow } from '@/schemas/tables/reading'
import type { DoubtAnswers, RowDoubt } from '@/schemas/tables/rowDoubts'
import { Choice } from '@/ui/Choice'
import { fieldText } from '../forms/fieldText'
import { withinSentence } from '@/core/withinSentence'

const SHOWN = 30

const names = (rows: readonly ReadRow[]) =>
  `${rows
    .slice(0, 5)
    .map(({ fields }) => String(fields.name))
    .join(', ')}${rows.length > 5 ? ' …' : ''}`

/** What a list would make of the job: what is new, what changes and from what to what, and what is as it was. */
export function ReadRows({ rows }: { rows: readonly ReadRow[] }) {
  const fresh = rows.filter(({ was }) => was === null)
  const changed = rows.filter(({ changes }) => changes.length > 0)
  const same = rows.length - fresh.length - changed.length
  return (
    <Box role="region" aria-label="What the list changes">
      {rows.length === 0 && <Text>No row can be taken in as it stands.</Text>}
      {fresh.length > 0 && (
        <Text>
          {counted(fresh.length, ['new load', 'new loads'])}: {names(fresh)}
        </Text>
      )}
      {changed.length > 0 && (
        <>
          <Text fontWeight="600">{counted(changed.length, ['load changes', 'loads change'])}</Text>
          <chakra.ul pl="18px" listStyleType="disc" fontSize="14px">
            {changed.slice(0, SHOWN).map(({ line, was, changes }) => (
              <li key={line}>
                {was?.name}:{' '}
                {changes
                  .map(
                    ({ field, before, after }) =>
                      `${withinSentence(field.label)} ${fieldText(field, before)} → ${fieldText(field, after)}`,
                  )
                  .join('; ')}
              </li>
            ))}
          </chakra.ul>
          {changed.length > SHOWN && <Text color="ink2">and {changed.length - SHOWN} more</Text>}
        </>
      )}
      {same > 0 && (
        <Text color="ink2">
          {same === 1 ? 'One load is as the job has it.' : `${same} loads are as the job has them.`}
        </Text>
      )}
    </Box>
  )
}

/** Rows with more than one reading: each asks, and waits for its answer. */
export function RowDoubts({
  doubts,
  answers,
  onAnswer,
}: {
  doubts: readonly RowDoubt[]
  answers: DoubtAnswers
  onAnswer: (answers: DoubtAnswers) => void
}) {
  if (doubts.length === 0) return null
  return (
    <Box role="group" aria-label="Rows that ask something" mt="8px">
      <Text fontWeight="600">
        {doubts.length === 1 ? 'One row asks something' : `${doubts.length} questions before the rest is taken in`}
      </Text>
      {doubts.slice(0, SHOWN).map(({ id, line, column, value, question, answers: choices }) => (
        <Flex key={id} gap="10px" wrap="wrap" align="center" py="4px">
          <Text flex="1" minW="220px" fontSize="14px">
            {value === '' ? `From line ${line} on, ${column}: ` : `line ${line}, ${column}: “${value}”. `}
            {question}
          </Text>
          <Choice
            label={`Line ${line}, ${column}`}
            value={answers[id] ?? ''}
            options={[['', 'choose'], ...Object.entries(choices)]}
            onChange={(answer) => onAnswer({ ...answers, [id]: answer })}
          />
        </Flex>
      ))}
      {doubts.length > SHOWN && <Text color="ink2">and {doubts.length - SHOWN} more</Text>}
    </Box>
  )
}
