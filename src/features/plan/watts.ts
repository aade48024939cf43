import { quantityOrOpen } from '@/core/quantity/orOpen'

/** A power as the plan says it; one that is not known is open. */
export const watts = (value: number | null): string => quantityOrOpen(value, 'W', 3)
