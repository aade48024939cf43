'use client'
import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { LogMarks, LogTest, LogTestKind } from '@/core/powerLog/logMarks'
import type { JudgedLogTest } from '@/core/powerLog/logWorkingTests'
import { Button } from '@/ui/Button'
import { VerdictWord } from '@/ui/VerdictWord'
import { parseFigure } from '../forms/parseFigure'
import { Choice } from '@/ui/Choice'
import { RecordWindow } from './RecordWindow'
import { TEST_WORDS, testSentence } from './logWords'

const KINDS = (Object.keys(TEST_WORDS) as LogTestKind[]).map((kind) => [kind, TEST_WORDS[kind]] as const)
const isForced = (kind: LogTestKind) => kind === 'forcedCharge' || kind === 'forcedDischarge'

/** Working tests with the street there (T-11): windows of the log, each judged with its numbers. */
export function LogTests({
  tests,
  marks,
  onJudge,
}: {
  tests: readonly JudgedLogTest[]
  marks: LogMarks
  onJudge: (marks: LogMarks) => void
}) {
  const [kind, setKind] = useState<LogTestKind>('surplus')
  const [text, setText] = useState({ from: '', to: '', set: '' })
  const [fromS, toS, setW] = [parseFigure(text.from), parseFigure(text.to), parseFigure(text.set)]
  const ready = fromS !== null && toS !== null && toS > fromS && (!isForced(kind) || (setW !== null && setW > 0))
  const add = () => {
    if (!ready) return
    const test: LogTest = { kind, fromS, toS, ...(isForced(kind) && { setW }) }
    onJudge({ ...marks, tests: [...marks.tests, test] })
    setText({ from: '', to: '', set: '' })
  }
  const field = (name: keyof typeof text, label: string) => (
    <Input
      size="sm"
      w="90px"
      inputMode="decimal"
      aria-label={label}
      placeholder={name === 'set' ? 'W' : 's'}
      value={text[name]}
      onChange={(event) => setText((now) => ({ ...now, [name]: event.target.value }))}
    />
  )
  return (
    <Box as="section" aria-label="Working tests" borderTopWidth="1px" borderColor="rule" px="14px" py="10px">
      <Text fontWeight="600" mb="6px">
        Working tests
      </Text>
      {tests.map((test, k) => (
        <Flex key={k} gap="10px" fontSize="14px" py="3px" wrap="wrap" align="baseline">
          <VerdictWord verdict={test.verdict} />
          <Text fontWeight="600">
            {TEST_WORDS[test.kind]}, {test.fromS} to {test.toS} s
          </Text>
          <Text flex="1" minW="240px">
            {testSentence(test)}
          </Text>
          <RecordWindow
            kind={test.kind}
            found={test}
            lastedS={test.toS - test.fromS}
            setW={test.setW ?? null}
            source="log"
          />
          <Button
            size="sm"
            variant="bare"
            aria-label={`Take out test ${k + 1}`}
            onClick={() => onJudge({ ...marks, tests: marks.tests.filter((_, at) => at !== k) })}
          >
            take out
          </Button>
        </Flex>
      ))}
      <Flex gap="8px" mt="6px" align="center" wrap="wrap" fontSize="14px">
        <Choice label="Kind of test" value={kind} options={KINDS} onChange={setKind} width="210px" />
        <Text>from</Text>
        {field('from', 'Test begins at, in seconds')}
        <Text>to</Text>
        {field('to', 'Test ends at, in seconds')}
        {isForced(kind) && (
          <>
            <Text>set</Text>
            {field('set', 'Power that was set, in watts')}
          </>
        )}
        <Button size="sm" disabled={!ready} onClick={add}>
          Judge it
        </Button>
      </Flex>
    </Box>
  )
}
