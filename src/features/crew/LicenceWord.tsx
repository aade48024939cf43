import { chakra } from '@chakra-ui/react'
import { day } from '@/ui/clock'
import { useToday } from '@/ui/useTimes'

/** A person's licence and how long it holds; one that has run out is said to be. */
export function LicenceWord({
  licence,
  licenceValidUntil,
  today,
}: {
  licence: string | null
  licenceValidUntil: string | null
  /** Day it is held against, where that is not today. */
  today?: string
}) {
  const now = useToday()
  if (licence === null) return <chakra.span color="ink3">none noted</chakra.span>
  const lapsed = licenceValidUntil !== null && licenceValidUntil < (today ?? now)
  return (
    <>
      {licence}
      <chakra.span
        display="block"
        fontSize="13px"
        color={lapsed ? 'watch' : 'ink2'}
        fontWeight={lapsed ? '600' : '400'}
      >
        {licenceValidUntil === null
          ? 'no date noted'
          : `${lapsed ? 'ran out' : 'valid until'} ${day(licenceValidUntil)}`}
      </chakra.span>
    </>
  )
}
