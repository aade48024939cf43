import { useSyncExternalStore } from 'react'

const never = () => () => {}

/** Whether the page answers already: what was made on the server stands there a moment before its buttons do anything. */
export const useAlive = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  )
