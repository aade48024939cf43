import { quantityOrOpen } from '@/core/quantity/orOpen'

/** A power as the plan says it; one that is not known is open. */
export const watts = (value: number | null): string => quantityOrOpen(value, 'W', 3)

/** A current as the plan says it; one that is not known is open. */
export const amps = (value: number | null): string => quantityOrOpen(value, 'A', 4)
