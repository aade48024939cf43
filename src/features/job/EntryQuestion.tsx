'use client'
import { Flex, Text } from '@chakra-ui/react'
import { type ReactElement, useCallback, useMemo, useState } from 'react'
import { askWords } from '@/core/evidence/entryWords'
import { figureText } from '@/core/evidence/figure'
import type { Target } from '@/core/evidence/quickLine'
import type { Ask, Offered } from '@/core/evidence/readEntry'
import { Button } from '@/ui/Button'
import { Overlay } from '@/ui/Overlay'
import type { EntryFacts } from './makeReading'
import type { Entered, Entries } from './useEntries'

export interface AskedEntries {
  /**
   * Enters and asks the person where the rule of entry says so: for buttons and forms. What was refused comes back in words; `null` when
   * the person would rather not.
   */
  offer: (
    target: Target,
    offered: Offered,
    facts?: EntryFacts & {
      /** `false` where the caller shows by itself what was refused. */
      aloud?: boolean
    },
  ) => Promise<Exclude<Entered, { kind: 'ask' }> | null>
}

/** What is shown: a question with its answer awaited, or what went wrong. */
type Shown =
  | { kind: 'question'; label: string; asks: readonly Ask[]; answer: (confirmed: boolean) => void }
  | { kind: 'refusal'; label: string; message: string }

/** What was offered, as the person gave it. */
function offeredText(offered: Offered): string {
  switch (offered.kind) {
    case 'typed':
      return offered.text
    case 'word':
      return offered.word
    case 'figure':
      return figureText(offered.value, offered.unit, offered.bound)
    case 'file':
      return ''
  }
}

const NOT_KEPT = 'Not stored: this browser cannot keep it. Write it down.'

/** Asking on behalf of every button and form of the bench: none of them can forget to. */
export function useAskedEntries(enter: Entries['enter']): [AskedEntries, ReactElement] {
  const [shown, setShown] = useState<Shown | null>(null)
  const offer = useCallback<AskedEntries['offer']>(
    async (target, offered, { aloud = true, ...facts } = {}) => {
      try {
        const first = await enter(target, offered, facts)
        if (first.kind === 'refused' && aloud)
          setShown({ kind: 'refusal', label: target.point.label, message: first.message })
        if (first.kind !== 'ask') return first
        const confirmed = await new Promise<boolean>((answer) =>
          setShown({
            kind: 'question',
            label: `${target.point.label}: ${target.slot.label} ${offeredText(offered)}`,
            asks: first.asks,
            answer,
          }),
        )
        setShown(null)
        if (!confirmed) return null
        const codes = [...(facts.confirmed ?? []), ...first.asks.map(({ code }) => code)]
        const second = await enter(target, offered, { ...facts, confirmed: codes })
        // what was asked has been answered; anything new would be asked the next time
        return second.kind === 'ask' ? null : second
      } catch {
        setShown({ kind: 'refusal', label: target.point.label, message: NOT_KEPT })
        return { kind: 'refused', message: NOT_KEPT }
      }
    },
    [enter],
  )
  const close = () => {
    if (shown?.kind === 'question') shown.answer(false)
    setShown(null)
  }
  return [useMemo(() => ({ offer }), [offer]), <EntryQuestion key="question" shown={shown} onClose={close} />]
}

function EntryQuestion({ shown, onClose }: { shown: Shown | null; onClose: () => void }) {
  return (
    <Overlay
      title={shown?.kind === 'refusal' ? 'Not stored' : 'Record it as it is?'}
      open={shown !== null}
      onClose={onClose}
    >
      <Text fontWeight="600" mb="2">
        {shown?.label}
      </Text>
      {shown?.kind === 'refusal' && <Text role="alert">{shown.message}</Text>}
      {shown?.kind === 'question' && shown.asks.map((ask) => <Text key={ask.code}>{askWords(ask)}</Text>)}
      <Flex gap="2" mt="4" wrap="wrap">
        {shown?.kind === 'question' && (
          <Button variant="act" onClick={() => shown.answer(true)}>
            Record it all the same
          </Button>
        )}
        <Button onClick={onClose}>{shown?.kind === 'question' ? 'Leave it' : 'Close'}</Button>
      </Flex>
    </Overlay>
  )
}
