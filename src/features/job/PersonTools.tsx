'use client'
import { Flex } from '@chakra-ui/react'
import { Keyboard, Lightbulb, LogOut, UserRound } from 'lucide-react'
import { Button, ButtonLink } from '@/ui/Button'
import { useLamp } from '@/ui/useLamp'
import { signOut } from '../signOut'

/** Lamp mode, keys, one’s own account, sign-out. */
export function PersonTools({ onKeys }: { onKeys?: () => void }) {
  const { lamp, toggleLamp } = useLamp()
  return (
    <Flex gap="2px">
      <Button
        variant="bare"
        size="sm"
        px="2"
        onClick={toggleLamp}
        aria-pressed={lamp}
        aria-label="Lamp mode"
        title="Lamp mode (l)"
      >
        <Lightbulb size={19} aria-hidden />
      </Button>
      {onKeys && (
        <Button variant="bare" size="sm" px="2" onClick={onKeys} aria-label="Keys" title="Keys (?)" hideBelow="lg">
          <Keyboard size={19} aria-hidden />
        </Button>
      )}
      <ButtonLink
        href="/account"
        variant="bare"
        size="sm"
        px="2"
        aria-label="Your account"
        title="Your account"
        // on a phone a job's head has room for its name alone
        {...(onKeys && { hideBelow: 'lg' })}
      >
        <UserRound size={19} aria-hidden />
      </ButtonLink>
      <Button variant="bare" size="sm" px="2" onClick={() => void signOut()} aria-label="Sign out" title="Sign out">
        <LogOut size={18} aria-hidden />
      </Button>
    </Flex>
  )
}
