'use client'
import { Flex } from '@chakra-ui/react'
import { Keyboard, Lightbulb, LogOut } from 'lucide-react'
import { Button } from '@/ui/Button'
import { useLamp } from '@/ui/useLamp'
import { signOut } from '../signOut'

/** Lamp mode, keys, sign-out. */
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
      <Button variant="bare" size="sm" px="2" onClick={() => void signOut()} aria-label="Sign out" title="Sign out">
        <LogOut size={18} aria-hidden />
      </Button>
    </Flex>
  )
}
