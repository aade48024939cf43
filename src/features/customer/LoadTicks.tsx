import { Checkbox, Text } from '@chakra-ui/react'
import type { Lasting } from '@/core/handover/lasting'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { useSay } from './useSay'

/** What can be left on, each with what it draws on average. */
export function LoadTicks({
  loads,
  on,
  flip,
}: {
  loads: Lasting['loads']
  on: ReadonlySet<string>
  flip: (tag: string) => void
}) {
  const say = useSay()
  return loads.map(({ tag, name, meanW }) => (
    <Checkbox.Root
      key={tag}
      checked={on.has(tag)}
      onCheckedChange={() => flip(tag)}
      display="flex"
      minH="44px"
      gap="12px"
      alignItems="center"
    >
      <Checkbox.HiddenInput />
      <Checkbox.Control borderColor="ink2" />
      <Checkbox.Label flex="1" fontSize="16px" fontWeight="400" minW="0" overflowWrap="anywhere">
        {name}
      </Checkbox.Label>
      <Text color="ink2">{say(formatQuantity(meanW, 'W', 2))}</Text>
    </Checkbox.Root>
  ))
}
