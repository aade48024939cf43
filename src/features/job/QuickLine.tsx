'use client'
import { Box, Flex, chakra } from '@chakra-ui/react'
import { type RefObject, useEffect, useId, useState } from 'react'
import { MODE_WORDS } from '@/core/evidence/point'
import { exampleOf } from '@/core/evidence/quickLine'
import { KeyCap } from '@/ui/KeyCap'
import { VerdictWord } from '@/ui/VerdictWord'
import { useJob } from './JobContext'
import { PhonePad } from './PhonePad'
import { type Feedback, useQuickLine } from './useQuickLine'

function FeedbackText({ feedback }: { feedback: Feedback }) {
  switch (feedback.kind) {
    case 'none':
      return null
    case 'hint':
      return (
        <Box as="span" color="ink2">
          {feedback.text}
        </Box>
      )
    case 'error':
      return (
        <Box as="span" color="stop" fontWeight="600">
          {feedback.text}
        </Box>
      )
    case 'ask':
      return (
        <Box as="span" color="watch" fontWeight="600">
          {feedback.text}
        </Box>
      )
    case 'verdict':
      return (
        <Flex as="span" align="center" gap="8px" color="ink2" minW="0">
          <VerdictWord verdict={feedback.judgement.soFar ?? feedback.judgement.verdict} />
          <Box as="span" lineClamp="2">
            <b>{feedback.target.point.label}</b>
            {feedback.with ? `, with ${feedback.with}` : ''}
            {feedback.judgement.soFar ? ', as far as it is there' : ''}: {feedback.judgement.why}
          </Box>
        </Flex>
      )
    case 'stored':
      return (
        <Flex as="span" align="center" gap="8px" color="ink2">
          <Box as="span" fontWeight="600" color="ink">
            Stored: {feedback.text}
          </Box>
          <VerdictWord verdict={feedback.judgement.verdict} />
        </Flex>
      )
  }
}

/** One field, always a key away: completes point names, understands units, shows the verdict while typing and stores on Enter. */
export function QuickLine({
  field,
  onWords,
}: {
  field: RefObject<HTMLInputElement | null>
  /** Opens the list of words. */
  onWords: () => void
}) {
  const { may, proposed, mode, setMode } = useJob()
  const line = useQuickLine()
  const listId = useId()
  const [focused, setFocused] = useState(false)
  const [highlighted, setHighlighted] = useState(-1)
  const [letters, setLetters] = useState(true)
  useEffect(() => {
    if (!proposed) return
    const input = field.current
    input?.focus()
    input?.setSelectionRange(input.value.length, input.value.length)
  }, [proposed, field])
  const allowed = may('recordReadings')
  const open = focused && line.targets.length > 0
  const at = Math.min(highlighted, line.targets.length - 1)
  const choose = (k: number) => {
    const target = line.targets[k]
    if (target) line.pick(target)
    setHighlighted(-1)
    field.current?.focus()
  }
  const onKeyDown = (event: React.KeyboardEvent) => {
    if (event.key === 'Enter') {
      event.preventDefault()
      if (open && at >= 0 && line.state.kind !== 'ready') choose(at)
      else void line.store()
    } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      if (!open) return
      event.preventDefault()
      setHighlighted((k) => (k + (event.key === 'ArrowDown' ? 1 : -1) + line.targets.length) % line.targets.length)
    } else if (event.key === 'Tab' && !event.shiftKey && open && line.text !== '') {
      event.preventDefault()
      choose(Math.max(0, at))
    } else if (event.key === '?' && !event.nativeEvent.isComposing) {
      event.preventDefault()
      onWords()
    } else if (event.key === 'Escape') {
      if (line.text === '') field.current?.blur()
      line.setText('')
    }
  }
  return (
    <Box position="relative" minW="0">
      <Box
        id={`${listId}-feedback`}
        role="status"
        aria-live="polite"
        minH="22px"
        px="2px"
        pb="3px"
        fontSize="14px"
        lineHeight="1.35"
      >
        <FeedbackText feedback={line.feedback} />
        {line.feedback.kind === 'none' && (
          <Box as="span" color="ink3" hideBelow="lg">
            {allowed
              ? 'Type a reading: point, value, Enter. Street or island decides which test is meant.'
              : 'Your role reads here; a lead or a hand records.'}
          </Box>
        )}
      </Box>
      <Flex gap="8px" align="center">
        <Flex
          flex="1"
          minW="0"
          h="46px"
          align="center"
          gap="10px"
          px="12px"
          bg="paper"
          borderWidth="2px"
          borderColor="ink"
          borderRadius="l1"
          _focusWithin={{ borderColor: 'ember' }}
        >
          <chakra.input
            ref={field}
            value={line.text}
            disabled={!allowed}
            onChange={(event) => {
              line.setText(event.target.value)
              setHighlighted(-1)
            }}
            onKeyDown={onKeyDown}
            onFocus={() => setFocused(true)}
            onBlur={() => setTimeout(() => setFocused(false), 150)}
            maxLength={120}
            aria-label="Quick line"
            role="combobox"
            aria-expanded={open}
            aria-controls={listId}
            aria-autocomplete="list"
            aria-describedby={`${listId}-feedback`}
            aria-activedescendant={open && at >= 0 ? `${listId}-${at}` : undefined}
            inputMode={letters ? 'text' : 'none'}
            autoComplete="off"
            autoCapitalize="off"
            autoCorrect="off"
            spellCheck={false}
            placeholder="ra 62 38.2"
            flex="1"
            minW="0"
            h="100%"
            bg="transparent"
            outline="none"
            fontFamily="mono"
            fontSize="18px"
            color="ink"
            _placeholder={{ color: 'ink3', opacity: 0.7 }}
          />
          <KeyCap hideBelow="lg" aria-hidden>
            ⏎
          </KeyCap>
        </Flex>
        <Flex
          role="group"
          aria-label="Mode of the tests"
          borderWidth="1px"
          borderColor="rule2"
          borderRadius="l1"
          overflow="hidden"
          flex="none"
        >
          {(['grid', 'island'] as const).map((own) => (
            <chakra.button
              key={own}
              type="button"
              aria-pressed={mode === own}
              onClick={() => setMode(own)}
              minH="44px"
              px="10px"
              cursor="pointer"
              fontSize="14px"
              fontWeight="600"
              bg={mode === own ? (own === 'grid' ? 'gridSoft' : 'emberSoft') : 'sheet'}
              color={mode === own ? (own === 'grid' ? 'grid' : 'island') : 'ink2'}
            >
              {MODE_WORDS[own]}
            </chakra.button>
          ))}
        </Flex>
      </Flex>
      {open && (
        <Box
          id={listId}
          role="listbox"
          aria-label="What fits"
          position="absolute"
          bottom="calc(100% - 18px)"
          left="0"
          right={{ base: '0', lg: '124px' }}
          zIndex="10"
          bg="sheet"
          borderWidth="1px"
          borderColor="rule2"
          borderRadius="l1"
          boxShadow="md"
          maxH="360px"
          overflowY="auto"
        >
          {line.targets.map((target, k) => (
            <Flex
              key={`${target.point.key} ${target.slot.id}`}
              id={`${listId}-${k}`}
              role="option"
              aria-selected={k === at}
              onMouseDown={(event) => {
                event.preventDefault()
                choose(k)
              }}
              px="12px"
              py="7px"
              minH="40px"
              gap="12px"
              align="baseline"
              cursor="pointer"
              bg={k === at ? 'emberSoft' : undefined}
              _hover={{ bg: 'sheet2' }}
            >
              <Box fontFamily="mono" fontSize="15px" whiteSpace="nowrap">
                {exampleOf(target)}
              </Box>
              <Box color="ink2" fontSize="13.5px" overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
                {target.slot.label} · {target.point.label}
              </Box>
            </Flex>
          ))}
        </Box>
      )}
      {allowed && <PhonePad line={line} field={field} letters={letters} setLetters={setLetters} />}
    </Box>
  )
}
