import { formatQuantity } from '@/core/quantity/formatQuantity'

/** A power as the plan says it; one that is not known is open. */
export const watts = (value: number | null): string => (value === null ? 'open' : formatQuantity(value, 'W', 3))
