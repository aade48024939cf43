'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Choice } from '@/ui/Choice'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { FilePick } from '../survey/FilePick'
import { download } from '../survey/download'
import type { Act, PracticeHouse } from './usePracticeHouse'

interface FaultSetterProps {
  house: PracticeHouse
  act: Act
  open: boolean
  onClose: () => void
}

type FaultChoice = PracticeHouse['faultChoices'][number]
interface SetFault {
  kind: FaultChoice['kind']
  at: number
}

/** A script is a few lines; more is no script. */
const MOST_SCRIPT_BYTES = 64 * 1024

/** Exercises by what a customer would say, and single faults for whoever prepares a house for somebody else. */
export function FaultSetter({ house, act, open, onClose }: FaultSetterProps) {
  const begin = async (...asked: Parameters<Act>) => {
    await act(...asked)
    onClose()
  }
  return (
    <Overlay title="Exercises, and faults to set" open={open} onClose={onClose} wide>
      <Text color="ink2" mb="10px">
        What is hidden is not told here. “Build the house anew” takes it away again.
      </Text>
      <Flex direction="column" gap="6px" mb="16px">
        {house.exercises.map(({ exercise, told }) => (
          <Flex key={exercise} justify="space-between" align="center" gap="12px">
            <Text>“{told}”</Text>
            <Button size="sm" flex="none" onClick={() => void begin('exercise', { name: exercise })}>
              Find out why
            </Button>
          </Flex>
        ))}
      </Flex>
      <SingleFaults choices={house.faultChoices} hide={(faults) => begin('hide', { faults })} />
    </Overlay>
  )
}

interface SingleFaultsProps {
  choices: readonly FaultChoice[]
  hide: (faults: readonly SetFault[]) => Promise<void>
}

/** Faults chosen one by one, or read from a script; they can be kept as a script. */
function SingleFaults({ choices, hide }: SingleFaultsProps) {
  const [chosen, setChosen] = useState<readonly SetFault[]>([])
  const [refused, setRefused] = useState<string | null>(null)
  const read = async (text: string, name: string) => {
    const script = scriptOf(text, name)
    if (typeof script === 'string') return setRefused(script)
    setRefused(null)
    await hide(script)
  }
  return (
    <Box borderTopWidth="1px" borderColor="rule" pt="12px">
      <Text fontWeight="600" mb="6px">
        Set for somebody else
      </Text>
      <Flex direction="column" gap="4px">
        {choices.map((choice) => (
          <FaultRow
            key={choice.kind}
            choice={choice}
            at={chosen.find(({ kind }) => kind === choice.kind)?.at ?? null}
            put={(at) =>
              setChosen((now) => [
                ...now.filter(({ kind }) => kind !== choice.kind),
                ...(at === null ? [] : [{ kind: choice.kind, at }]),
              ])
            }
          />
        ))}
      </Flex>
      <Flex gap="8px" wrap="wrap" mt="12px" align="center">
        <Button variant="act" disabled={chosen.length === 0} onClick={() => void hide(chosen)}>
          {chosen.length > 1 ? `Hide these ${chosen.length}` : 'Hide it'}
        </Button>
        <Button
          disabled={chosen.length === 0}
          onClick={() => download('faults.json', JSON.stringify({ faults: chosen }, null, 2), 'application/json')}
        >
          Keep as a script
        </Button>
        <FilePick
          label="Read a script of faults"
          accept=".json,application/json"
          maxBytes={MOST_SCRIPT_BYTES}
          onText={(text, { name }) => void read(text, name)}
          onError={setRefused}
        />
      </Flex>
      {refused !== null && (
        <Notice kind="error" mt="8px">
          {refused}
        </Notice>
      )}
    </Box>
  )
}

function FaultRow({ choice, at, put }: { choice: FaultChoice; at: number | null; put: (at: number | null) => void }) {
  return (
    <Flex align="center" gap="10px" minH="36px">
      <label style={{ display: 'flex', gap: 10, alignItems: 'center', flex: 1 }}>
        <input type="checkbox" checked={at !== null} onChange={() => put(at === null ? 0 : null)} />
        {choice.what}
      </label>
      {at !== null && choice.count > 1 && (
        <Choice
          label={`Which: ${choice.what}`}
          width="110px"
          value={String(at)}
          options={Array.from({ length: choice.count }, (_, k) => [String(k), `number ${k + 1}`] as const)}
          onChange={(next) => put(Number(next))}
        />
      )}
    </Flex>
  )
}

/** The faults of a script as they stand in it, or what is wrong with it; the stand-in looks at each of them. */
function scriptOf(text: string, name: string): SetFault[] | string {
  try {
    const { faults } = JSON.parse(text) as { faults?: SetFault[] }
    if (Array.isArray(faults)) return faults
    return `“${name}”: a script has a list called “faults”. Nothing was hidden.`
  } catch {
    return `“${name}” is no JSON. Nothing was hidden.`
  }
}
