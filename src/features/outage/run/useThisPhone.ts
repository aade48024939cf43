'use client'
import { useSyncExternalStore } from 'react'
import { thisPhone } from './useClock'

const never = () => () => undefined
/** A server is no phone, and has tapped nothing. */
const nobody = () => ''

/** Which phone this is; empty while the page is as the server drew it. */
export const useThisPhone = (): string => useSyncExternalStore(never, thisPhone, nobody)
