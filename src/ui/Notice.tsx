import { Box, Flex, type FlexProps } from '@chakra-ui/react'
import { CircleAlert, Info, TriangleAlert } from 'lucide-react'
import type { ReactNode } from 'react'

const KINDS = {
  caution: { Icon: TriangleAlert, bg: 'watchSoft', border: 'watch', role: undefined },
  error: { Icon: CircleAlert, bg: 'stopSoft', border: 'stop', role: 'alert' },
  info: { Icon: Info, bg: 'sheet2', border: 'rule2', role: undefined },
} as const

/** Something a person should read before going on: a caution of the work, an error with what was kept, or a remark. */
export function Notice({
  kind,
  children,
  action,
  ...rest
}: { kind: keyof typeof KINDS; children: ReactNode; action?: ReactNode } & FlexProps) {
  const { Icon, bg, border, role } = KINDS[kind]
  return (
    <Flex
      role={role}
      bg={bg}
      borderLeftWidth="3px"
      borderColor={border}
      borderRadius="l1"
      px="12px"
      py="8px"
      gap="10px"
      align="flex-start"
      fontSize="14px"
      color="ink"
      {...rest}
    >
      <Box color={border} pt="1px" flex="none">
        <Icon size={18} aria-hidden />
      </Box>
      <Box flex="1" minW="0">
        {children}
      </Box>
      {action}
    </Flex>
  )
}
