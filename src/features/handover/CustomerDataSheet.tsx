'use client'
import { Box, Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { ERASED_KINDS, ERASED_WORDS, type ErasedCounts, erasedWords } from '@/core/handover/erasure'
import { counted } from '@/core/quantity/counted'
import { erasureSchema } from '@/schemas/erasure'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { Button } from '@/ui/Button'
import { useTimes } from '@/ui/useTimes'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { TitledSheet } from '@/ui/Sheet'
import { callUseCase, problemWords } from '../api'
import { SpecForm } from '../forms/SpecForm'
import { typedFields } from '../forms/typedFields'
import { useJob } from '../job/JobContext'

/** What of a customer was taken out of this job, and the way to take it out. */
export function CustomerDataSheet() {
  const { clock } = useTimes()
  const { view, may } = useJob()
  const [erasing, setErasing] = useState(false)
  const { erasures } = view
  if (erasures.length === 0 && !may('eraseCustomer')) return null
  return (
    <TitledSheet
      title="The customer’s data"
      note={erasures.length === 0 ? 'nothing was taken out' : undefined}
      actions={
        may('eraseCustomer') && (
          <Button size="sm" onClick={() => setErasing(true)}>
            Take them out
          </Button>
        )
      }
    >
      {erasures.map(({ id, reason, erased, byName, at }) => (
        <Box key={id} borderTopWidth="1px" borderColor="rule" px="14px" py="7px" fontSize="14px">
          <Text overflowWrap="anywhere">
            Taken out: {erasedWords(erased)}. {reason}
          </Text>
          <Text color="ink2">
            {clock(at)}, {byName}
          </Text>
        </Box>
      ))}
      <Overlay title="Take the customer’s data out" open={erasing} onClose={() => setErasing(false)} wide>
        <EraseCustomer onDone={() => setErasing(false)} />
      </Overlay>
    </TitledSheet>
  )
}

const fieldsFor = (there: ErasedCounts): readonly FieldSpec[] => [
  { name: 'newName', label: 'What the job is called then', kind: 'text', hint: 'nothing that names anybody' },
  { name: 'reason', label: 'Who asked for it, and when', kind: 'text' },
  {
    name: 'withPictures',
    label: `The crew’s own pictures too (${there.crewPictures})`,
    kind: 'flag',
    hint: 'what they showed has to be shown again',
  },
  {
    name: 'withSentences',
    label: `Sentences that the crew wrote too (${there.sentences})`,
    kind: 'flag',
    hint: 'points that rest on them open again',
  },
]

/** Always taken out: what the household said and sent, and what was made of it. */
const ALWAYS = ERASED_KINDS.filter((kind) => kind !== 'crewPictures' && kind !== 'sentences')

function EraseCustomer({ onDone }: { onDone: () => void }) {
  const { record, refresh } = useJob()
  const { jobId } = record.installation
  const [id] = useState(() => uuidv7())
  const { data, error } = useQuery({
    queryKey: ['customerData', jobId],
    queryFn: () => callUseCase('viewCustomerData', { jobId }),
    gcTime: 0,
  })
  if (error) return <Notice kind="error">{problemWords(error)}</Notice>
  if (!data) return <Text fontSize="14px">Looking through the job…</Text>
  const { there } = data
  const listed = ALWAYS.filter((kind) => there[kind] > 0)
  return (
    <>
      <Text fontSize="14px" mb="8px">
        This takes out the name and the place of the job, what the household insists on, where the house stands
        {listed.length > 0 && ', and '}
        {listed.map((kind) => counted(there[kind], ERASED_WORDS[kind])).join(', ')}. What was measured stays, with who
        measured it; that this was done is written down beside it.
      </Text>
      <Notice kind="caution" mb="12px">
        It cannot be taken back. Sealed packs that were handed out stay with whoever has them, and copies of this server
        that were made before still hold all of it: make a new copy and put the old ones away. Whether records have to
        be kept longer is for the law at your place to say.
      </Notice>
      <SpecForm
        specs={fieldsFor(there)}
        initial={{ newName: `House ${jobId.slice(-6)}`, withPictures: false, withSentences: false }}
        submitLabel="Take it out for good"
        save={async (fields) => {
          await callUseCase('eraseCustomer', typedFields(erasureSchema, { ...fields, id, jobId }))
          await refresh()
          onDone()
        }}
      />
    </>
  )
}
