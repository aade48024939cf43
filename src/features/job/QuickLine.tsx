'use client'
import { Box, Flex, chakra } from '@chakra-ui/react'
import { type RefObject, useEffect, useId, useState } from 'react'
import { KeyCap } from '@/ui/KeyCap'
import { useJob } from './JobContext'
import { ModeSwitch } from './ModeSwitch'
import { PhonePad } from './PhonePad'
import { QuickLineFeedback } from './QuickLineFeedback'
import { QuickLineTargets, targetId } from './QuickLineTargets'
import { useQuickLine } from './useQuickLine'
import { useQuickLineKeys } from './useQuickLineKeys'

/** What is typed is figures and short names: no help of the device's own. */
const AS_TYPED = { autoComplete: 'off', autoCapitalize: 'off', autoCorrect: 'off', spellCheck: false } as const
/** The list is left open long enough for what was pressed in it. */
const LINGERS_MS = 150

/** One field, always a key away: completes point names, understands units, shows the verdict while typing and stores on Enter. */
export function QuickLine({
  field,
  onWords,
}: {
  field: RefObject<HTMLInputElement | null>
  /** Opens the list of words. */
  onWords: () => void
}) {
  const { may, proposed } = useJob()
  const line = useQuickLine()
  const listId = useId()
  const [focused, setFocused] = useState(false)
  const [letters, setLetters] = useState(true)
  useEffect(() => {
    if (!proposed) return
    const input = field.current
    input?.focus()
    input?.setSelectionRange(input.value.length, input.value.length)
  }, [proposed, field])
  const allowed = may('recordReadings')
  const isOpen = focused && line.targets.length > 0
  const { marked, choose, type, onKeyDown } = useQuickLineKeys(line, field, isOpen, onWords)
  return (
    <Box position="relative" minW="0">
      <QuickLineFeedback id={`${listId}-feedback`} feedback={line.feedback} allowed={allowed} />
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
            onChange={(event) => type(event.target.value)}
            onKeyDown={onKeyDown}
            onFocus={() => setFocused(true)}
            onBlur={() => setTimeout(() => setFocused(false), LINGERS_MS)}
            maxLength={120}
            aria-label="Quick line"
            role="combobox"
            aria-expanded={isOpen}
            aria-controls={listId}
            aria-autocomplete="list"
            aria-describedby={`${listId}-feedback`}
            aria-activedescendant={isOpen && marked >= 0 ? targetId(listId, marked) : undefined}
            inputMode={letters ? 'text' : 'none'}
            {...AS_TYPED}
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
        <ModeSwitch />
      </Flex>
      {isOpen && <QuickLineTargets listId={listId} targets={line.targets} marked={marked} onChoose={choose} />}
      {allowed && <PhonePad line={line} field={field} letters={letters} setLetters={setLetters} />}
    </Box>
  )
}
