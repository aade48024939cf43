import { chakra } from '@chakra-ui/react'

/** A key of the keyboard. */
export const KeyCap = chakra('kbd', {
  base: {
    fontFamily: 'mono',
    fontSize: '12px',
    borderWidth: '1px',
    borderBottomWidth: '2px',
    borderColor: 'rule2',
    borderRadius: 'l1',
    px: '6px',
    py: '1px',
    color: 'ink2',
    bg: 'sheet',
  },
})
