'use client'
import { Flex, chakra } from '@chakra-ui/react'
import { type ReactNode, createContext, use, useMemo, useState, useSyncExternalStore } from 'react'
import { Button } from '@/ui/Button'
import { KeyCap } from '@/ui/KeyCap'
import { remember, remembered } from '@/ui/deviceMemory'
import { Ledger } from './ledger/Ledger'

/** How the screen is shared on a desk: the stage's picture may have all of it, and the ledger may be folded away. */
export interface BenchRoom {
  large: boolean
  toggleLarge: () => void
  ledgerFolded: boolean
  toggleLedger: () => void
}

const BenchRoomContext = createContext<BenchRoom | null>(null)

export function useBenchRoom(): BenchRoom {
  const room = use(BenchRoomContext)
  if (!room) throw new Error('useBenchRoom is for parts of the bench')
  return room
}

const LEDGER_KEY = 'awlbright-ledger'
const FOLDED = 'folded'
const listeners = new Set<() => void>()
const heard = (tell: () => void) => {
  listeners.add(tell)
  return () => listeners.delete(tell)
}
const isFolded = () => remembered(LEDGER_KEY) === FOLDED

/** The ledger folded is remembered on this device; the picture large lasts until it is left. */
export function BenchRoomProvider({ children }: { children: ReactNode }) {
  const [large, setLarge] = useState(false)
  const ledgerFolded = useSyncExternalStore(heard, isFolded, () => false)
  const room = useMemo(
    () => ({
      large,
      toggleLarge: () => setLarge((now) => !now),
      ledgerFolded,
      toggleLedger() {
        remember(LEDGER_KEY, isFolded() ? 'open' : FOLDED)
        listeners.forEach((tell) => tell())
      },
    }),
    [large, ledgerFolded],
  )
  return <BenchRoomContext value={room}>{children}</BenchRoomContext>
}

/** Columns of the bench on a desk. */
export const columnsOf = ({ large, ledgerFolded }: BenchRoom): string =>
  large ? 'minmax(0, 1fr)' : `148px minmax(0, 1fr) ${ledgerFolded ? '40px' : '312px'}`

/** The ledger, or folded the strip that brings it back. */
export function LedgerZone({ onTakeBack }: { onTakeBack: () => void }) {
  const { ledgerFolded, toggleLedger } = useBenchRoom()
  return (
    <>
      {ledgerFolded && (
        <Flex hideBelow="lg" h="100%" bg="sheet2" borderLeftWidth="1px" borderColor="rule2" justify="center" pt="8px">
          <Button
            variant="bare"
            size="sm"
            px="4px"
            onClick={toggleLedger}
            aria-expanded={false}
            h="96px"
            css={{ writingMode: 'vertical-rl' }}
          >
            Ledger
          </Button>
        </Flex>
      )}
      <chakra.div h="100%" minH="0" display={{ base: 'block', lg: ledgerFolded ? 'none' : 'block' }}>
        <Ledger onTakeBack={onTakeBack} onFold={toggleLedger} />
      </chakra.div>
    </>
  )
}

/** Gives the picture the whole screen; at the foot of the stages. */
export function LargeButton() {
  const { toggleLarge } = useBenchRoom()
  return (
    <Flex px="10px" py="8px" bg="sheet2" borderRightWidth="1px" borderColor="rule2">
      <Button size="sm" variant="bare" px="4px" onClick={toggleLarge} gap="8px">
        Picture large <KeyCap>f</KeyCap>
      </Button>
    </Flex>
  )
}

/** What stays of the head while the picture is large: where this is, and the way back. */
export function LargeHead({ children }: { children: ReactNode }) {
  const { toggleLarge } = useBenchRoom()
  return (
    <Flex align="center" gap="14px" minH="40px" px="20px" bg="sheet" borderBottomWidth="1px" borderColor="rule2">
      <chakra.h1 fontFamily="heading" fontWeight="600" flex="1" minW="0" truncate>
        {children}
      </chakra.h1>
      <Button size="sm" onClick={toggleLarge} gap="8px">
        Back to the bench <KeyCap>f</KeyCap>
      </Button>
    </Flex>
  )
}
