import { Text } from '@chakra-ui/react'

/** In the place of a bench whose script is on its way. */
export const BenchLoading = () => (
  <Text role="status" color="ink2" py="20px">
    Laying out the bench…
  </Text>
)
