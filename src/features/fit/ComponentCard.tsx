'use client'
import { componentRecordKey } from '@/core/evidence/families/componentRecord'
import { AspectRatio, Box, Flex, Text, chakra } from '@chakra-ui/react'
import type { Component } from '@/core/installation/installation'
import type { Attachment, Judgement, Slot } from '@/core/evidence/point'
import { latestBySlot } from '@/core/evidence/reading'
import type { Verdict } from '@/core/rules/verdict'
import { Button } from '@/ui/Button'
import { Sheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { AddPicture } from '../job/AddPicture'
import { useJob } from '../job/JobContext'
import { ReadCode } from './ReadCode'
import { Thumb } from './Thumb'
import { withinSentence } from '@/core/withinSentence'

interface ComponentCardProps {
  component: Component
  onEdit?: () => void
  onReplace?: () => void
  onLook: (one: Attachment) => void
}

/** A component as it was built in: the picture of its plate, what stands on it, and what is still open. */
export function ComponentCard({ component, onEdit, onReplace, onLook }: ComponentCardProps) {
  const { bench, at, select, propose, may } = useJob()
  const { tag, name } = component
  const key = componentRecordKey(component)
  const judgement = bench.judgements.get(key)
  const latest = latestBySlot(bench.context.readings, key)
  // the plate of a component that was taken out is not this one's
  const picture = bench.context.attachments.findLast(({ kind, subject }) => kind === 'picture' && subject === tag)
  const slots = bench.points.find((point) => point.key === key)?.slots ?? []
  const chosen = at === key
  const type = (slot: Slot) => {
    select(key)
    propose(`${slot.path.join(' ')} `)
  }
  return (
    <Sheet
      borderColor={chosen ? 'ember' : 'rule'}
      outline={chosen ? '1px solid' : undefined}
      outlineColor="ember"
      display="flex"
      flexDirection="column"
      minW="0"
    >
      {picture ? <Thumb attachment={picture} label={name} onLook={onLook} /> : <NoPicture of={tag} />}
      <Head
        component={component}
        verdict={judgement?.verdict ?? 'open'}
        chosen={chosen}
        onChoose={() => select(chosen ? null : key)}
      />
      <Box px="12px" pb="10px" mt="4px" fontSize="14px">
        {slots
          .filter(({ path }) => path.length > 0)
          .map((slot) => (
            <SlotRow
              key={slot.id}
              slot={slot}
              word={latest.get(slot.id)?.valueWord}
              of={name}
              onType={may('recordReadings') ? () => type(slot) : null}
            />
          ))}
        {judgement && judgement.verdict !== 'proven' && <Why judgement={judgement} />}
        <Flex gap="6px" mt="6px" align="center" wrap="wrap">
          {picture && <AddPicture subject={tag} />}
          <ReadCode componentTag={tag} name={name} />
          <Flex ml="auto" gap="4px">
            {onReplace && latest.has('serial') && <Quiet label={`Replace ${name}`} word="replace" onDo={onReplace} />}
            {onEdit && <Quiet label={`Change ${name}`} word="change" onDo={onEdit} />}
          </Flex>
        </Flex>
      </Box>
    </Sheet>
  )
}

function NoPicture({ of }: { of: string }) {
  return (
    <AspectRatio ratio={4 / 3} bg="sheet2">
      <Flex direction="column" gap="8px" color="ink2" fontSize="14px">
        <Text>No picture of its plate</Text>
        <AddPicture subject={of} />
      </Flex>
    </AspectRatio>
  )
}

interface HeadProps {
  component: Component
  verdict: Verdict
  chosen: boolean
  onChoose: () => void
}

function Head({ component: { name, model, tag }, verdict, chosen, onChoose }: HeadProps) {
  return (
    <chakra.button
      type="button"
      textAlign="left"
      px="12px"
      pt="8px"
      cursor="pointer"
      onClick={onChoose}
      aria-pressed={chosen}
    >
      <Flex align="center" gap="8px">
        <Text fontWeight="600" flex="1" minW="0" overflowWrap="anywhere" lineHeight="1.25">
          {name}
        </Text>
        <VerdictWord verdict={verdict} />
      </Flex>
      <Text fontSize="13px" color="ink2">
        {model} ·{' '}
        <Box as="span" fontFamily="mono">
          {tag}
        </Box>
      </Text>
    </chakra.button>
  )
}

interface SlotRowProps {
  slot: Slot
  word: string | null | undefined
  of: string
  /** `null` for who may not write. */
  onType: (() => void) | null
}

/** What a plate says, or that nobody wrote it down yet. */
function SlotRow({ slot, word, of, onType }: SlotRowProps) {
  return (
    <Flex align="center" gap="8px" minH="34px" borderTopWidth="1px" borderColor="rule">
      <Text color="ink2" w="74px">
        {slot.label}
      </Text>
      <Text fontFamily="mono" flex="1" minW="0" overflowWrap="anywhere">
        {word ?? '–'}
      </Text>
      {onType && word === undefined && (
        <Quiet label={`Type the ${withinSentence(slot.label)} of ${of}`} word="type" onDo={onType} />
      )}
    </Flex>
  )
}

function Why({ judgement: { verdict, why } }: { judgement: Judgement }) {
  return (
    <Text fontSize="13px" color={verdict === 'stop' ? 'stop' : 'ink2'} borderTopWidth="1px" borderColor="rule" pt="5px">
      {why}
    </Text>
  )
}

function Quiet({ label, word, onDo }: { label: string; word: string; onDo: () => void }) {
  return (
    <Button variant="bare" size="sm" fontSize="13px" onClick={onDo} aria-label={label}>
      {word}
    </Button>
  )
}
